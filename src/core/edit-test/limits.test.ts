import { regionsOf } from '../content/regions.js';
import { flatten } from '../content/values.js';
import { element, page } from '../document/sample.js';
import type { PageDocument } from '../document/types.js';
import { casesOf } from './cases.js';
import type { TrialFault } from './faults.js';
import { limitsFor, withLimits } from './limits.js';

const message = (text: string, field: string) => ({ kind: 'words', text, field }) as const;
const card = (id: string, title: string) =>
  element(
    'card',
    id,
    { entry: { list: 'ways.cards', id } },
    element('heading', `h-${id}`, { element: 'h3' }, message(title, `ways.cards.${id}.heading`)),
    element('text', `t-${id}`, { element: 'p' }, message('For all', `ways.cards.${id}.text`)),
  );
const document: PageDocument = page(
  {},
  element('section', 'ways', {}, card('one', 'Friday evening'), card('two', 'Sunday')),
);
const fault = (kind: TrialFault['kind'], path: string): TrialFault => ({
  kind,
  width: 390,
  path,
  what: 'It is covered',
});
const limits = (...faults: TrialFault[]) =>
  limitsFor(document, regionsOf(document), {}, new Map([['long-titles', faults]]));

describe('limits of a trial', () => {
  it('are what the longest of a field has now, rounded up, for all entries of a list', () => {
    expect(limits(fault('covered', 'ways.cards.two.heading'), fault('overlap', 'ways.cards.one.heading'))).toEqual([
      { path: 'ways.cards.*.heading', longest: 15, faults: 2 },
    ]);
  });

  it('may be of the text that lies over another one', () => {
    const covered = new Map([
      ['long-titles', [{ ...fault('covered', 'ways.cards.two.heading'), over: 'ways.cards.two.text' }]],
    ]);
    const of = (which: 'path' | 'over') =>
      limitsFor(document, regionsOf(document), {}, covered, which).map(({ path }) => path);
    expect([of('path'), of('over')]).toEqual([['ways.cards.*.heading'], ['ways.cards.*.text']]);
  });

  it('are none for what has nothing to do with length, or no field', () => {
    expect(limits(fault('collapsed', 'ways.cards.two.heading'), fault('covered', 'ways.gone'))).toEqual([]);
    expect(
      limitsFor(
        document,
        regionsOf(document),
        {},
        new Map([['no-pictures', [fault('covered', 'ways.cards.two.heading')]]]),
      ),
    ).toEqual([]);
  });

  it('hold for what the trial does then, and are not proposed twice', () => {
    const limited = withLimits(document, limits(fault('covered', 'ways.cards.two.heading')));
    const long = casesOf(limited, regionsOf(limited), {}).find(({ name }) => name === 'long-titles');
    expect(flatten(long?.content ?? {}).values.get('ways.cards.one.heading')).toBe('Friday evening');
    expect(flatten(long?.content ?? {}).values.get('ways.cards.two.heading')).toBe('Sunday Sunday');
    expect(
      limitsFor(
        limited,
        regionsOf(limited),
        {},
        new Map([['long-titles', [fault('covered', 'ways.cards.two.heading')]]]),
      ),
    ).toEqual([]);
  });

  it('of a person hold for entries and locks too', () => {
    const ruled: PageDocument = {
      ...document,
      fieldRules: { 'ways.cards': { fewest: 2, most: 3 }, 'ways.cards.*.text': { locked: true } },
    };
    const lists = (name: string) =>
      flatten(casesOf(ruled, regionsOf(ruled), {}).find((trialCase) => trialCase.name === name)?.content ?? {});
    expect(
      ['no-entries', 'one-entry', 'hundred-entries'].map((name) => lists(name).lists.get('ways.cards')?.length),
    ).toEqual([2, 2, 3]);
    expect(lists('long-word').values.get('ways.cards.one.text')).toBe('For all');
  });
});
