import { contrast, cssOf, over, readColour, type Rgba } from '../../css/colours.js';
import type { Declarations, ElementNode, PageDocument, SharedStyle, StyleVariant } from '../../document/types.js';
import { elements, isElement } from '../../document/walk.js';
import type { Pass } from '../pass.js';

/** By how much a ground changes when it is pointed at, and when it is pressed. */
const POINTED = 0.12;
const PRESSED = 0.22;
/** Least contrast of text (WCAG 2.2, 1.4.3). */
const READABLE = 4.5;
/** What cannot be used now is paler. */
const OUT_OF_ORDER: Declarations = { opacity: '0.55', cursor: 'not-allowed' };
/** What people write or choose in. */
const FILLED = /^(input|select|textarea)$/;
const BLACK: Rgba = [0, 0, 0, 1];
const CLEAR: Rgba = [0, 0, 0, 0];

/**
 * Gives what can be pressed in a design the states that a drawing does not show: pointed at, chosen by keyboard, pressed,
 * out of order. Gently, from its own colours, and never harder to read than it is or has to be. What has a state stays.
 *
 * Before: a button of white words on #b3541e; after: a darker ground behind them while it is pointed at, and a line around it while
 * the keyboard is on it.
 */
export const buttonStates: Pass = {
  name: 'press-states',
  does: 'adds hover and pressed states that a design does not show',
  run(document) {
    const styles: Record<string, SharedStyle> = { ...document.styles };
    const done = new Set<string>();
    const visit = (node: ElementNode, around: Rgba): void => {
      const style = document.styles[node.style ?? ''];
      const words = readColour(style?.rest['color'] ?? '') ?? around;
      const name = node.style;
      const isPressed = /^(a|button|summary)$/.test(node.element);
      if (name !== undefined && style && !done.has(name) && (isPressed || FILLED.test(node.element))) {
        done.add(name);
        const states = isPressed
          ? statesOf(node, style, wordsColour(node, document, words))
          : [{ state: ':disabled', set: OUT_OF_ORDER }];
        const known = new Set((style.variants ?? []).map(({ state }) => state));
        const more = states.filter(({ state }) => !known.has(state));
        styles[name] = { ...style, variants: [...(style.variants ?? []), ...more] };
      }
      for (const child of node.children ?? []) if (isElement(child)) visit(child, words);
    };
    visit(document.body, BLACK);
    return done.size ? { ...document, styles } : document;
  },
};

/** The colour of the words in a thing: its own, or that of the first text in it. */
function wordsColour(node: ElementNode, { styles }: PageDocument, own: Rgba): Rgba {
  for (const element of elements(node)) {
    const colour = readColour(styles[element.style ?? '']?.rest['color'] ?? '');
    if (colour) return colour;
  }
  return own;
}

function statesOf(node: ElementNode, style: SharedStyle, words: Rgba): StyleVariant[] {
  const { rest } = style;
  const ground = readColour(rest['background-color'] ?? '') ?? CLEAR;
  const isBox = node.kind === 'button' || ground[3] > 0 || rest['border-top-width'] !== undefined;
  const drawn = /url\(|gradient/.test(rest['background-image'] ?? '');
  const changes = (property: string): boolean => (style.variants ?? []).some(({ set }) => property in set);
  const ring = ground[3] === 1 && isBox ? ground : words;
  const states: StyleVariant[] = [];
  if (isBox && !drawn && !changes('background-color')) {
    states.push({ state: ':hover', set: { 'background-color': shade(ground, words, POINTED) } });
    states.push({ state: ':active', set: { 'background-color': shade(ground, words, PRESSED) } });
  } else {
    const line = (rest['text-decoration-line'] ?? 'none') === 'none';
    const readonly: Declarations = line
      ? { 'text-decoration-line': 'underline' }
      : { 'text-decoration-thickness': '0.15em' };
    states.push({ state: ':hover', set: readonly }, { state: ':active', set: readonly });
  }
  states.push({
    state: ':focus-visible',
    set: { 'outline-color': cssOf(ring), 'outline-style': 'solid', 'outline-width': '2px', 'outline-offset': '2px' },
  });
  if (node.element === 'button') states.push({ state: ':disabled', set: OUT_OF_ORDER });
  /* A link cannot be switched off by itself: it says so (WAI-ARIA 1.2, 6.6). */
  else if (node.kind === 'button')
    states.push({ state: ':is([aria-disabled="true"])', set: { ...OUT_OF_ORDER, 'pointer-events': 'none' } });
  return states;
}

/**
 * A ground a little darker or lighter, on the side on which the words on it stay readable; a clear one is tinted by the words.
 * Said as a mix with the ground itself, so that it follows when that becomes another colour (CSS Color 5, color-mix).
 */
function shade(ground: Rgba, words: Rgba, by: number): string {
  const share = Math.round(by * 100);
  if (ground[3] < 1) return `color-mix(in srgb, currentColor ${share}%, transparent)`;
  const darker = over([0, 0, 0, by], ground);
  /* Rather the darker one, as shadows are; the other where words would be harder to read on it. */
  const needed = Math.min(READABLE, contrast(ground, words));
  const to = contrast(darker, words) >= needed ? 'black' : 'white';
  return `color-mix(in srgb, ${cssOf(ground)} ${100 - share}%, ${to})`;
}
