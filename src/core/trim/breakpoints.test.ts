import { element, page } from '../document/sample.js';
import { mergeBreakpoints, nearBreakpoints } from './breakpoints.js';

const document = {
  ...page(
    {
      s: {
        rest: { width: '50%' },
        variants: [
          { at: 'below-992', set: { width: '80%', color: 'red' } },
          { at: 'below-991', set: { width: '90%' } },
          { at: 'below-992', state: ':hover', set: { color: 'blue' } },
        ],
      },
    },
    element('box', 'b', { style: 's' }),
  ),
  breakpoints: [
    { name: 'below-992', below: 992 },
    { name: 'below-991', below: 991 },
    { name: 'below-600', below: 600 },
  ],
};

describe('near breakpoints', () => {
  it('are those a pixel or two apart', () => {
    expect(nearBreakpoints(document)).toEqual([['below-992', 'below-991']]);
  });

  it('become one, at which the narrower one says the last word', () => {
    const page = mergeBreakpoints(document, 'below-992', 'below-991');
    expect(page.breakpoints.map(({ below }) => below)).toEqual([991, 600]);
    expect(page.styles['s']?.variants).toEqual([
      { at: 'below-991', set: { width: '90%', color: 'red' } },
      { at: 'below-991', state: ':hover', set: { color: 'blue' } },
    ]);
  });
});
