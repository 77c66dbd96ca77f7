import { required } from '../../data/required.js';
import { contrast, over, readColour, type Rgba } from '../../css/colours.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { buttonStates } from './button-states.js';

const result = (rest: SharedStyle['rest'], more: Partial<ElementNode> = {}, variants: SharedStyle['variants'] = []) => {
  const document: PageDocument = page(
    { b: { rest, ...(variants.length ? { variants } : {}) } },
    element('button', 'Join', { element: 'a', style: 'b', ...more }, words('Join')),
  );
  const after = buttonStates.run(document, { boxes: new Map(), width: 1440 });
  return new Map((after.styles['b']?.variants ?? []).map((variant) => [variant.state, variant.set]));
};
const colour = (text: string | undefined): Rgba => required(readColour(text ?? ''));
/** The colour that a mix with black or white comes to. */
const mixed = (text: string | undefined): Rgba => {
  const [, ground, share, to] = /^color-mix\(in srgb, (rgb\([^)]*\)) (\d+)%, (black|white)\)$/.exec(text ?? '') ?? [];
  const by = 1 - Number(share) / 100;
  return over(to === 'white' ? [255, 255, 255, by] : [0, 0, 0, by], colour(ground));
};

describe('states of a design', () => {
  it.each([
    ['rgb(179, 84, 30)', 'rgb(255, 255, 255)'],
    ['rgb(29, 58, 74)', 'rgb(255, 246, 228)'],
    ['rgb(230, 181, 102)', 'rgb(29, 58, 74)'],
    ['rgb(118, 118, 118)', 'rgb(255, 255, 255)'],
    ['rgb(250, 250, 250)', 'rgb(110, 110, 110)'],
  ])('change the ground of a button on %s, and its words in %s stay as readable as they have to be', (ground, text) => {
    const states = result({ 'background-color': ground, color: text });
    const needed = Math.min(4.5, contrast(colour(ground), colour(text)));
    for (const state of [':hover', ':active']) {
      const now = mixed(states.get(state)?.['background-color']);
      expect(now).not.toEqual(colour(ground));
      expect(contrast(now, colour(text))).toBeGreaterThanOrEqual(needed);
    }
    expect(states.get(':focus-visible')).toMatchObject({
      'outline-color': ground,
      'outline-style': 'solid',
      'outline-width': '2px',
    });
  });

  it('tint a clear button with its own words, and underline a link', () => {
    expect(result({ color: 'rgb(255, 0, 0)' }).get(':hover')).toEqual({
      'background-color': 'color-mix(in srgb, currentColor 12%, transparent)',
    });
    const link = (rest: SharedStyle['rest']) => result(rest, { kind: 'link' }).get(':hover');
    expect(link({})).toEqual({ 'text-decoration-line': 'underline' });
    expect(link({ 'text-decoration-line': 'underline' })).toEqual({ 'text-decoration-thickness': '0.15em' });
  });

  it('leave pictures and grounds that change with the width alone, and say what is out of order', () => {
    expect(result({ 'background-image': 'linear-gradient(red, blue)' }).get(':hover')).toEqual({
      'text-decoration-line': 'underline',
    });
    const narrow = result({ 'background-color': 'rgb(0, 0, 0)' }, {}, [
      { at: 'below-600', set: { 'background-color': 'rgb(255, 255, 255)' } },
    ]);
    expect(narrow.get(':hover')).toEqual({ 'text-decoration-line': 'underline' });
    expect(result({}, { element: 'button' }).get(':disabled')).toEqual({ opacity: '0.55', cursor: 'not-allowed' });
    expect(result({}, { kind: 'link' }).has(':disabled')).toBe(false);
    expect(result({}).get(':is([aria-disabled="true"])')).toMatchObject({ opacity: '0.55', 'pointer-events': 'none' });
    expect([...result({}, { element: 'input' }).keys()]).toEqual([':disabled']);
    expect(result({}, { element: 'p' }).size).toBe(0);
  });

  it('keep those that are there', () => {
    const own = { state: ':hover', set: { color: 'rgb(1, 2, 3)' } };
    expect(result({ 'background-color': 'rgb(0, 0, 0)' }, {}, [own]).get(':hover')).toEqual(own.set);
  });
});
