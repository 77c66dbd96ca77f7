import type { PageBehaviour } from '../../behaviours/behaviour.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { operated } from './operated.js';

const behaviour = (more: Partial<PageBehaviour>): PageBehaviour => ({
  trigger: 'b',
  path: 'html > body > button',
  name: 'Menu',
  by: 'press',
  kind: 'opens and closes',
  id: 'menu-open',
  closers: [],
  widths: [1440],
  ...more,
});
const run = (document: PageDocument, ...behaviours: PageBehaviour[]) =>
  operated.run(document, { boxes: new Map(), width: 1440, behaviours });
const find = ({ body }: PageDocument, test: (node: ElementNode) => boolean) => [...elements(body)].find(test);
const button = element('button', 'Menu', { id: 'b', element: 'button', style: 'b' }, words('Menu'));
const list = element('list', 'list', { id: 'l', element: 'ul', style: 'l' });

describe('operated controls', () => {
  it('hold their state in a popover beside them', () => {
    const after = run(
      page({ b: { rest: {} }, l: { rest: {} } }, button, list),
      behaviour({ means: 'state', light: true }),
    );
    expect(find(after, ({ id }) => id === 'b')?.attributes).toMatchObject({
      type: 'button',
      popovertarget: 'menu-open',
    });
    expect(find(after, ({ id }) => id === 'bo')?.attributes).toEqual({ id: 'menu-open', popover: 'auto' });
  });

  it('become the summary of details, on which what waited for them waits', () => {
    const open = { within: { style: 'b', state: ':is([open] > *)', beside: true as const }, set: { display: 'block' } };
    const turned = { state: ':is([open] > *)', set: { color: 'red' } };
    const after = run(
      page({ b: { rest: {}, variants: [turned] }, l: { rest: { display: 'none' }, variants: [open] } }, button, list),
      behaviour({ means: 'details', summary: { branch: 'b', content: 'l' }, group: 'one-of' }),
    );
    const details = find(after, ({ element: tag }) => tag === 'details');
    expect(details?.attributes).toEqual({ name: 'one-of' });
    expect(details?.children?.map((child) => 'element' in child && child.element)).toEqual(['summary', 'ul']);
    const within = { style: details?.style, state: '[open]' };
    expect(after.styles['l']?.variants).toEqual([{ within, set: { display: 'block' } }]);
    expect(after.styles['b']?.variants).toEqual([{ within, set: { color: 'red' } }]);
  });

  it('become labels of radio buttons, those of list entries inside them', () => {
    const entry = element('item', 'Moon', { id: 'b', element: 'li' }, words('Moon'));
    const after = run(page({}, entry), behaviour({ means: 'choice', group: 'sky', chosen: true }));
    const item = find(after, ({ id }) => id === 'b');
    expect(item?.element).toBe('li');
    expect(find(after, ({ element: tag }) => tag === 'input')?.attributes).toEqual({
      type: 'radio',
      name: 'sky',
      id: 'menu-open',
      checked: '',
    });
    expect([...elements(item ?? entry)].map(({ element: tag }) => tag)).toEqual(['li', 'label', 'input']);
  });

  it('open dialogs that looked like boxes, and still do', () => {
    const box = element('box', 'box', { id: 'd', element: 'div', style: 'd', attributes: { tabindex: '-1' } });
    const after = run(
      page({ b: { rest: {} }, d: { rest: { position: 'fixed' } } }, button, box),
      behaviour({ means: 'dialog', target: 'd' }),
    );
    const dialog = find(after, ({ element: tag }) => tag === 'dialog');
    expect(dialog?.attributes).toEqual({ id: 'menu-open' });
    expect(after.styles['d']?.rest).toMatchObject({
      position: 'fixed',
      'border-top-style': 'none',
      'max-width': 'none',
    });
    expect(find(after, ({ id }) => id === 'b')?.attributes).toMatchObject({
      command: 'show-modal',
      commandfor: 'menu-open',
    });
  });

  it('that were links become buttons that look like the links', () => {
    const link = element(
      'link',
      'Menu',
      { id: 'b', element: 'a', style: 'b', inline: true, attributes: { href: '#' } },
      words('Menu'),
    );
    const after = run(page({ b: { rest: { color: 'red' } } }, link), behaviour({ means: 'state' }));
    const made = find(after, ({ id }) => id === 'b');
    expect([made?.element, made?.attributes?.['href']]).toEqual(['button', undefined]);
    expect(after.styles['b']?.rest).toMatchObject({
      color: 'red',
      'text-decoration-line': 'underline',
      'padding-left': '0px',
    });
  });

  it('stay as they are where nothing is known of them', () => {
    const document = page({}, button);
    expect(run(document, behaviour({ means: 'native' }), behaviour({}))).toBe(document);
  });
});
