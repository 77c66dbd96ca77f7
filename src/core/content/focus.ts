import type { ElementNode, SharedStyle } from '../document/types.js';

/*
 * The focal point of a picture that is cut to its frame: the point that always shows, as CSS `object-position`. A node says
 * that it has one by a field of that name beside those of its attributes.
 */

export const FOCUS = 'object-position';

/** From the left and from the top, in percent of the room that is left. */
const POINT = /^(\d{1,3}(?:\.\d+)?)% (\d{1,3}(?:\.\d+)?)%$/;

const MIDDLE = '50% 50%';

type Styles = Readonly<Record<string, SharedStyle>>;

/** Whether a picture is cut to its frame, so that somebody has to say where. */
export function isCut(node: ElementNode, styles: Styles): boolean {
  return (
    node.element === 'img' &&
    looksOf(node, styles).some(({ rest, variants = [] }) =>
      [rest, ...variants.map(({ set }) => set)].some((set) => set['object-fit'] === 'cover'),
    )
  );
}

/** The focal point that the source gives a picture. */
export function focusOf(node: ElementNode, styles: Styles): string {
  const texts = looksOf(node, styles).map(({ rest }) => rest[FOCUS]);
  const own = texts.reverse().find((value) => value !== undefined && POINT.test(value));
  return own ?? MIDDLE;
}

function looksOf({ style, difference }: ElementNode, styles: Styles): SharedStyle[] {
  return [style, difference].flatMap((name) => (name !== undefined && styles[name] ? [styles[name]] : []));
}

/** A focal point as a person wrote it; undefined if it is none. */
export function readFocus(text: string): string | undefined {
  const [, x, y] = POINT.exec(text.trim().replace(/\s+/g, ' ')) ?? [];
  return x !== undefined && y !== undefined && Number(x) <= 100 && Number(y) <= 100 ? `${x}% ${y}%` : undefined;
}

/** The declaration that gives a picture its focal point, for its `style` attribute. */
export function focusStyle(focus: string): string {
  return `${FOCUS}: ${focus}`;
}
