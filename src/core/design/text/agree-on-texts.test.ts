import { required } from '../../data/required.js';
import { agreeOnTexts } from './agree-on-texts.js';
import type { DrawnArtboard } from '../../drawing/drawing.js';
import { wordsOf } from './paragraphs.js';
import { textsOf } from '../structure/pieces.js';
import { artboard, line } from '../sample.js';
import type { Paragraph } from '../model/paragraph.js';

const agreed = (...artboards: DrawnArtboard[]): Paragraph[][] =>
  agreeOnTexts(
    artboards.map(textsOf),
    artboards.map(({ width }) => width),
  );
const message = (texts: readonly Paragraph[]): string[] => texts.map(wordsOf);

describe('artboards of one page', () => {
  const wide = artboard(1000, 400, line('We look up on clear nights only and warm up after', 60, 60));
  /* The second line would have had room for the first word of the third: by itself it is two texts. */
  const narrow = artboard(
    400,
    400,
    line('We look up on clear nights', 20, 60),
    line('only and', 20, 84),
    line('warm up after', 20, 108),
  );

  it('agree on what is one text, with a break where it would not break by itself', () => {
    expect(textsOf(narrow)).toHaveLength(2);
    const [first, second] = agreed(wide, narrow) as [Paragraph[], Paragraph[]];
    expect([message(first), message(second)]).toEqual([message(textsOf(wide)), message(textsOf(wide))]);
    expect(second[0]?.lines.map(({ broken }) => broken === true)).toEqual([false, false, true]);
    expect(second[0]).toMatchObject({ align: 'left', leading: 24 });
  });

  it('agree in both directions, and among three', () => {
    const lists = agreed(narrow, wide, { ...narrow, width: 390 });
    expect(lists.map((list) => list.length)).toEqual([1, 1, 1]);
  });

  it('leave texts apart that stand apart, are set otherwise or say something else', () => {
    const apart = (...lines: Parameters<typeof artboard>[2][]): number =>
      required(agreed(wide, artboard(400, 600, ...lines))[1]).length;
    const head = line('We look up on clear nights', 20, 60);
    expect(apart(head, line('only and warm up after', 20, 300))).toBe(2);
    expect(apart(head, line('only and warm up after', 20, 84, { size: 24 }))).toBe(2);
    expect(apart(head, line('only and warm up later', 20, 108))).toBe(2);
  });
});
