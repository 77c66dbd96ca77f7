import type { Adjustment } from '../adjust/adjustment.js';
import { originalContent } from '../content/source-values.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import type { MeasuredPage } from '../proof/measurement.js';
import { type TrialFault } from './faults.js';
import { applyFixes } from './apply-fixes.js';
import { suggestFixes } from './suggested-fixes.js';
import { document, word, measured, before } from './sample.js';

describe('what may fix it', () => {
  const fault = (kind: TrialFault['kind'], id: string): TrialFault => ({ kind, id, width: 390, what: 'x' });
  const message = (...faults: TrialFault[]): string[] =>
    suggestFixes(document, faults).map(({ adjustments }) =>
      adjustments.map(({ style, element: id, property, value }) => `${style ?? id} ${property}: ${value}`).join('; '),
    );

  it('is for the page first, then for the text, its row and its box', () => {
    expect(message(fault('beyond', 'heading-small-h'))).toEqual([
      'box-page overflow-wrap: anywhere',
      'box-page overflow-wrap: break-word',
      'head text-wrap-mode: wrap',
      'head text-wrap-mode: wrap; head overflow-wrap: anywhere; head min-width: 0; head max-width: 100%; head flex-shrink: 1',
      'head overflow-wrap: anywhere',
      'head overflow-wrap: anywhere; head min-width: 0',
      'head overflow-wrap: break-word',
      'row flex-wrap: wrap',
    ]);
    /* An entry that was added is named after the one that it is made from. */
    expect(message(fault('beyond', 'heading-small-h-more-3'))).toEqual(message(fault('beyond', 'heading-small-h')));
    const above = 'low position: relative; low z-index: 1';
    expect(message({ ...fault('covered', 'text-low'), under: 'card-small' })).not.toContain(above);
    expect(message(fault('overlap', 'card-small'))).toContain('row flex-wrap: wrap');
    expect(message(fault('cut-off', 'text-low'))).toContain('low height: auto; low min-height: 40px');
  });

  it('is said of an element where that has it otherwise than its style', () => {
    const link = {
      ...element('link', 'l', { element: 'a', style: 'plain', inline: true }, words('Cart')),
      difference: 'own',
    };
    const shown = page(
      { plain: { rest: {} }, own: { rest: { 'text-wrap-mode': 'nowrap' } } },
      element('row', 'r', {}, link),
    );
    const fixes = suggestFixes(shown, [fault('cut-off', link.id)]).map(({ adjustments }) =>
      adjustments.map(({ element: of, style, property }) => `${of ?? `.${style}`} ${property}`).join('; '),
    );
    expect(fixes).toContain(`${link.id} text-wrap-mode`);
    expect(fixes).toContain('.plain overflow-wrap');
  });

  it('lets words lie above ornament, not above other words', () => {
    const shown = page(
      {},
      element('artwork', 'dots', {}),
      element('text', 't', { element: 'p' }, words('Tea')),
      element('text', 'u', { element: 'p' }, words('Cake')),
    );
    const above = (under: string): boolean =>
      suggestFixes(shown, [{ ...fault('covered', 'text-t'), under }]).some(({ why }) =>
        why.startsWith('it is raised above'),
      );
    expect([above('artwork-dots'), above('text-u'), above('')]).toEqual([true, false, false]);
  });

  it('is for a whole row where the page scrolls until the last of its texts may break', () => {
    const entry = (id: string): ElementNode => element('text', id, { element: 'p', style: `line-${id}` }, words(id));
    const nowrap = { rest: { 'text-wrap-mode': 'nowrap' } };
    const row = page(
      { 'line-a': nowrap, 'line-b': nowrap, 'line-c': { rest: {} } },
      element('row', 'r', {}, entry('a'), entry('b'), entry('c')),
    );
    const whole = (kind: TrialFault['kind']) =>
      suggestFixes(row, [fault(kind, 'text-a')]).find(({ why }) => why.startsWith('all lines of its row'));
    expect([...new Set(whole('scrolls')?.adjustments.map(({ style }) => style))]).toEqual(['line-a', 'line-b']);
    expect(whole('beyond')).toBeUndefined();
    const two = {
      ...row,
      body: {
        ...row.body,
        children: [
          ...(row.body.children ?? []),
          element('row', 'q', {}, element('text', 'd', { element: 'p', style: 'line-d' }, words('d'))),
        ],
      },
      styles: { ...row.styles, 'line-d': nowrap },
    };
    const all = suggestFixes(two, [fault('scrolls', 'text-a')]).find(({ why }) => why.startsWith('all lines wrap'));
    expect([...new Set(all?.adjustments.map(({ style }) => style))]).toEqual(['line-a', 'line-b', 'line-d']);
  });

  it('is kept where the page scrolls less, though it scrolls still', async () => {
    const wide = (by: number): TrialFault => ({ ...fault('scrolls', 'heading-small-h'), by });
    const faultsOf = async (_: string, list: readonly Adjustment[]): Promise<readonly TrialFault[]> => [
      wide(list.some(({ value }) => value === 'break-word') ? 40 : 200),
    ];
    const kept = await applyFixes(document, [before], [], new Map([['long-word', [wide(200)]]]), {
      asIs: async () => [before],
      faultsOf,
    });
    expect(kept.map(({ adjustments: [adjustment], faults }) => [adjustment?.value, faults])).toEqual([
      ['break-word', 0],
    ]);
  });

  it('has long words break where a box around them says otherwise', () => {
    const around = page(
      { frame: { rest: { 'overflow-wrap': 'break-word' } } },
      element('card', 'c', { style: 'frame' }, element('text', 't', { element: 'p' }, words('Tea'))),
    );
    const result = suggestFixes(around, [fault('scrolls', 'text-t')]).flatMap(({ adjustments }) => adjustments);
    expect(result).toContainEqual({ page: 'sample', style: 'frame', property: 'overflow-wrap', value: 'anywhere' });
  });

  it('holds open what collapses without its picture, from within, by its shape or its least height', () => {
    const shown = page(
      {},
      element('section', 'Skies', { element: 'section' }, element('card', 'same', {}), element('card', 'other', {})),
    );
    const frames = new Map([
      ['section-Skies', [[0, 0, 400, 300]]],
      [
        'card-same',
        [
          [0, 0, 400, 200],
          [0, 0, 200, 100],
        ],
      ],
      [
        'card-other',
        [
          [0, 0, 400, 90],
          [0, 0, 200, 80],
        ],
      ],
    ]);
    const fixes = suggestFixes(
      shown,
      ['section-Skies', 'card-same', 'card-other'].map((id) => fault('collapsed', id)),
      frames as never,
    );
    expect(
      fixes.map(
        ({ adjustments: [adjustment] }) => `${adjustment?.element} ${adjustment?.property}: ${adjustment?.value}`,
      ),
    ).toEqual(['card-same aspect-ratio: 400 / 200', 'card-same min-height: 100px', 'card-other min-height: 80px']);
  });

  it('keeps the frames of pictures that a client can exchange, where one is at fault', () => {
    const image = (id: string, more: object): ElementNode =>
      element('image', id, { element: 'img', attributes: { src: 'assets/a.jpg' }, ...more });
    const shown = page(
      {},
      element(
        'section',
        'Offers',
        { element: 'section' },
        image('fixed', { fields: { src: 'offers.picture.file' } }),
        image('fluid', { fields: { src: 'offers.other.file' } }),
        image('drawn', {}),
      ),
    );
    const frames = new Map([
      [
        'image-fixed',
        [
          [0, 0, 40, 30],
          [9, 9, 40, 30],
        ],
      ],
      [
        'image-fluid',
        [
          [0, 0, 300, 200],
          [0, 0, 0, 0],
          [0, 0, 150, 100],
        ],
      ],
    ] as const);
    const set = (section: string): string[] =>
      suggestFixes(shown, [{ kind: 'overlap', width: 390, what: 'x', section }], frames as never).flatMap(
        ({ why, adjustments }) =>
          why.startsWith('an image')
            ? [adjustments.map(({ element: id, property, value }) => `${id} ${property}: ${value}`).join('; ')]
            : [],
      );
    expect(set('offers')).toEqual([
      'image-fixed aspect-ratio: 40 / 30; image-fixed object-fit: cover; image-fixed width: 40px; image-fixed max-width: 100%',
      'image-fluid aspect-ratio: 300 / 200; image-fluid object-fit: cover',
    ]);
    expect(set('elsewhere')).toEqual([]);
  });

  it('is tried, and kept only if faults go and no word of the page moves', async () => {
    const broken = new Map([
      ['long-word', [fault('beyond', 'heading-small-h'), fault('beyond', 'text-small-p')]],
      ['markup', [fault('beyond', 'heading-small-h')]],
    ]);
    const has = (list: readonly Adjustment[], value: string): boolean =>
      list.some((adjustment) => adjustment.value === value);
    const tried: string[] = [];
    const kept = await applyFixes(
      document,
      [before],
      [{ style: 'card', property: 'color', value: 'red', step: 4 }],
      broken,
      {
        /* Words of the page move if they may break anywhere, and a wrapped heading pushes them too. */
        asIs: async (list) => [
          has(list, 'anywhere') ? measured([word('The', 'heading-small-h', 0, 3), ...before.words.slice(1)]) : before,
        ],
        faultsOf: async (name, list) => {
          tried.push(name);
          if (!has(list, 'break-word')) return broken.get(name) ?? [];
          return has(list, 'wrap') ? [] : (broken.get(name) ?? []).slice(0, 1);
        },
      },
    );
    expect(kept.map(({ adjustments, faults }) => [adjustments[0]?.value, adjustments[0]?.step, faults])).toEqual([
      ['break-word', 5, 1],
      ['wrap', 6, 2],
    ]);
    expect(tried).not.toContain('greek');
  });

  it('is not kept where it lays words on words, whatever else it fixes', async () => {
    const above = (list: readonly Adjustment[]): boolean => list.some(({ property }) => property === 'z-index');
    const covered = [fault('covered', 'text-low'), { ...fault('covered', 'text-low'), width: 820 }];
    const faultsOf = async (_: string, list: readonly Adjustment[]): Promise<readonly TrialFault[]> =>
      above(list) ? [fault('overlap', 'text-low')] : covered;
    expect(
      await applyFixes(document, [before], [], new Map([['long-word', covered]]), {
        asIs: async () => [before],
        faultsOf,
      }),
    ).toEqual([]);
  });

  it('is tried on all edits only if it helps the one for which it is meant', async () => {
    const broken = new Map([
      ['long-word', [fault('beyond', 'heading-small-h')]],
      ['no-pictures', [fault('collapsed', 'text-low')]],
    ]);
    const asked: string[] = [];
    const faultsOf = async (name: string): Promise<readonly TrialFault[]> => {
      asked.push(name);
      return broken.get(name) ?? [];
    };
    expect(await applyFixes(document, [before], [], broken, { asIs: async () => [before], faultsOf })).toEqual([]);
    expect(asked.filter((name) => name === 'long-word')).toHaveLength(
      suggestFixes(document, broken.get('long-word') ?? []).length,
    );
  });

  it('gives every edit its turn', async () => {
    const broken = new Map([
      ['long-word', [fault('beyond', 'heading-small-h')]],
      ['no-pictures', [fault('collapsed', 'text-low')]],
    ]);
    const tried: string[] = [];
    const asIs = async (list: readonly Adjustment[]): Promise<readonly MeasuredPage[]> => {
      tried.push(list.at(-1)?.property ?? '');
      return [measured([word('Else', 'text-low', 0, 0)])];
    };
    expect(await applyFixes(document, [before], [], broken, { asIs, faultsOf: async () => [] })).toEqual([]);
    expect(tried.slice(0, 2).sort()).toEqual(['aspect-ratio', 'overflow-wrap']);
  });

  it('says nothing of a page on which nothing breaks', async () => {
    const never = (): never => {
      throw new Error('nothing is to be measured');
    };
    expect(await applyFixes(document, [before], [], new Map(), { asIs: never, faultsOf: never })).toEqual([]);
    expect(originalContent(document)['offers']).toBeDefined();
  });
});
