import { element, page } from '../../document/sample.js';
import type { ElementNode, SharedStyle } from '../../document/types.js';
import { fields } from './fields.js';
import { checkContent } from '../../content/check.js';
import { fillPage } from '../../content/content.js';
import { originalValues } from '../../content/source-values.js';
import { focusOf, isCut, readFocus } from '../../content/focus.js';
import { regionsOf } from '../../content/regions.js';

const styles: Record<string, SharedStyle> = {
  cut: { rest: { 'object-fit': 'cover', 'object-position': '30% 0%' } },
  narrow: { rest: {}, variants: [{ at: 'below-600', set: { 'object-fit': 'cover' } }] },
  whole: { rest: { 'object-fit': 'contain' } },
};
const image = (name: string, style: string): ElementNode =>
  element('image', name, { element: 'img', style, attributes: { src: `assets/${name}.jpg`, alt: name } });
const document = fields.run(
  page(
    styles,
    element('section', 'hero', {}, image('dome', 'cut')),
    element('section', 'hire', {}, image('deck', 'whole')),
  ),
  { boxes: new Map(), width: 1440 },
);

describe('focal points', () => {
  it('are those of pictures that are cut to their frame, at any width', () => {
    expect(['cut', 'narrow', 'whole'].map((style) => isCut(image('a', style), styles))).toEqual([true, true, false]);
    expect(['cut', 'narrow'].map((style) => focusOf(image('a', style), styles))).toEqual(['30% 0%', '50% 50%']);
    const paths = [...originalValues(document).values].filter(([path]) => path.endsWith('.focus'));
    expect(paths).toEqual([['hero.picture.focus', '30% 0%']]);
  });

  it('stay in the style until somebody gives another', () => {
    const shown = (focus: string): unknown => JSON.stringify(fillPage(document, { hero: { picture: { focus } } }).body);
    expect(shown('30% 0%')).toBe(JSON.stringify(fillPage(document, {}).body));
    expect(shown('10% 80%')).toContain('"style":"object-position: 10% 80%"');
    expect(shown('red; color: red')).toBe(JSON.stringify(fillPage(document, {}).body));
  });

  it.each([
    ['50% 30%', '50% 30%'],
    [' 0%  100% ', '0% 100%'],
    ['12.5% 3%', '12.5% 3%'],
    ['50%', undefined],
    ['101% 0%', undefined],
    ['left top', undefined],
    ['1% 2%; x', undefined],
  ])('are read from %j', (text, point) => {
    expect(readFocus(text)).toBe(point);
  });

  it('that are none are said', () => {
    const content = { hero: { picture: { focus: 'left' } } };
    expect(
      checkContent(document, regionsOf(document), content, new Set(['assets/dome.jpg', 'assets/deck.jpg'])),
    ).toEqual([
      { path: 'hero.picture.focus', wrong: true, what: '"left" is not a point of an image; write it as 50% 30%' },
    ]);
  });
});
