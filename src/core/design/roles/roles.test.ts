import { required } from '../../data/required.js';
import type { ElementNode } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { buildDesign } from '../emit/build-design.js';
import { hrefFrom } from './links.js';
import { artboard, box, line } from '../sample.js';

type Items = Parameters<typeof artboard>[2][];

/** The elements that a drawing of 1200 px becomes, by their words. */
function made(...items: Items) {
  const { document } = buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1200, 1600, ...items)] });
  const all = [...elements(document.body)];
  const find = (text: string): ElementNode => {
    const found = all.findLast(
      (node) => textOf(node).trim() === text && !['box', 'row', 'stack', 'section'].includes(node.kind),
    );
    if (!found) throw new Error(`no element says ${text}`);
    return found;
  };
  return { all, element: (text: string) => find(text).element, find, document };
}

const body: Items = [
  line('The marsh is dark and the sea is quiet at night, which is', 100, 900),
  line('why the observatory stands here and not in the town.', 100, 924),
];

describe('headings', () => {
  it('are told by size, and what explains them is not one', () => {
    const page = made(
      line('Star evenings', 100, 200, { size: 48, weight: '700' }),
      line('For everybody who can stay up', 100, 262, { size: 22 }),
      line('What to bring', 100, 500, { size: 28 }),
      ...body,
    );
    expect(page.element('Star evenings')).toBe('h1');
    expect(page.element('For everybody who can stay up')).toBe('p');
    expect(page.element('What to bring')).toBe('h2');
  });

  it('may be bold lines of body size above a text, not bold lines in a list', () => {
    const page = made(
      line('Telescope hire', 100, 876, { weight: '700' }),
      ...body,
      line('4 eyepieces', 700, 876, { weight: '700' }),
      line('1 red lamp', 700, 910),
      line('1 star map', 700, 944),
    );
    expect(page.element('Telescope hire')).toMatch(/^h\d$/);
    expect(page.element('4 eyepieces')).toBe('li');
  });

  it('are not the names of icons, nor labels in small boxes', () => {
    const page = made(
      line('night_sky', 100, 300, { size: 60 }),
      line('fire', 500, 300, { size: 60 }),
      box(100, 500, 200, 120),
      line('Moon', 150, 540, { size: 28 }),
      ...body,
    );
    for (const word of ['night_sky', 'fire']) expect(page.element(word)).toBe('span');
    expect(page.element('Moon')).toBe('p');
  });

  it('go on in another colour', () => {
    const page = made(
      line('Hollin', 100, 200, { size: 48, weight: '700' }),
      line('Marsh', 100, 250, { size: 48, weight: '700', color: 'rgb(180, 80, 30)' }),
      ...body,
    );
    expect(page.element('Hollin Marsh')).toBe('h1');
  });
});

describe('headings that are hardly larger', () => {
  it('are headings where they stand right above what they head, not elsewhere', () => {
    const page = made(
      line('Opening', 100, 600, { size: 18 }),
      line('The dome is open on every clear Friday from dusk.', 100, 640),
      line('Closing', 700, 600, { size: 18 }),
      ...body,
    );
    expect(page.element('Opening')).toMatch(/^h/);
    expect(page.element('Closing')).toBe('p');
  });

  it('are no names of icons, in whatever colour', () => {
    const page = made(
      ...[
        ['moon_phase', 'rgb(200, 60, 20)'],
        ['tide', 'rgb(0, 90, 200)'],
      ].map(([name, color], at) =>
        line(required(name), 100 + 400 * at, 600, { size: 48, weight: '300', color: required(color) }),
      ),
      ...body,
    );
    expect(page.element('tide')).not.toMatch(/^h/);
  });
});

describe('links', () => {
  it('are the entries of a menu, in the header, the footer and beside the page, but not its titles', () => {
    const page = made(
      line('Membership', 700, 40),
      line('Telescopes', 840, 40),
      ...body,
      box(0, 1300, 1200, 300, { 'background-color': 'rgb(10, 20, 40)' }),
      line('The house', 100, 1340, { weight: '700' }),
      line('Opening hours', 100, 1380),
      line('The way here', 100, 1416),
      line('© Hollin Marsh', 100, 1540),
    );
    for (const word of ['Membership', 'Telescopes', 'Opening hours', 'The way here'])
      expect(page.element(word)).toBe('a');
    expect(page.element('The house')).not.toBe('a');
    expect(page.element('© Hollin Marsh')).not.toBe('a');
  });

  it('lead where their words say', () => {
    expect(hrefFrom('Tower@hollin-marsh.example')).toBe('mailto:tower@hollin-marsh.example');
    expect(hrefFrom('+44 1632 960 123')).toBe('tel:+441632960123');
    expect(hrefFrom('www.hollin-marsh.example')).toBe('https://www.hollin-marsh.example');
    expect(hrefFrom('1999')).toBeUndefined();
    expect(hrefFrom('Book a place')).toBeUndefined();
    const page = made(...body, line('tower@hollin-marsh.example', 100, 1000));
    expect(page.find('tower@hollin-marsh.example').attributes?.['href']).toBe('mailto:tower@hollin-marsh.example');
  });

  it('are short lines in the colour that links in texts have, and columns of coloured lines', () => {
    const purple = { color: 'rgb(120, 40, 180)' };
    const page = made(
      line('Ask', 100, 600),
      line('the keeper', 132, 600, purple),
      line('first, please', 220, 600),
      line('Tide tables', 700, 900, purple),
      ...['Moon', 'Planets', 'Comets'].map((name, at) =>
        line(name, 400, 700 + 40 * at, { color: 'rgb(200, 60, 20)', size: 14 }),
      ),
      ...body,
    );
    for (const word of ['Tide tables', 'Moon', 'Planets', 'Comets']) expect(page.element(word)).toBe('a');
  });

  it('are the lines of a side menu, but not the labels in capitals between them', () => {
    const entries = ['Tonight', 'Members', 'Telescopes', 'Talks'].map((words, at) => line(words, 28, 120 + at * 46));
    const after = ['Hours', 'Tickets', 'Groups'].map((words, at) => line(words, 28, 346 + at * 46));
    const page = made(
      box(0, 0, 250, 1600, { 'background-color': 'rgb(230, 235, 240)' }),
      ...entries,
      line('VISITORS', 20, 304, { size: 13 }),
      ...after,
      line('Nights out', 320, 40, { size: 30 }),
      line('The dome is open on every clear Friday of the winter', 320, 200),
    );
    for (const word of ['Talks', 'Hours']) expect(page.element(word)).toBe('a');
    expect(page.element('VISITORS')).not.toBe('a');
  });

  it('are not the labels above stacked headings, nor what has the colour of a word in a title', () => {
    const amber = { color: 'rgb(220, 150, 20)' };
    const page = made(
      line('Hollin', 100, 120, { size: 48 }),
      line('Marsh', 250, 120, { size: 48, ...amber }),
      ...['Dusk', 'Midnight', 'Dawn'].flatMap((name, at) => [
        line(name, 700, 300 + 110 * at, { size: 14, ...amber }),
        line(`Evening number ${at}`, 700, 324 + 110 * at, { size: 24, weight: '700' }),
      ]),
      ...body,
    );
    for (const word of ['Dusk', 'Midnight', 'Dawn']) expect(page.element(word)).toBe('p');
  });

  it('are words in another colour in a text, but not greyer ones', () => {
    const page = made(
      line('Ask', 100, 600),
      line('the keeper', 132, 600, { color: 'rgb(0, 90, 200)' }),
      line('first, please', 220, 600),
      line('Bring', 100, 700),
      line('warm shoes', 148, 700, { color: 'rgb(110, 110, 112)' }),
      line('and a lamp', 236, 700),
      ...body,
    );
    expect(page.element('the keeper')).toBe('a');
    expect(page.element('warm shoes')).toBe('span');
  });
});

describe('boxes with words', () => {
  const page = made(
    ...body,
    box(100, 1000, 180, 48, { 'background-color': 'rgb(180, 80, 30)' }),
    line('Book', 174, 1015, { anchor: 'middle' }),
    box(100, 1100, 500, 48, { 'border-width': '1px', 'border-style': 'solid', 'border-color': 'rgb(0, 0, 0)' }),
    line('Your name', 116, 1115),
    box(100, 1170, 500, 160, { 'border-width': '1px', 'border-style': 'solid', 'border-color': 'rgb(0, 0, 0)' }),
    line('Your question', 116, 1185),
  );

  it('are things to press, if the words stand in the middle', () => {
    expect(page.all.find(({ kind }) => kind === 'button')?.element).toBe('a');
  });

  it('are places to write in, if the words stand at the start', () => {
    const fields = page.all.filter(({ element }) => element === 'label');
    expect(fields.map((field) => textOf(field))).toEqual(['Your name', 'Your question']);
    const inputs = fields.map(({ children }) => children?.at(-1) as ElementNode);
    expect(inputs.map(({ element }) => element)).toEqual(['input', 'textarea']);
    expect(inputs[0]?.attributes).toMatchObject({ name: 'your-name', type: 'text' });
    const style = page.document.styles[inputs[0]?.style ?? ''];
    expect(style?.variants).toContainEqual({
      state: ':not(:placeholder-shown)',
      set: { 'background-color': 'rgb(255, 255, 255)' },
    });
  });
});

describe('words of one line', () => {
  it('keep an exponent where it was drawn, in a line that is no higher', () => {
    const page = made(
      line('The 1', 100, 700),
      line('st', 142, 695, { size: 12 }),
      line('of May is free of charge', 160, 700),
      ...body,
    );
    const raised = page.all.find(({ element }) => element === 'sup');
    expect(raised && textOf(raised).trim()).toBe('st');
    const rest = page.document.styles[raised?.style ?? '']?.rest ?? {};
    expect(parseFloat(rest['vertical-align'] ?? '')).toBeGreaterThan(3);
    expect(rest['line-height']).toBe('0');
    expect(rest['font-size']).toBe('0.75em');
  });
});
