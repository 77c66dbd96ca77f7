import { fillPage } from '../../content/content.js';
import { regionsOf } from '../../content/regions.js';
import { originalContent } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, PageNode, SharedStyle } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { fields } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
const styles: Record<string, SharedStyle> = {
  wide: { rest: {}, variants: [{ at: 'below-600', set: { display: 'none' } }] },
  narrow: { rest: { display: 'none' }, variants: [{ at: 'below-600', set: { display: 'inline' } }] },
  early: { rest: { display: 'none' }, variants: [{ at: 'below-900', set: { display: 'inline' } }] },
};
const span = (style: string, ...children: PageNode[]): ElementNode =>
  element('run', style, { id: style, element: 'span', style, inline: true }, ...children);
const button = (...children: PageNode[]): ElementNode =>
  element('button', 'b', { element: 'a', attributes: { href: '/hire' } }, ...children);
const link = (style: string, href: string, text: string): ElementNode =>
  element('link', style, { id: style, element: 'a', style, attributes: { href } }, words(text));
const named = (...children: PageNode[]): PageDocument =>
  fields.run(page(styles, element('section', 's', { name: 'Hire', element: 'section' }, ...children)), nowhere);
const contentOf = (document: PageDocument): unknown => originalContent(document)['hire'];
const shown = (document: PageDocument, content: object, style: string): string =>
  [...elements(fillPage(document, { hire: content as never }).body)]
    .filter((node) => node.style === style)
    .map(textOf)
    .join();

describe('another wording of a text for narrow screens', () => {
  it('is a second value of the same field, whichever stands first', () => {
    const pair = { label: 'Hire a telescope', 'label-short': 'Hire' };
    const [long, short] = [span('wide', words('Hire a telescope')), span('narrow', words('Hire'))];
    for (const children of [
      [long, short],
      [short, words('\n  '), long],
    ])
      expect(contentOf(named(button(...children)))).toEqual({ address: '/hire', ...pair });
  });

  it('shares the address of a link, if it leads to the same', () => {
    expect(contentOf(named(link('wide', '/hire', 'Hire a telescope'), link('narrow', '/hire', 'Hire')))).toEqual({
      link: { address: '/hire', label: 'Hire a telescope', 'label-short': 'Hire' },
    });
    expect(
      Object.keys(contentOf(named(link('wide', '/hire', 'Hire it'), link('narrow', '/x', 'Hire'))) as object),
    ).toHaveLength(2);
  });

  it('is none where both are seen, or they say other things, and one text where they say the same', () => {
    const keys = (...children: PageNode[]): string[] =>
      JSON.stringify(contentOf(named(...children))).match(/-short/g) ?? [];
    expect(keys(link('wide', '/hire', 'Hire it'), link('early', '/hire', 'Hire'))).toEqual([]);
    expect(keys(link('wide', '/hire', 'Hire it'), link('narrow', '/hire', 'Menu'))).toEqual([]);
    expect(keys(link('wide', '/hire', 'Monday'), link('narrow', '/hire', 'Mon'))).toEqual(['-short']);
    expect(contentOf(named(link('wide', '/hire', 'Hire'), link('narrow', '/hire', 'Hire')))).toEqual({
      link: { address: '/hire', label: 'Hire' },
    });
  });

  const document = named(link('wide', '/hire', 'Hire a telescope'), link('narrow', '/hire', 'Hire'));

  it('is shown as it is written; empty or out of date, the whole one is', () => {
    expect(shown(document, {}, 'narrow')).toBe('Hire');
    expect(shown(document, { link: { 'label-short': 'Rent' } }, 'narrow')).toBe('Rent');
    expect(shown(document, { link: { label: 'Borrow a lamp', 'label-short': '' } }, 'narrow')).toBe('Borrow a lamp');
    expect(shown(document, { link: { label: 'Borrow a lamp' } }, 'narrow')).toBe('Borrow a lamp');
    expect(shown(document, { link: { label: 'Hire a lamp', 'label-short': 'Hire' } }, 'narrow')).toBe('Hire');
    expect(fillPage(document, originalContent(document)).body).toEqual(document.body);
  });

  it('is optional, and its help says what it is for', () => {
    const [section] = regionsOf(document).filter(({ name }) => name === 'hire');
    expect(section?.fields[0]).toMatchObject({
      type: 'link',
      fields: [
        {},
        { name: 'label', required: true },
        { name: 'label-short', required: false, help: expect.stringContaining('narrow') as string },
      ],
    });
  });
});
