import { element, page, words } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import { checkContent, fieldsByPath } from './check.js';
import { originalContent } from './source-values.js';
import { formatOf } from './formats.js';
import { inWords, regionsOf } from './regions.js';

/** A card whose fields are told from its id on; a badge is in one of them only. */
function card(id: string, style: string, ...more: ElementNode[]): ElementNode {
  const path = `offers.cards.${id}`;
  return element(
    'card',
    id,
    { style, entry: { list: 'offers.cards', id } },
    element('heading', `${id}h`, { element: 'h3' }, words(id, `${path}.heading`)),
    element('text', `${id}n`, { element: 'p' }, words('36', `${path}.price-number`)),
    element(
      'list',
      `${id}u`,
      { element: 'ul' },
      ...['a', 'b'].map((text, at) =>
        element(
          'item',
          `${id}${text}`,
          { element: 'li', entry: { list: `${path}.items`, id: `${at + 1}` } },
          words(text, `${path}.items.${at + 1}`),
        ),
      ),
    ),
    ...more,
  );
}

const document = page(
  { loud: { rest: { 'text-transform': 'uppercase' } }, plain: { rest: {} }, bright: { rest: { color: 'blue' } } },
  element(
    'section',
    'What we offer',
    { element: 'section' },
    element('text', 'k', { element: 'p', style: 'loud' }, words('Since spring', 'offers.kicker')),
    element('heading', 'h', { element: 'h2', attributes: { id: 'top' } }, words('Offers', 'offers.heading')),
    element(
      'text',
      'r',
      { element: 'p', rich: 'offers.intro' },
      words('All of '),
      element('run', 'b', { element: 'em', inline: true }, words('it')),
    ),
    element('image', 'i', {
      element: 'img',
      attributes: { src: 'assets/a.jpg', alt: 'A' },
      fields: { src: 'offers.picture.file', alt: 'offers.picture.alt' },
    }),
    element(
      'link',
      'l',
      { element: 'a', attributes: { href: '#top' }, fields: { href: 'offers.link.address' } },
      words('Up', 'offers.link.label'),
    ),
    element(
      'grid',
      'g',
      {},
      card('small', 'plain'),
      card('large', 'bright', element('text', 'badge', { element: 'p' }, words('New', 'offers.cards.large.badge'))),
      card('wide', 'plain'),
    ),
  ),
);
const regions = regionsOf(document);
const find = fieldsByPath(regions);

describe('the regions of a page', () => {
  it('are its sections, as a client calls them, with their fields in order', () => {
    expect(regions.map(({ name, label }) => [name, label])).toEqual([
      ['page', 'Page'],
      ['offers', 'What we offer'],
    ]);
    expect(regions[1]?.fields.map(({ name, type }) => [name, type])).toEqual([
      ['kicker', 'text'],
      ['heading', 'text'],
      ['intro', 'rich'],
      ['picture', 'picture'],
      ['link', 'link'],
      ['cards', 'list'],
    ]);
  });

  it('say how a text is written, how long it may be, and what is required', () => {
    expect(find('offers.kicker')).toMatchObject({
      help: 'Use normal capitalisation: the page shows it in capitals.',
      longest: 30,
      required: false,
    });
    expect(find('offers.heading')).toMatchObject({ required: true, example: 'Offers' });
    expect(find('offers.intro')?.help).toContain('**strong**');
    expect(find('offers.picture.alt')?.help).toContain('who cannot see it');
    expect(find('offers.link.address')).toMatchObject({ type: 'address', required: true });
  });

  it('have one field for what all entries have, and for what only some have', () => {
    const cards = find('offers.cards');
    expect(cards?.fields?.map(({ name, type, required }) => [name, type, required])).toEqual([
      ['highlighted', 'yes-no', false],
      ['heading', 'text', true],
      ['price-number', 'number', false],
      ['items', 'list', false],
      ['badge', 'text', false],
    ]);
    expect(cards?.fields?.[1]?.path).toBe('offers.cards.*.heading');
    expect(find('offers.cards.anything.items.7')).toMatchObject({ type: 'text' });
    expect(find('offers.cards.large.gone')).toBeUndefined();
    expect(find('offers.heading.more')).toBeUndefined();
  });

  it('make a choice of looks where entries look different and some alike', () => {
    const alike = page(
      document.styles,
      element('grid', 'g', {}, card('small', 'plain'), card('large', 'bright'), card('wide', 'plain')),
    );
    expect(fieldsByPath(regionsOf(alike))('offers.cards.wide.highlighted')).toMatchObject({ type: 'yes-no' });
    const three = page(
      document.styles,
      element('grid', 'g', {}, ...['plain', 'bright', 'loud', 'plain'].map((style, at) => card(`c${at}`, style))),
    );
    expect(fieldsByPath(regionsOf(three))('offers.cards.c3.look')).toMatchObject({
      type: 'choice',
      choices: ['c0', 'c1', 'c2'],
    });
  });

  it('turn names into words', () => {
    expect(inWords('take-a-telescope-home')).toBe('Take a telescope home');
  });
});

describe('the check of content', () => {
  const files = new Set(['assets/a.jpg']);
  const original = originalContent(document);
  const offers = original['offers'] as Record<string, never>;
  const message = (more: object): string[] =>
    checkContent(document, regions, { ...original, offers: { ...offers, ...more } }, files).map(
      ({ path, wrong, what }) => `${wrong ? 'wrong' : 'look'} ${path}: ${what}`,
    );

  it('finds nothing in what the source says', () => {
    expect(message({})).toEqual([]);
  });

  it.each<[object, string]>([
    [{ gone: 'x' }, 'wrong offers.gone: Field not found'],
    [{ heading: '' }, 'look offers.heading: It is empty, so its element is not shown'],
    [{ kicker: 'x'.repeat(31) }, 'look offers.kicker: It has 31 letters; 30 may not fit'],
    [{ link: { address: '#gone', label: 'Up' } }, 'wrong offers.link.address: The page has no anchor "gone"'],
    [{ link: { address: '#%E0%A4%A', label: 'Up' } }, 'wrong offers.link.address: The page has no anchor "%E0%A4%A"'],
    [
      { link: { address: 'javascript:alert(1)', label: 'Up' } },
      'wrong offers.link.address: An address must not run a script',
    ],
    [
      { link: { address: 'assets/gone.pdf?x', label: 'Up' } },
      'wrong offers.link.address: File "assets/gone.pdf" not found in the project',
    ],
    [
      { picture: { file: 'assets/none.jpg', alt: '' } },
      'wrong offers.picture.file: File "assets/none.jpg" not found in the project',
    ],
    [
      { cards: [{ id: 'small', 'price-number': 'many' }] },
      'wrong offers.cards.small.price-number: "many" is not a number',
    ],
  ])('%j', (more, words) => {
    expect(message(more)).toContain(words);
  });

  it.each(['mailto:a@example.org', 'https://example.org/', '//example.org', 'hire.html#x', '#', '#top', ''])(
    'lets the address "%s" be',
    (address) => {
      expect(message({ link: { address, label: 'Up' } }).filter((text) => text.startsWith('wrong'))).toEqual([]);
    },
  );
});

describe('the format of a text', () => {
  it.each([
    ['9 October', 'date'],
    ['Fri, 9 Oct 2026', 'date'],
    ['2026-10-09', 'date'],
    ['3. März', 'date'],
    ['19:30', 'time'],
    ['7 pm', 'time'],
    ['18:00 – 20:00', 'time'],
    ['€ 36', 'price'],
    ['36,50 €', 'price'],
    ['12 CHF / month', 'price'],
    ['36', 'number'],
    ['1,200+', 'number'],
    ['45 %', 'share'],
    ['OCT', 'month'],
    ['Friday', 'day'],
    ['2026', 'year'],
    ['+49 170 455 12', 'phone'],
    ['me@example.org', 'email'],
    ['© The Society', 'copyright'],
    ['May I bring my dog?', undefined],
    ['Second floor', undefined],
  ])('of “%s” is %s', (text, format) => {
    expect(formatOf(text)).toBe(format);
  });
});
