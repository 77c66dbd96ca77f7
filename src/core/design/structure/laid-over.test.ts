import { artboard, image, line, shapeOf, together, type Item } from '../sample.js';

describe('a row of things over another', () => {
  const link = (text: string, x: number, y = 30): Item => line(text, x, y, { layer: text });

  it('is one row, laid over the rest as a whole', () => {
    const first = together(
      artboard(
        1000,
        800,
        link('Marsh', 100),
        link('Visit', 700),
        link('Join', 800),
        image('night.jpg', 0, 0, 1000, 600),
        line('Below', 100, 700),
      ),
    );
    expect(shapeOf(first)).toContain('over [Marsh Visit Join]');
  });

  it('is none of things that stand at other heights or overlapping', () => {
    const steps = together(
      artboard(
        1000,
        800,
        link('One', 100),
        link('Two', 700, 300),
        image('night.jpg', 0, 0, 1000, 600),
        line('Below', 100, 700),
      ),
    );
    expect(shapeOf(steps)).toMatch(/over One.*over Two|over Two.*over One/);
  });
});
