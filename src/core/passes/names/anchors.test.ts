import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { anchors } from './anchors.js';
import { menuTargetsPass } from './menu-targets.js';

const link = (name: string, href: string): ElementNode =>
  element('link', `${name}${href}`, { element: 'a', inline: true, attributes: { href } }, words(name));
const section = (name: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('section', name, more, element('heading', name, { element: 'h2' }, words(name)));
const hrefs = ({ body }: PageDocument): string[] =>
  [...elements(body)].flatMap(({ attributes }) => attributes?.['href'] ?? []);
const ids = ({ body }: PageDocument): string[] =>
  [...elements(body)].flatMap(({ attributes }) => attributes?.['id'] ?? []);
const context = { boxes: new Map(), width: 1440 };

describe('anchors', () => {
  it('are given to sections by their names, none twice', () => {
    const document = page(
      {},
      section('Star evenings'),
      element('box', 'x', { attributes: { id: 'membership' } }),
      section('Membership'),
      section('Hire', { attributes: { id: 'rent' } }),
    );
    expect(ids(anchors.run(document, context))).toEqual(['star-evenings', 'membership', 'membership-2', 'rent']);
    expect(anchors.run(anchors.run(document, context), context)).toEqual(anchors.run(document, context));
  });
});

describe('menus of a design', () => {
  const targets = (...children: ElementNode[]): [string[], string[]] => {
    const texts: string[] = [];
    const result = menuTargetsPass((note) => texts.push(note)).run(
      anchors.run(page({}, ...children), context),
      context,
    );
    return [hrefs(result), texts];
  };

  it('lead to the sections that are called as their entries', () => {
    const [found, texts] = targets(
      link('Membership', '#'),
      link('Opening hours', '#'),
      link('Fees', '#'),
      section('Membership'),
      section('Our opening hours in winter'),
      section('Other'),
    );
    expect(found).toEqual(['#membership', '#our-opening-hours-in-winter', '#']);
    expect(texts[0]).toBe('"Membership" now leads to the section "Membership" of the same name.');
  });

  it('know a section by the line before its heading and by its layer', () => {
    const lead = element(
      'section',
      'A key',
      {},
      element('text', 'lead', {}, words('Membership')),
      element('heading', 'A key', {}, words('A key')),
    );
    const layer = element(
      'section',
      'Come',
      {},
      element('heading', 'Come', { from: { path: 'Visit / Title' } }, words('Come')),
      element('text', 't', { from: { path: 'Visit / Text' } }, words('By train')),
    );
    expect(targets(link('Membership', '#'), link('Visit', '#'), lead, layer)[0]).toEqual(['#a-key', '#come']);
  });

  it('are led in any script', () => {
    expect(
      targets(link('Μέλη', '#'), link('交通', '#'), section('Μέλη του παρατηρητηρίου'), section('交通'))[0],
    ).toEqual(['#meli-toy-paratiritirioy', '#jiao-tong']);
  });

  it('stay where several sections could be meant, or an address is said', () => {
    expect(targets(link('Evenings', '#'), section('Star evenings'), section('Moon evenings'))[0]).toEqual(['#']);
    expect(targets(link('Fees', '/fees'), section('Fees'))[0]).toEqual(['/fees']);
  });
});
