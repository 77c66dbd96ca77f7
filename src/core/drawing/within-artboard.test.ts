import { artboard, box, image } from '../design/sample.js';
import { withinArtboard } from './within-artboard.js';

const cutOf = (...items: Parameters<typeof artboard>[2][]) => withinArtboard(artboard(600, 400, ...items)).items;
const PANEL = { 'background-color': 'rgb(20, 40, 60)' };

describe('what reaches over the edges of an artboard', () => {
  it('is cut there, and with it the borders and corners beyond', () => {
    const look = { ...PANEL, 'border-width': '2px', 'border-radius': '12px' };
    const [panel] = cutOf(box(-100, 50, 300, 100, look));
    expect(panel?.box).toEqual([0, 50, 200, 100]);
    expect(panel).toMatchObject({ look: { 'border-width': '2px 2px 2px 0px', 'border-radius': '0px 12px 12px 0px' } });
  });

  it('shows the same part of an image as before', () => {
    const [photo] = cutOf(image('dome.jpg', 500, 300, 200, 200));
    expect(photo).toMatchObject({ box: [500, 300, 100, 100], whole: [500, 300, 200, 200] });
  });

  it.each([
    ['a gradient', { 'background-image': 'linear-gradient(90deg, rgb(0, 0, 0) 0%, rgb(255, 255, 255) 100%)' }],
    ['a circle', { ...PANEL, 'border-radius': '150px' }],
  ])('stays as it is where a part would not look the same: %s', (_, look) => {
    expect(cutOf(box(-100, 50, 300, 300, look))[0]?.box).toEqual([-100, 50, 300, 300]);
  });

  it('stays as it is within half a pixel', () => {
    expect(cutOf(box(-0.5, 50, 300, 100, PANEL))[0]?.box).toEqual([-0.5, 50, 300, 100]);
  });
});
