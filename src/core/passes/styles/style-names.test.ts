import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { lookWords } from './look-words.js';
import { shareStyles } from './share-styles.js';

/** A look that no other element has, so that none is shared unless it is meant to be. */
let made = 0;
const looks: Record<string, SharedStyle> = {};
function look(rest: Record<string, string> = {}): { style: string } {
  const style = `s${(made += 1)}`;
  looks[style] = { rest: { order: `${made}`, ...rest } };
  return { style };
}

let ids = 0;
const id = (): string => `n${(ids += 1)}`;
const text = (said: string, rest?: Record<string, string>): ElementNode =>
  element('text', id(), { element: 'p', ...look(rest) }, words(said));
const heading = (level: number, said: string): ElementNode =>
  element('heading', id(), { element: `h${level}`, ...look() }, words(said));
const button = (said: string): ElementNode => element('button', id(), { element: 'a', ...look() }, words(said));
const box = (kind: 'row' | 'stack' | 'card', ...inside: ElementNode[]): ElementNode =>
  element(kind, id(), look(), ...inside);
const section = (name: string, ...inside: ElementNode[]): ElementNode =>
  element('section', id(), { element: 'section', name, ...look() }, ...inside);

/** The names that the styles of a page get, in the order of its elements. */
function namesIn(...body: ElementNode[]): string[] {
  const before: PageDocument = page(looks, ...body);
  const after = shareStyles.run(before, { boxes: new Map(), width: 1440 });
  return [...elements(after.body)].flatMap(({ style }) => style ?? []);
}

describe('names of styles', () => {
  it('say the part of the page and what the element is there', () => {
    expect(
      namesIn(
        section(
          'Marsh nights',
          text('Every Friday'),
          heading(1, 'Watch the sky over the marsh'),
          text('From the platform you see both the water and the Milky Way.'),
          box('row', button('Book a place'), button('Find us')),
        ),
      ),
    ).toEqual(['hero', 'hero-kicker', 'hero-title', 'hero-lead', 'hero-actions', 'button', 'hero-button']);
  });

  it('say the card in which something is, and what its words are', () => {
    const card = (said: string, price: string): ElementNode =>
      element('card', id(), { ...look(), repeat: 'tours' }, heading(3, said), text(price));
    expect(namesIn(section('Tours', card('Dusk', '€ 12'), card('Moonrise', '€ 14'), card('Dawn', '€ 9')))).toEqual(
      expect.arrayContaining(['cards-section', 'card', 'card-title', 'card-price']),
    );
  });

  it('leave the part out where a style is used in several', () => {
    const [one, two] = [text('One paper that is read in two places of it.'), text('The other place.')];
    const shared = { ...two, ...(one.style ? { style: one.style } : {}) };
    expect(namesIn(section('Tides', one), section('Moon', shared))).toEqual([
      'text-section',
      'text',
      'text-section-last',
      'text',
    ]);
  });

  it('are told apart by look or by place, and by number at the very last', () => {
    const small = { 'font-size': '13px' };
    const names = namesIn(
      section(
        'Hide',
        heading(2, 'The hide'),
        text('The hide has room for eight people and two telescopes.', { 'font-size': '17px' }),
        text('Dogs wait outside of it.', { 'font-size': '16px' }),
        text('Opened in spring.', small),
        text('Closed in frost.', small),
      ),
    );
    expect(names).toEqual(['text-section', 'text-title', 'text-lead', 'text', 'text-small', 'text-last']);
    expect(new Set(names).size).toBe(names.length);
  });

  it('call sections as their source does where that says what they are, else by what they show', () => {
    const called = (path: string, ...inside: ElementNode[]): string =>
      namesIn({ ...section('Any words', heading(2, 'Any words'), ...inside), from: { path } })[0] ?? '';
    const long = 'The marsh floods twice a day, and from the platform you see how the water finds its way. '.repeat(3);
    expect(called('html > body > section#team')).toBe('team-section');
    expect(called('body > div#priceList')).toBe('price-list-section');
    for (const path of ['body > section#section-3', 'body > div#cards-outer', 'body > section', 'body > div#x7'])
      expect(called(path, text(long))).toBe('text-section');
    const image = element('image', id(), { element: 'img', ...look() });
    expect(called('body > section', text(long), image)).toBe('feature-section');
    expect(called('body > section', button('Book'))).toBe('call-to-action-section');
    expect(called('body > section', element('form', id(), { element: 'form' }))).toBe('form-section');
    expect(called('body > section', element('table', id(), { element: 'table' }))).toBe('table-section');
    expect(called('body > section', box('card'), box('card'))).toBe('cards-section');
    expect(called('body > section', heading(1, 'The hide'))).toBe('hero');
  });

  it('are the same whatever something says', () => {
    const saying = (name: string, said: string): string[] =>
      namesIn(section(name, heading(2, said), text(said), text(said), text(said, { 'font-size': '30px' })));
    expect(saying('The marsh', 'The marsh at dusk')).toEqual(saying('Le marais', 'Crépuscule'));
  });
});

describe('words for a look', () => {
  const rest = (own: Record<string, string>): SharedStyle => ({ rest: own });

  it.each([
    [{ 'font-size': '16px' }, { 'font-size': '22px' }, 'large'],
    [{ 'font-weight': '400' }, { 'font-weight': 'bold' }, 'bold'],
    [{}, { 'text-align': 'center' }, 'centred'],
    [{}, { 'background-color': 'rgb(20, 30, 60)' }, 'filled'],
    [{ color: 'rgb(20, 20, 20)' }, { color: 'rgb(200, 200, 200)' }, 'pale'],
    [{ width: '400px' }, { width: '200px' }, 'narrow'],
    [{ 'margin-bottom': '8px' }, { 'margin-bottom': '24px' }, 'spaced'],
  ])('%j beside %j', (other, own, word) => {
    expect(lookWords(rest(other), rest(own))[0]).toBe(word);
  });

  it('are none for what a person does not see', () => {
    expect(lookWords(rest({ 'font-size': '16px' }), rest({ 'font-size': '16.4px' }))).toEqual([]);
  });

  it('say on which screens something is shown', () => {
    const hidden = { rest: {}, variants: [{ at: 'narrow', set: { display: 'none' } }] };
    expect(lookWords(rest({}), hidden)).toEqual(['wide-screen']);
    expect(lookWords(rest({}), rest({ display: 'none' }))).toEqual(['small-screen']);
  });
});
