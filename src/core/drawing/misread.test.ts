import { required } from '../data/required.js';
import { drawnShare, notesOnKept, numbered, regionToKeep, withRegionKept } from './keep-region.js';
import type { DrawnBox, DrawnItem } from './drawing.js';
import { misread, type Unlike } from './misread.js';

const PAGE = { width: 400, height: 300 };

/** Pixels that differ in some boxes. */
function unlike(...boxes: readonly DrawnBox[]): Unlike {
  const data = new Uint8Array(PAGE.width * PAGE.height);
  for (const [x, y, width, height] of boxes)
    for (let row = y; row < y + height; row += 1) data.fill(1, row * PAGE.width + x, row * PAGE.width + x + width);
  return { ...PAGE, data };
}

const box = (order: number, place: DrawnBox): DrawnItem => ({
  type: 'box',
  order,
  path: `rect:${order}`,
  layer: `Layer ${order}`,
  box: place,
  look: {},
});
const text = (order: number, words: string, place: DrawnBox): DrawnItem => ({
  type: 'text',
  order,
  path: `text:${order}`,
  layer: '',
  box: place,
  words: words.split(' ').map((word) => ({ text: word, box: place })),
  look: {
    family: 'Arimo',
    size: 16,
    weight: '400',
    style: 'normal',
    color: 'black',
    spacing: 0,
    decoration: 'none',
    transform: 'none',
  },
  anchor: 'start',
});

const GROUND = box(0, [0, 0, 400, 300]);
const PANEL = box(1, [40, 40, 96, 64]);
const WORDS = text(2, 'Low tide', [50, 60, 60, 16]);

describe('a drawing that is drawn again', () => {
  it('is as it was where nothing differs, or only edges do', () => {
    expect(misread([GROUND, PANEL], unlike())).toEqual([]);
    expect(misread([GROUND, PANEL], unlike([40, 40, 96, 2], [40, 40, 2, 64]))).toEqual([]);
  });

  it('is misread where a thing differs in much of its place', () => {
    const [region, ...more] = misread([GROUND, PANEL, WORDS], unlike([40, 40, 96, 64]));
    expect(more).toEqual([]);
    expect(region).toMatchObject({ box: [40, 40, 96, 64], items: [1], share: 1 });
    expect(misread([GROUND, WORDS], unlike([48, 56, 72, 24]))).toMatchObject([{ items: [2] }]);
    /* Letters are never alike to the pixel. */
    expect(misread([GROUND, WORDS], unlike([50, 60, 20, 16]))).toEqual([]);
  });

  it('is misread where something solid is missing, not where there are specks', () => {
    expect(misread([GROUND], unlike([200, 200, 40, 24]))).toMatchObject([{ box: [200, 200, 40, 24], items: [] }]);
    expect(misread([GROUND], unlike([200, 200, 8, 8]))).toEqual([]);
  });

  it('has one region where several overlap, in order from the top', () => {
    const [low, wide] = [box(3, [40, 88, 64, 64]), box(4, [200, 8, 80, 80])];
    const found = misread([GROUND, PANEL, low, wide], unlike([40, 40, 96, 64], [40, 112, 64, 40], [200, 8, 80, 80]));
    expect(found.map(({ items, box: place }) => [items, place])).toEqual([
      [[4], [200, 8, 80, 80]],
      [
        [1, 3],
        [40, 40, 96, 112],
      ],
    ]);
  });
});

describe('a region that is kept as an image', () => {
  const region = { box: PANEL.box, items: [1], share: 0.25 };
  const plan = regionToKeep([GROUND, PANEL, WORDS], region);

  it('takes the place of what was misread, below what stays, without showing it', () => {
    expect(plan).toMatchObject({ replaces: [1], without: [2], image: { order: 1, layer: 'Layer 1', title: '' } });
    const items = numbered(withRegionKept([GROUND, PANEL, WORDS], plan));
    expect(items.map(({ type, order }) => `${order} ${type}`)).toEqual(['0 box', '1 picture', '2 text']);
    expect(notesOnKept(items)).toEqual([
      'Kept as an image, because 25.0 % of it would look different: Layer 1 (96 × 64 px at 40, 40)',
    ]);
  });

  it('has the words that it shows as its alternative text', () => {
    const { image, replaces } = regionToKeep([GROUND, PANEL, WORDS], { ...region, items: [1, 2] });
    expect([image.title, replaces]).toEqual(['Low tide', [1, 2]]);
  });

  it('lies above all boxes where something is missing', () => {
    const { image, replaces, without } = regionToKeep([GROUND, PANEL, WORDS], { ...region, items: [] });
    expect([image.order, replaces, without]).toEqual([1.5, [], [2]]);
  });

  it('counts, with drawings, as a share of the area', () => {
    const items = withRegionKept([GROUND, PANEL, WORDS], { ...plan, image: { ...plan.image, box: [0, 0, 200, 152] } });
    expect(drawnShare({ ...PAGE, title: '', notes: [], items })).toBeCloseTo(0.25, 1);
    expect(drawnShare({ ...PAGE, title: '', notes: [], items: [required(items[0])] })).toBe(0);
  });
});
