import { element, page } from '../document/sample.js';
import type { SharedStyle } from '../document/types.js';
import { INERT_RULES, dropInert } from './inert.js';

const clean = (style: SharedStyle, tag = 'div'): SharedStyle | undefined =>
  dropInert(page({ s: style }, element('box', 'b', { element: tag, style: 's' })), INERT_RULES).styles['s'];

describe('withoutInert', () => {
  it.each<[string, Record<string, string>, Record<string, string>]>([
    [
      'a frame without a width',
      { 'border-top-width': '0px', 'border-top-style': 'solid', 'border-top-color': 'red' },
      {},
    ],
    ['a place of no background', { 'background-size': 'cover', color: 'red' }, { color: 'red' }],
    ['offsets of what stays', { top: '3px', position: 'static' }, { position: 'static' }],
    ['distribution of nothing', { 'justify-content': 'center', display: 'block' }, { display: 'block' }],
    ['a transition of what never changes', { 'transition-duration': '1s', 'transition-property': 'all' }, {}],
    ['an effect that is switched off', { transform: 'none', filter: 'blur(2px)' }, { filter: 'blur(2px)' }],
  ])('leaves out %s', (_, rest, left) => {
    expect(clean({ rest })?.rest).toEqual(left);
  });

  it('keeps what acts at a breakpoint or in a state', () => {
    const frame = {
      rest: { 'border-top-style': 'solid', 'border-top-width': '0px' },
      variants: [{ state: ':hover', set: { 'border-top-width': '2px' } }],
    };
    expect(clean(frame)).toEqual(frame);
    const flex = { rest: { 'align-items': 'center' }, variants: [{ at: 'below-600', set: { display: 'flex' } }] };
    expect(clean(flex)).toEqual(flex);
    const fade = { rest: { 'transition-duration': '1s' }, variants: [{ state: ':hover', set: { color: 'red' } }] };
    expect(clean(fade)).toEqual(fade);
  });

  it('keeps a missing frame of an element that browsers frame', () => {
    const rest = { 'border-top-width': '0px', 'border-top-style': 'solid' };
    expect(clean({ rest }, 'button')?.rest).toEqual(rest);
  });
});
