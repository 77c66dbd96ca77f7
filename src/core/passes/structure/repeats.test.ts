import { required } from '../../data/required.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { likeness } from '../../document/align-trees.js';
import { differences } from '../styles/differences.js';
import { DESIGN_PASSES, runPasses } from '../presets.js';
import { kinds } from './kinds.js';
import { repeats } from './repeats.js';
import { shareStyles } from '../styles/share-styles.js';

const nowhere = { boxes: new Map(), width: 1440 };
const breakpoints = [{ name: 'narrow', below: 700 }];

/** An offer: a box with a picture, a heading and a text, each with a style of its own. */
function offer(name: string, ...more: ElementNode[]): ElementNode {
  return element(
    'box',
    name,
    { style: `${name}-box` },
    element('image', `${name}-picture`, { element: 'img' }),
    element('heading', `${name}-heading`, { element: 'h3', style: `${name}-heading` }, words(name)),
    element('text', `${name}-text`, { element: 'p' }, words(`All about ${name}.`)),
    ...more,
  );
}

const framed = { 'border-top-width': '1px', 'border-top-style': 'solid', 'padding-top': '8px', color: 'black' };
const looks: Record<string, SharedStyle> = {
  'dusk-box': { rest: framed, variants: [{ at: 'narrow', set: { 'padding-top': '4px' } }] },
  'moon-box': { rest: framed, variants: [{ at: 'narrow', set: { 'padding-top': '4px' } }] },
  'tide-box': { rest: { ...framed, 'padding-top': '9px' }, variants: [{ at: 'narrow', set: { color: 'red' } }] },
  'dusk-heading': { rest: { color: 'navy' } },
  'moon-heading': { rest: { color: 'navy' } },
  'tide-heading': { rest: { color: 'teal' } },
};
const offers = page(
  looks,
  element(
    'section',
    'Offers',
    {},
    offer('dusk'),
    offer('moon'),
    offer('tide', element('button', 'book', {}, words('Book'))),
  ),
);
const document: PageDocument = { ...offers, breakpoints };
const find = (page: PageDocument, name: string): ElementNode =>
  required([...elements(page.body)].find((element) => element.id.endsWith(name)));

describe('likeness', () => {
  it('is 1 for equal trees, less with more in one of them, 0 for other elements', () => {
    expect(likeness(offer('a'), offer('b'))).toBe(1);
    expect(likeness(offer('a'), offer('b', element('button', 'c')))).toBeCloseTo(8 / 9);
    expect(likeness(offer('a'), element('image', 'x', { element: 'img' }))).toBe(0);
  });
});

describe('repeats', () => {
  const names = (body: ElementNode): (string | undefined)[] =>
    (repeats.run(page({}, body), nowhere).body.children?.[0] as ElementNode).children?.map(
      (child) => (child as ElementNode).repeat,
    ) ?? [];

  it('are neighbours of equal structure, tolerant of one thing more', () => {
    const page = repeats.run(document, nowhere);
    expect([...elements(page.body)].filter(({ repeat }) => repeat).map(({ id, repeat }) => [id, repeat])).toEqual([
      ['box-dusk', 'offers-box'],
      ['box-moon', 'offers-box'],
      ['box-tide', 'offers-box'],
    ]);
    expect(repeats.run(page, nowhere)).toEqual(page);
  });

  it('are not the paragraphs of a text, nor two buttons side by side, but the links of a menu', () => {
    const many = (kind: 'text' | 'button' | 'link', tag: string, count: number): ElementNode =>
      element(
        'box',
        'around',
        {},
        ...Array.from({ length: count }, (_, at) => element(kind, `${at}`, { element: tag }, words('x'))),
      );
    expect(names(many('text', 'p', 4))).toEqual([undefined, undefined, undefined, undefined]);
    expect(names(many('button', 'button', 2))).toEqual([undefined, undefined]);
    expect(names(many('link', 'a', 3))).toEqual(['link', 'link', 'link']);
  });

  it('are interrupted by something else, but not by a line', () => {
    const line = element('divider', 'line', { element: 'hr' });
    expect(names(element('box', 'around', {}, offer('a'), line, offer('b')))).toEqual(['box', undefined, 'box']);
    const heading = element('heading', 'h', { element: 'h2' }, words('More'));
    expect(names(element('box', 'around', {}, offer('a'), heading, offer('b')))).toEqual([
      undefined,
      undefined,
      undefined,
    ]);
  });
});

describe('differences', () => {
  const result = differences.run(document, nowhere);

  it('are what one of several items has otherwise, at each breakpoint, over a style that all share', () => {
    const [dusk, moon, tide] = ['box-dusk', 'box-moon', 'box-tide'].map((id) => find(result, id)) as [
      ElementNode,
      ElementNode,
      ElementNode,
    ];
    expect(moon.style).toBe(dusk.style);
    expect(tide.style).toBe(dusk.style);
    expect([dusk.difference, moon.difference]).toEqual([undefined, undefined]);
    expect(result.styles[required(tide.style)]).toEqual(looks['dusk-box']);
    expect(result.styles[required(tide.difference)]).toEqual({
      rest: { 'padding-top': '9px' },
      variants: [{ at: 'narrow', set: { color: 'red', 'padding-top': '9px' } }],
    });
  });

  it('leave a look alone that has nothing in common with its likes', () => {
    expect(find(result, 'tide-heading').style).toBe('tide-heading');
    expect(find(result, 'dusk-heading').style).toBe(find(result, 'moon-heading').style);
  });

  it('take back what only the others have, and keep states that all share in one place', () => {
    const hover = { state: ':hover', set: { color: 'red' } };
    const styles: Record<string, SharedStyle> = {
      'dusk-box': { rest: framed, variants: [hover] },
      'moon-box': { rest: framed, variants: [hover] },
      'tide-box': {
        rest: { color: 'black', 'padding-top': '8px', 'border-top-width': '1px' },
        variants: [hover, { state: ':focus', set: { top: '1px' } }],
      },
    };
    const other = differences.run({ ...document, styles: { ...looks, ...styles } }, nowhere);
    const tide = find(other, 'box-tide');
    expect(other.styles[required(tide.style)]?.variants).toEqual([hover]);
    expect(other.styles[required(tide.difference)]).toEqual({
      rest: { 'border-top-style': 'revert' },
      variants: [{ state: ':focus', set: { top: '1px' } }],
    });
  });

  it('keep states in one place that all have, and say again only what is another value', () => {
    const state = (value: string): SharedStyle => ({
      rest: framed,
      variants: [
        { state: ':hover', set: { color: value } },
        { state: ':active', set: { color: 'black', top: '1px' } },
      ],
    });
    const styles = { 'dusk-box': state('red'), 'moon-box': state('blue'), 'tide-box': state('red') };
    const other = differences.run({ ...document, styles: { ...looks, ...styles } }, nowhere);
    const [dusk, moon] = [find(other, 'box-dusk'), find(other, 'box-moon')];
    expect(other.styles[required(dusk.style)]).toEqual(styles['dusk-box']);
    expect([dusk.difference, moon.style]).toEqual([undefined, dusk.style]);
    /* Both states of the colour, so that the one pressed still wins over the one pointed at. */
    expect(other.styles[required(moon.difference)]).toEqual({
      rest: {},
      variants: [
        { state: ':hover', set: { color: 'blue' } },
        { state: ':active', set: { color: 'black' } },
      ],
    });
  });

  it('let what depends on an item depend on the style that the items share', () => {
    const inside = (host: string): SharedStyle => ({
      rest: { color: 'navy' },
      variants: [{ within: { style: host, state: ':hover' }, set: { color: 'red' } }],
    });
    const styles = {
      ...looks,
      'dusk-heading': inside('dusk-box'),
      'moon-heading': inside('moon-box'),
      'tide-heading': inside('tide-box'),
    };
    const other = differences.run({ ...document, styles }, nowhere);
    const host = required(find(other, 'box-tide').style);
    for (const name of ['dusk', 'moon', 'tide']) {
      const look = other.styles[required(find(other, `heading-${name}-heading`).style)];
      expect(other.styles[required(look?.variants?.[0]?.within?.style)]).toEqual(other.styles[host]);
    }
  });

  it('come after all styles, named after style and look', () => {
    const whole = runPasses(document, nowhere, DESIGN_PASSES);
    expect(find(whole, 'box-tide')).toMatchObject({ style: 'card', difference: 'card-roomy' });
    expect(Object.keys(whole.styles).at(-1)).toBe('card-roomy');
  });

  it('are other looks of one button, wherever buttons stand, and are named after how they look', () => {
    const full = {
      'background-color': 'rgb(0, 0, 99)',
      color: 'white',
      'padding-top': '12px',
      'font-size': '18px',
      'border-top-style': 'solid',
      'border-top-width': '1px',
    };
    const styles = {
      a: { rest: full },
      b: { rest: { ...full, 'background-color': 'transparent' } },
      c: { rest: { ...full, 'padding-top': '6px' } },
      d: { rest: { display: 'block' } },
    };
    const button = (style: string) => element('button', style, { element: 'a', style });
    const section = (name: string, ...children: ElementNode[]) => element('section', name, {}, ...children);
    const site = page(
      styles,
      section('Hero', button('a'), element('text', 't'), button('b')),
      section('End', button('c')),
      section('Foot', button('d')),
    );
    const shared = shareStyles.run(differences.run(site, nowhere), nowhere);
    const looks = ['a', 'b', 'c', 'd']
      .map((id) => find(shared, `button-${id}`))
      .map(({ style, difference }) => [style, difference]);
    expect(looks).toEqual([
      ['button', undefined],
      ['button', 'button-outlined'],
      ['button', 'button-small'],
      ['call-to-action-button', undefined],
    ]);
    expect(shared.styles['button-small']).toEqual({ rest: { 'padding-top': '6px' } });
  });
});

describe('kinds', () => {
  it('are cards where boxes alike hold a picture with its words, or one has a frame', () => {
    const result = kinds.run(document, nowhere);
    expect(find(result, 'box-dusk').kind).toBe('card');
    const alone = page({ 'dusk-box': { rest: {} } }, element('section', 'Offers', {}, offer('dusk')));
    expect(find(kinds.run(alone, nowhere), 'box-dusk').kind).toBe('box');
    const framedAlone = page({ 'dusk-box': { rest: framed } }, element('section', 'Offers', {}, offer('dusk')));
    expect(find(kinds.run(framedAlone, nowhere), 'box-dusk').kind).toBe('card');
    const wide = { boxes: new Map([['box-dusk', [0, 0, 1400, 300] as const]]), width: 1440 };
    expect(find(kinds.run(framedAlone, wide), 'box-dusk').kind).toBe('box');
  });

  it('are pictures with text on them where a picture lies behind words', () => {
    const cover = { rest: { 'background-image': 'url("assets/marsh.jpg")', 'background-size': 'cover' } };
    const message = element('text', 'said', {}, words('High tide'));
    const behind = page({ b: cover }, element('box', 'wide', { style: 'b' }, message));
    expect(find(kinds.run(behind, nowhere), 'box-wide').kind).toBe('picture-box');
    const image = element('image', 'sea', { element: 'img' });
    const under = page({}, element('box', 'wide', {}, image, message));
    const boxes = new Map([
      ['box-wide', [0, 0, 400, 300] as const],
      ['image-sea', [0, 0, 400, 300] as const],
    ]);
    expect(find(kinds.run(under, { boxes, width: 1440 }), 'box-wide').kind).toBe('picture-box');
    expect(find(kinds.run(under, nowhere), 'box-wide').kind).toBe('box');
  });
});
