import {
  beyondRest,
  boxAround,
  differsToSee,
  findingOf,
  unlikeControls,
  widthsUnder,
  type ConditionProof,
} from './conditions.js';
import { overLimits } from './over-limits.js';
import { comparePixels } from './pixels.js';

const proof = (more: Partial<ConditionProof> = {}): ConditionProof => ({
  condition: 'dark',
  width: 900,
  differ: 0,
  seen: 0,
  words: { words: 10, placed: 1, missing: 0, extra: 0, moved: [] },
  height: { source: 900, result: 900 },
  overflow: 0,
  clashes: 0,
  sections: [],
  differences: [],
  ...more,
});
const placed = (share: number): Pick<ConditionProof, 'words'> => ({ words: { ...proof().words, placed: share } });
const control = { name: 'Nights', x: 10.4, y: 3, width: 50, height: 20 };

describe('conditions', () => {
  it('are looked at where a page may be laid out otherwise', () => {
    expect(widthsUnder('dark', [820, 1440, 390])).toEqual([1440, 390]);
    expect(widthsUnder('hover', [820])).toEqual([820]);
    expect(widthsUnder('text-200', [820, 1440])).toEqual([1440]);
    expect(widthsUnder('print', [1440])).toEqual([794]);
  });

  it('count what they add to what differs at rest', () => {
    const atRest = { differ: 0.1, placed: 0.9 };
    expect(beyondRest(proof({ differ: 0.13, atRest, ...placed(0.8) }))).toEqual({
      differ: expect.closeTo(0.03) as number,
      misplaced: expect.closeTo(0.1) as number,
    });
    expect(differsToSee(proof({ differ: 0.1, atRest, ...placed(0.9) }))).toBe(false);
    expect(differsToSee(proof({ differ: 0.01 }))).toBe(true);
    expect(differsToSee(proof({ parts: { source: 2, result: 1 } }))).toBe(true);
  });

  it('have limits of their own, else those of a width', () => {
    const over = (conditions: readonly ConditionProof[], more = {}): string[] =>
      overLimits({ widths: [], limits: { differ: 0.05, placed: 0.9, ...more }, conditions });
    expect(over([proof({ differ: 0.04 })])).toEqual([]);
    expect(over([proof({ differ: 0.04 })], { conditions: { dark: 0.03 } })).toEqual([
      'dark scheme, 900 px: 4.00 % of the pixels differ, the limit is 3.00 %',
    ]);
    expect(over([proof({ part: '#way', atRest: { differ: 0, placed: 1 }, ...placed(0.5) })])).toEqual([
      '#way opened, 900 px: 50.00 % of the words are out of position more than at rest, the limit is 10.00 %',
    ]);
    const unlike = [{ ...control, differ: 0.3 }];
    expect(over([proof({ condition: 'focus', controls: { count: 4, unlike } })], { controls: 0 })).toEqual([
      'every control focused, 900 px: 1 control looks different, the limit is 0',
    ]);
  });

  it('name what was found', () => {
    expect(findingOf(proof())).toBe('–');
    expect(findingOf(proof({ condition: 'hover', controls: { count: 4, unlike: [] } }))).toBe('4 controls');
    expect(findingOf(proof({ parts: { source: 3, result: 2 } }))).toBe('2 of 3 parts can be opened');
  });
});

describe('controls', () => {
  it('look different if more of them differs than at rest', () => {
    const three = [control, { ...control, name: 'Tides' }, { ...control, name: 'Visit' }];
    expect(unlikeControls(three, [0.2, 0.3, 0.005], [0, 0.3, 0]).map(({ name }) => name)).toEqual(['Nights']);
  });

  it('are looked at with what is right around them, within the page', () => {
    expect(boxAround(control)).toEqual({ x: 6, y: 0, width: 59, height: 27 });
  });

  it('have their share of the pixels that differ', () => {
    const raster = (dark: (x: number, y: number) => boolean) => {
      const data = new Uint8ClampedArray(20 * 10 * 4).fill(255);
      for (let y = 0; y < 10; y += 1)
        for (let x = 0; x < 20; x += 1) if (dark(x, y)) data.set([0, 0, 0], (y * 20 + x) * 4);
      return { width: 20, height: 10, data };
    };
    const boxes = [
      { x: 0, y: 0, width: 10, height: 10 },
      { x: 8, y: 2, width: 4, height: 2 },
      { x: 15, y: 5, width: 40, height: 2 },
    ];
    const found = comparePixels(
      raster(() => false),
      raster((x, y) => x === 9 && y < 4),
      [],
      boxes,
    ).boxes;
    expect(found).toEqual([0.04, 0.25, 0]);
  });
});
