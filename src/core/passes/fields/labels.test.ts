import { originalContent } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode } from '../../document/types.js';
import { fields } from './fields.js';

/* Controls with their labels, and what a header says. */

const contentOf = (section: ElementNode): unknown =>
  Object.values(originalContent(fields.run(page({}, section), { boxes: new Map(), width: 1440 }))).at(-1);
const label = (control: string, says: string): ElementNode =>
  element('text', `${control}-label`, { element: 'label', attributes: { for: control } }, words(says));
const input = (id: string, attributes: Record<string, string> = {}): ElementNode =>
  element('field', id, { element: 'input', attributes: { id, name: id, ...attributes } });

describe('a control and its label', () => {
  it('are one group wherever the label stands, with the messages beside them', () => {
    const box = element(
      'box',
      'b',
      {},
      input('mail', { placeholder: 'name@example.org' }),
      label('mail', 'E-mail'),
      element('text', 'm1', {}, words('An address is needed.')),
      element('text', 'm2', {}, words('This is no address.')),
    );
    expect(contentOf(element('section', 'Write to us', { element: 'section' }, box))).toEqual({
      'e-mail': {
        hint: 'name@example.org',
        label: 'E-mail',
        message: 'An address is needed.',
        'this-is-no-address': 'This is no address.',
      },
    });
  });

  it('are none where the box has no name: it opens what stands beside it', () => {
    const toggle = element('field', 'open', { element: 'input', attributes: { id: 'open', type: 'checkbox' } });
    expect(contentOf(element('section', 'Menu', { element: 'section' }, toggle, label('open', 'Visit')))).toEqual({
      visit: { label: 'Visit' },
    });
  });
});

describe('a header', () => {
  const link = (says: string, icon?: string): ElementNode =>
    element(
      'link',
      says || 'icon',
      { element: 'a', attributes: { href: `/${says}` } },
      ...(icon === undefined
        ? []
        : [element('icon', icon, { element: 'svg', markup: '<svg/>', from: { path: 'i', called: icon } })]),
      ...(says ? [words(says)] : []),
    );
  const item = (child: ElementNode): ElementNode =>
    element('item', child.name, { element: 'li', repeat: 'links' }, child);

  it('has a brand and a menu, whose links have labels beside their icons', () => {
    const list = element('list', 'l', { element: 'ul' }, item(link('Visit', 'map')), item(link('Hire', 'lens')));
    expect(contentOf(element('section', 'header', { element: 'header' }, link('Hollin Marsh'), list))).toMatchObject({
      brand: { address: '/Hollin Marsh', label: 'Hollin Marsh' },
      menu: [
        { id: 'visit', address: '/Visit', label: 'Visit' },
        { id: 'hire', address: '/Hire', label: 'Hire' },
      ],
    });
  });

  it('calls links of icons alone as the source calls these, and lists by what announces them', () => {
    const list = (...links: ElementNode[]): ElementNode =>
      element('list', links.map(({ name }) => name).join(), { element: 'ul' }, ...links.map(item));
    const section = element(
      'section',
      'Find us',
      { element: 'section' },
      list(link('', 'camera'), link('', 'mail')),
      element('text', 't', { element: 'p' }, words('By water')),
      list(link('Ferry'), link('Canoe')),
    );
    expect(contentOf(section)).toMatchObject({
      links: [{ id: 'camera' }, { id: 'mail' }],
      'by-water-links': [{ id: 'ferry' }, { id: 'canoe' }],
    });
  });
});
