import { fillPage } from '../content/content.js';
import { originalValues } from '../content/source-values.js';
import { regionsOf } from '../content/regions.js';
import { flatten } from '../content/values.js';
import type { MeasuredPage } from '../proof/measurement.js';
import { casesOf, TALL_IMAGE } from './cases.js';
import { markupFaults, trialFaults } from './faults.js';
import { document, word, measured, before } from './sample.js';

const cases = casesOf(document, regionsOf(document), {});

const caseOf = (name: string) => cases.find((trialCase) => trialCase.name === name);

const valuesOf = (name: string): ReadonlyMap<string, string> => flatten(caseOf(name)?.content ?? {}).values;

describe('what clients do', () => {
  it('is done in every field of a kind, and in no other', () => {
    const before = originalValues(document).values;
    const changed = (name: string): string[] =>
      [...valuesOf(name)].filter(([path, value]) => before.get(path) !== value).map(([path]) => path);
    expect(changed('long-titles')).toEqual(['offers.cards.small.heading', 'offers.cards.large.heading']);
    expect(valuesOf('long-titles').get('offers.cards.small.heading')).toBe('The small one The small one');
    expect(valuesOf('short-titles').get('offers.cards.small.heading')).toBe('The');
    expect(changed('tall-pictures')).toEqual(['offers.picture.file']);
    expect(valuesOf('tall-pictures').get('offers.picture.file')).toBe(TALL_IMAGE);
    expect(changed('empty-fields')).toEqual(['offers.text', 'offers.cards.small.text', 'offers.cards.large.text']);
    for (const { name } of cases) expect(valuesOf(name).get('page.title')).toBe('Sample');
  });

  it('makes lists of none, one, twice as many and a hundred entries', () => {
    const counts = ['no-entries', 'one-entry', 'twice-the-entries', 'hundred-entries'].map((name) => {
      const filled = fillPage(document, caseOf(name)?.content ?? {});
      return originalValues(filled).lists.get('offers.cards')?.length ?? 0;
    });
    expect(counts).toEqual([0, 1, 4, 100]);
  });

  it('writes about as much in other scripts, and keeps what a client wrote before', () => {
    const greek = valuesOf('greek').get('offers.text') ?? '';
    expect(greek).toMatch(/^\p{Script=Greek}/u);
    expect(greek.length).toBeLessThanOrEqual('One line'.length);
    const own = casesOf(document, regionsOf(document), { offers: { text: 'Mine' } });
    expect(flatten(own.find(({ name }) => name === 'capitals')?.content ?? {}).values.get('offers.text')).toBe('MINE');
  });
});

const kinds = (now: MeasuredPage, was = before): string[] =>
  trialFaults(document, was, now, 390).map(({ kind, path, section }) => `${kind} ${section}/${path}`);

describe('what is wrong with an edited page', () => {
  it('is nothing where all is as it was', () => {
    expect(trialFaults(document, before, before, 390)).toEqual([]);
  });

  it('is told by the field that is at fault', () => {
    const heading = 'offers/offers.cards.small.heading';
    expect(kinds(measured([word('The', 'heading-small-h', 80, 0)]))).toEqual([`beyond ${heading}`]);
    expect(kinds(measured([word('The', 'heading-small-h', 0, 0, { cut: true })]))).toEqual([`cut-off ${heading}`]);
    expect(kinds(measured([word('The', 'heading-small-h', 0, 0, { under: 'card-large' })]))).toEqual([
      `covered ${heading}`,
    ]);
    expect(kinds(measured([word('The', 'heading-small-h', 0, 0), word('Some', 'text-small-p', 5, 5)]))).toEqual([
      `overlap ${heading}`,
    ]);
    expect(kinds(measured([word('The', 'heading-small-h', 380, 0, { width: 60 })], { overflow: 50 }))).toEqual([
      `scrolls ${heading}`,
      `beyond ${heading}`,
    ]);
    /* Which text lies over it is told too, of words that cover and of words that only touch. */
    const over = (...words: Parameters<typeof measured>[0]) =>
      trialFaults(document, before, measured(words), 390).map((trialFault) => trialFault.over);
    expect(over(word('The', 'heading-small-h', 0, 0, { under: 'text-low' }))).toEqual(['offers.text']);
    expect(
      over(word('The', 'heading-small-h', 0, 0), word('Some', 'text-small-p', 5, 5, { under: 'text-low' }))[0],
    ).toBe('offers.text');
    expect(over(word('The', 'heading-small-h', 0, 0, { under: 'card-large' }))).toEqual([undefined]);
    const flat = { ...before, things: { ...before.things, 'text-low': { box: [0, 80, 100, 0] as const } } };
    expect(kinds(flat)).toEqual(['collapsed offers/offers.text']);
  });

  it('is not what was so before, in elements of the same style', () => {
    const meant = measured([word('The', 'heading-large-h', 0, 0, { cut: true })]);
    expect(kinds(measured([word('The', 'heading-small-h', 0, 0, { cut: true })]), meant)).toEqual([]);
    expect(kinds(measured([], { overflow: 20 }), measured([], { overflow: 20 }))).toEqual([]);
  });

  it('is text that has become markup', () => {
    expect(markupFaults('<p>&lt;b&gt;</p>', '<p></p>', '<b>')).toEqual([]);
    expect(markupFaults('<p><b></b></p>', '<p></p>', '<b>')).toEqual([expect.objectContaining({ kind: 'markup' })]);
  });
});
