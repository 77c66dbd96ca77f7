import { contoursOf } from './contours.js';
import { required } from '../data/required.js';
import { frameOf, radiusText, roundBoxOf } from './plain-shape.js';

const shapeOf = (data: string): ReturnType<typeof roundBoxOf> => roundBoxOf(required(contoursOf(data)[0]));

describe('a path', () => {
  it('is a rectangle, however it is written', () => {
    for (const data of ['M0 0H40V20H0Z', 'M40 20L40 0L0 0L0 20L40 20', 'm0 0 40 0 0 20 -40 0z'])
      expect(shapeOf(data)).toMatchObject({ box: [0, 0, 40, 20] });
    expect(radiusText(required(shapeOf('M0 0H40V20H0Z')))).toBe('');
  });

  it('is a rectangle with round corners, by arcs or curves', () => {
    const arcs = required(shapeOf('M8 0H92A8 8 0 0 1 100 8V42A8 8 0 0 1 92 50H8A8 8 0 0 1 0 42V8A8 8 0 0 1 8 0Z'));
    expect(parseFloat(radiusText(arcs))).toBeCloseTo(8, 0);
    const k = 8 * 0.5523;
    const curves = `M8 0H92C${92 + k} 0 100 ${8 - k} 100 8V50H0V8C0 ${8 - k} ${8 - k} 0 8 0Z`;
    expect(
      radiusText(required(shapeOf(curves)))
        .split(' ')
        .map((part) => Math.round(parseFloat(part))),
    ).toEqual([8, 8, 0, 0]);
  });

  it('is an ellipse', () => {
    expect(radiusText(required(shapeOf('M0 10A30 10 0 0 1 60 10A30 10 0 0 1 0 10Z')))).toBe('50%');
  });

  it('is neither if it has another form', () => {
    for (const data of ['M0 0L40 0L20 30Z', 'M0 0H40V20H20V10H0Z', 'M0 10L20 0L40 10L20 20Z'])
      expect(shapeOf(data)).toBeUndefined();
  });

  it('is a frame if it runs around two such shapes at one distance', () => {
    expect(frameOf(contoursOf('M0 0H40V20H0ZM2 2H38V18H2Z'))).toMatchObject({
      border: 2,
      outer: { box: [0, 0, 40, 20] },
    });
    expect(frameOf(contoursOf('M0 0H40V20H0ZM2 2H30V18H2Z'))).toBeUndefined();
  });
});
