import { drawnScale, meantUnit, meantWidth, unitOfPoint } from './screen-widths.js';

describe('the width of an artboard', () => {
  it('is a usual one where a program rounded it up', () => {
    expect(meantWidth(390.72)).toBe(390);
    expect(meantWidth(820.48)).toBe(820);
    expect(meantWidth(1440.64)).toBe(1440);
  });

  it('stays what it is where it is whole, and is rounded elsewhere', () => {
    expect(meantWidth(391)).toBe(391);
    expect(meantWidth(700.4)).toBe(700);
    expect(meantWidth(700.6)).toBe(701);
  });
});

describe('the unit of a drawing', () => {
  it('is a px or a point if it is nearly one, and else what it is', () => {
    expect(meantUnit(820 / 820.3)).toBe(1);
    expect(meantUnit(390 / 293.04)).toBe(4 / 3);
    expect(meantUnit(2)).toBe(2);
  });
});

describe('a point of a PDF page', () => {
  it('is what leads to a usual screen', () => {
    expect(unitOfPoint(293.04, 12)).toBe(4 / 3);
    expect(unitOfPoint(390, 12)).toBe(1);
  });

  it('is told by the size of the text where both do, or neither does', () => {
    expect(unitOfPoint(1440, 16)).toBe(1);
    expect(unitOfPoint(1440, 12)).toBe(4 / 3);
    expect(unitOfPoint(595, 0)).toBe(4 / 3);
  });
});

describe('an artboard drawn larger than its page', () => {
  it.each([
    [2880, 32, 2],
    [780, 30, 2],
    [1170, 48, 3],
    [1440, 16, 1],
    /* Large text on a usual screen is a poster. */
    [1440, 34, 1],
    [2880, 16, 1],
    [2880, 0, 1],
  ])('of %d px with text of %d px is so %d times', (width, text, scale) => {
    expect(drawnScale(width, text)).toBe(scale);
  });
});
