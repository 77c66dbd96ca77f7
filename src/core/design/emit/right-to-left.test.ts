import { required } from '../../data/required.js';
import type { DrawnArtboard, DrawnBox, DrawnItem } from '../../drawing/drawing.js';
import { textOf } from '../../document/walk.js';
import { BODY } from '../sample.js';
import { buildDesign } from './build-design.js';

/** A line whose words go on to the left, or to the right. */
function line(order: number, words: string, [x, y, width, height]: DrawnBox, size = 16, fromRight = true): DrawnItem {
  const parts = words.split(' ');
  const wide = width / parts.length;
  return {
    type: 'text',
    order,
    path: `text:${order}`,
    layer: '',
    box: [x, y, width, height],
    words: parts.map((text, at) => ({
      text,
      box: [fromRight ? x + width - (at + 1) * wide : x + at * wide, y, wide - 4, height],
    })),
    look: { ...BODY, size },
    anchor: 'end',
  };
}

const BOARD: DrawnArtboard = {
  width: 1000,
  height: 500,
  title: '',
  notes: [],
  items: [
    line(0, 'تفتح القبة عند الغروب', [560, 40, 400, 50], 40),
    line(1, 'يشرح أحدهم ما تراه في السماء كل مساء', [560, 110, 400, 22]),
    {
      type: 'box',
      order: 2,
      path: 'rect:1',
      layer: 'Card',
      box: [40, 200, 300, 200],
      look: { 'background-color': 'red' },
    },
    line(3, 'القمر', [240, 220, 80, 22]),
    line(4, '+966 11 555', [40, 440, 200, 22], 16, false),
  ],
};

describe('a design that is read from right to left', () => {
  const built = buildDesign({ name: 'dome', files: ['dome.svg'], boards: [BOARD] });
  const { document } = built;

  it('is a page from right to left in its language, with its words in order', () => {
    expect([document.direction, document.language]).toEqual(['rtl', 'ar']);
    expect(textOf(document.body)).toContain('يشرح أحدهم ما تراه في السماء كل مساء');
  });

  it('tells where things stand as they were drawn', () => {
    const boxes = [...built.boxes.values()];
    expect(boxes).toContainEqual([40, 200, 300, 200]);
    expect(built.sections.flatMap(({ boxes: places }) => places).every((box) => required(box)[0] >= 0)).toBe(true);
  });

  it('sets a telephone number as it was drawn', () => {
    const styles = Object.values(document.styles).map(({ rest }) => rest);
    expect(styles).toContainEqual(expect.objectContaining({ direction: 'ltr', 'text-align': 'right' }));
  });

  it('has the language that a person says', () => {
    const said = buildDesign({ name: 'dome', files: ['dome.svg'], boards: [BOARD], language: 'fa' });
    expect([said.document.language, said.document.direction]).toEqual(['fa', 'rtl']);
  });
});
