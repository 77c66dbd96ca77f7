import { required } from '../../data/required.js';
import { checkDocument } from '../../document/check.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { buildDesign } from './build-design.js';
import type { DrawnArtboard } from '../../drawing/drawing.js';
import { artboard, box, line, image } from '../sample.js';
import { breakpointsBetween, styleFromArtboards } from '../responsive/style-variants.js';

const build = (...artboards: DrawnArtboard[]) => buildDesign({ name: 'p', files: ['p.svg'], boards: artboards });
const named = (document: PageDocument, text: string): ElementNode => {
  const found = [...elements(document.body)].filter((node) => textOf(node) === text).at(-1);
  if (!found) throw new Error(`no element says ${text}`);
  return found;
};
const restOf = (document: PageDocument, node: ElementNode) => document.styles[node.style ?? '']?.rest ?? {};

const wide = artboard(
  1200,
  900,
  box(0, 0, 1200, 900, { 'background-color': 'rgb(255, 255, 255)' }),
  box(0, 0, 1200, 300, { 'background-color': 'rgb(0, 0, 40)' }),
  line('Star evenings on the marsh', 100, 150, { size: 48, color: 'rgb(255, 255, 255)' }),
  line('Come and look, it costs nothing and takes an hour', 100, 230),
  image('dome.jpg', 100, 400, 460, 300),
  line('One dome', 640, 420, { size: 28 }),
  line('The reflector gathers as much light as a', 640, 480),
  line('thousand eyes', 640, 504),
  box(640, 560, 180, 48, { 'background-color': 'rgb(180, 80, 30)', 'border-radius': '4px' }),
  line('Book', 714, 575, { anchor: 'middle' }),
);
const narrow = artboard(
  400,
  1200,
  box(0, 0, 400, 300, { 'background-color': 'rgb(0, 0, 40)' }),
  line('Star evenings on', 20, 100, { size: 32, color: 'rgb(255, 255, 255)' }),
  line('the marsh', 20, 140, { size: 32, color: 'rgb(255, 255, 255)' }),
  line('Come and look, it costs nothing and takes', 20, 200),
  line('an hour', 20, 224),
  image('dome.jpg', 20, 360, 360, 240),
  line('One dome', 20, 640, { size: 24 }),
  line('The reflector gathers as much light as a', 20, 690),
  line('thousand eyes', 20, 714),
  box(20, 770, 360, 48, { 'background-color': 'rgb(180, 80, 30)', 'border-radius': '4px' }),
  line('Book', 184, 785, { anchor: 'middle' }),
);

describe('a page from one artboard', () => {
  const { document, sections } = build(wide);

  it('is a page document with one top heading, in sections', () => {
    expect(() => checkDocument(document, 'p')).not.toThrow();
    expect(named(document, 'Star evenings on the marsh').element).toBe('h1');
    expect(named(document, 'One dome').element).toBe('h2');
    expect(sections).toHaveLength(2);
    expect(sections[0]?.boxes).toEqual([[0, 0, 1200, 300]]);
  });

  it('has every text exactly once', () => {
    const all = textOf(document.body);
    for (const text of ['Star evenings on the marsh', 'One dome', 'thousand eyes', 'Book'])
      expect(all.split(text)).toHaveLength(2);
  });

  it('lays columns out in shares of the width, within a centred width', () => {
    const row = [...elements(document.body)].find((node) => restOf(document, node)['grid-template-columns']);
    const look = restOf(document, required(row));
    expect(look['grid-template-columns']).toMatch(/fr/);
    expect(look['padding-left']).toBe('max(20px, calc((100% - 1000px) / 2))');
  });

  it('makes a box with a short text a button, which is one element', () => {
    expect(named(document, 'Book')).toMatchObject({ kind: 'button', children: [{ kind: 'words', text: 'Book' }] });
    expect(restOf(document, named(document, 'Book'))).toMatchObject({ display: 'block', 'font-size': '16px' });
    const button = [...elements(document.body)].find(({ kind }) => kind === 'button');
    expect(button).toMatchObject({ element: 'a', attributes: { href: '#' } });
  });

  it('places nothing absolutely that need not be', () => {
    expect(Object.values(document.styles).filter(({ rest }) => rest['position'] === 'absolute')).toHaveLength(0);
  });
});

describe('a page from two artboards', () => {
  const { document, notes } = build(wide, narrow);

  it('has one structure and says what differs below', () => {
    expect(document.breakpoints).toEqual([{ name: 'below-800', below: 800 }]);
    const heading = named(document, 'Star evenings on the marsh');
    expect(document.styles[heading.style ?? '']?.variants).toContainEqual(
      expect.objectContaining({ at: 'below-800', set: expect.objectContaining({ 'font-size': '32px' }) }),
    );
    expect(notes).toEqual([]);
  });

  it('stacks the columns below', () => {
    const row = required([...elements(document.body)].find((node) => restOf(document, node)['grid-template-columns']));
    expect(document.styles[row.style ?? '']?.variants?.[0]?.set).toMatchObject({
      display: 'flex',
      'flex-direction': 'column',
    });
  });

  it('hides what a board does not have, and says so', () => {
    const more = artboard(
      400,
      1200,
      ...[...narrow.items].map((item) => (order: number) => ({ ...item, order })),
      line('Only here', 20, 1100),
    );
    const less = build(wide, { ...more, items: more.items.filter((item) => item.type !== 'picture') });
    expect(less.notes.join(' ')).toMatch(
      /Only on the artboard of 400 px: “Only here”.*Not on the artboard of 400 px: a picture dome.jpg/,
    );
    const extra = named(less.document, 'Only here');
    expect(restOf(less.document, extra)['display']).toBe('none');
  });

  it('says when the boards seem to be of different pages', () => {
    expect(build(wide, artboard(400, 300, line('Something else', 20, 20))).notes[0]).toMatch(/share only 0 %/);
  });
});

describe('styles from boards', () => {
  const breakpoints = breakpointsBetween([1440, 834, 390]);

  it('change half way between the widths', () => {
    expect(breakpoints.map(({ below }) => below)).toEqual([1140, 620]);
    expect(breakpointsBetween([400, 390])[0]?.below).toBeGreaterThan(390);
  });

  it('undo what a narrower board does not have', () => {
    expect(
      styleFromArtboards([{ 'margin-left': '20px', color: 'red' }, { color: 'red' }, { color: 'blue' }], breakpoints),
    ).toEqual({
      rest: { 'margin-left': '20px', color: 'red' },
      variants: [
        { at: 'below-1140', set: { 'margin-left': '0' } },
        { at: 'below-620', set: { color: 'blue' } },
      ],
    });
  });
});
