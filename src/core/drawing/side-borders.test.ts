import { artboard, box, line } from '../design/sample.js';
import type { DrawnItem } from './drawing.js';
import { borderWidths, withSideBorders } from './side-borders.js';

const INK = { 'background-color': 'rgb(20, 30, 60)' };
const TIDE = { 'background-color': 'rgb(0, 120, 140)' };
const folded = (...items: Parameters<typeof artboard>[2][]): readonly DrawnItem[] =>
  withSideBorders(artboard(1000, 600, ...items)).items;

describe('lines along the edges of a box', () => {
  it('are its borders, each as thick and in the colour as it was drawn', () => {
    const [card, ...rest] = folded(
      box(100, 100, 300, 200),
      box(99.5, 99.5, 301, 1, INK),
      box(99.5, 299.5, 301, 1, INK),
      box(98, 98, 4, 204, TIDE),
      line('Tonight', 130, 130),
    );
    expect(rest).toHaveLength(1);
    expect(card).toMatchObject({
      box: [98, 99.5, 302, 201],
      look: {
        'border-width': '1px 0 1px 4px',
        'border-style': 'solid',
        'border-color': 'rgb(20, 30, 60) currentcolor rgb(20, 30, 60) rgb(0, 120, 140)',
      },
    });
  });

  it('are one border if they are alike on all sides', () => {
    const [card] = folded(
      box(100, 100, 300, 200),
      box(100, 100, 300, 1, INK),
      box(100, 299, 300, 1, INK),
      box(100, 100, 1, 200, INK),
      box(399, 100, 1, 200, INK),
    );
    expect(card).toMatchObject({ look: { 'border-width': '1px', 'border-color': 'rgb(20, 30, 60)' } });
  });

  it('are a box without a fill where there is none in them', () => {
    const [frame, ...rest] = folded(
      box(100, 100, 301, 1, INK),
      box(100, 140, 301, 1, INK),
      box(400, 100, 1, 41, INK),
      line('Tonight', 130, 110),
    );
    expect(rest).toHaveLength(1);
    expect(frame).toMatchObject({ box: [100, 100, 301, 41], look: { 'border-width': '1px 1px 1px 0' } });
    expect(frame).not.toHaveProperty('look.background-color');
  });

  it('are no frame if there are two, or if they lie across each other', () => {
    expect(folded(box(100, 100, 301, 1, INK), box(100, 140, 301, 1, INK))).toHaveLength(2);
    expect(folded(box(100, 100, 301, 1, INK), box(100, 120, 301, 1, INK), box(100, 140, 301, 1, INK))).toHaveLength(3);
  });

  it('are none inside of the box, shorter than it, or painted later', () => {
    const items = [box(100, 100, 300, 200), box(120, 150, 260, 1, INK), box(100, 299, 150, 1, INK)];
    expect(folded(...items)).toHaveLength(3);
    expect(folded(box(100, 100, 300, 200), line('Tonight', 130, 130), box(100, 299, 300, 1, INK))).toHaveLength(3);
  });

  it('leave room as borders do', () => {
    expect(borderWidths({})).toEqual([0, 0, 0, 0]);
    expect(borderWidths({ 'border-width': '2px' })).toEqual([2, 2, 2, 2]);
    expect(borderWidths({ 'border-width': '1px 0 3px 4px' })).toEqual([1, 0, 3, 4]);
  });
});
