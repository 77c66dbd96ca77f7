import { mirrorStyle } from './mirror.js';

describe('a mirrored style', () => {
  it.each([
    ['padding-left', '4px', 'padding-right', '4px'],
    ['border-top-left-radius', '4px', 'border-top-right-radius', '4px'],
    ['left', '10%', 'right', '10%'],
    ['margin', '1px 2px 3px 4px', 'margin', '1px 4px 3px 2px'],
    ['margin', '1px 2px', 'margin', '1px 2px'],
    ['border-radius', '1px 2px 3px 4px', 'border-radius', '2px 1px 4px 3px'],
    ['border-radius', '50%', 'border-radius', '50%'],
    ['text-align', 'right', 'text-align', 'left'],
    ['text-align', 'center', 'text-align', 'center'],
    ['background-position', '20% 40%', 'background-position', '80% 40%'],
    ['background-position', 'left top', 'background-position', 'right top'],
    ['object-position', '12px 40%', 'object-position', 'right 12px top 40%'],
    ['box-shadow', 'rgba(0, 0, 0, 0.2) 4px 2px 8px', 'box-shadow', 'rgba(0, 0, 0, 0.2) -4px 2px 8px'],
    ['box-shadow', 'inset 0px 2px red, -3px 0 blue', 'box-shadow', 'inset 0px 2px red, 3px 0 blue'],
    ['background-image', 'linear-gradient(90deg, red, blue)', 'background-image', 'linear-gradient(270deg, red, blue)'],
    [
      'background-image',
      'linear-gradient(to top left, red, blue)',
      'background-image',
      'linear-gradient(to top right, red, blue)',
    ],
    [
      'background-image',
      'radial-gradient(circle at 30% 10%, red, blue)',
      'background-image',
      'radial-gradient(circle at 70% 10%, red, blue)',
    ],
    ['transform', 'translateX(-4px) rotate(8deg)', 'transform', 'translateX(4px) rotate(-8deg)'],
    ['color', 'red', 'color', 'red'],
  ])('has for %s: %s the property %s: %s', (name, value, mirrored, becomes) => {
    expect(mirrorStyle({ [name]: value })).toEqual({ [mirrored]: becomes });
    /* Doing it twice changes nothing, but for how a length from the right is written. */
    if (name !== 'object-position') expect(mirrorStyle(mirrorStyle({ [name]: value }))).toEqual({ [name]: value });
  });
});
