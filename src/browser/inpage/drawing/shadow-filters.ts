import { withAlpha } from './geometry.js';

/** A shadow as filters make it: the alpha of the source, moved, grown, blurred and coloured; px of the drawing. */
interface Shade {
  readonly kind: 'shade';
  readonly x: number;
  readonly y: number;
  readonly blur: number;
  readonly spread: number;
  readonly color?: string;
  readonly inset?: true;
}
type Result =
  | Shade
  | { readonly kind: 'source' | 'nothing' }
  | { readonly kind: 'flood'; readonly color: string }
  /** Layers from the lowest on. */
  | { readonly kind: 'stack'; readonly layers: readonly Result[] };

const SOURCE: Result = { kind: 'source' };
const NOTHING: Result = { kind: 'nothing' };
const SHAPE: Shade = { kind: 'shade', x: 0, y: 0, blur: 0, spread: 0 };

/**
 * The shadows of a filter that does nothing but cast them, as `box-shadow` has them; undefined for any other filter. Programs
 * write them as chains of primitives (Filter Effects 1): the alpha of the source, grown, moved, blurred and coloured, below
 * the source, or cut out of it for shadows inside.
 * @param scale px of the page for each px of the drawing
 */
export function shadowsOfFilter(filter: SVGElement, scale: number): string | undefined {
  const named = new Map<string, Result>([
    ['SourceGraphic', SOURCE],
    ['SourceAlpha', SHAPE],
  ]);
  let last: Result = SOURCE;
  for (const primitive of filter.children) {
    const input = (name: string): Result | undefined => {
      const said = primitive.getAttribute(name);
      return said === null ? last : named.get(said);
    };
    const result = resultOf(primitive, input, named);
    if (!result) return undefined;
    last = result;
    const name = primitive.getAttribute('result');
    if (name) named.set(name, result);
  }
  return written(last, scale);
}

function resultOf(
  primitive: Element,
  input: (name: string) => Result | undefined,
  named: ReadonlyMap<string, Result>,
): Result | undefined {
  const first = input('in');
  const number = (name: string): number => parseFloat(primitive.getAttribute(name) ?? '0') || 0;
  const shade = first && shapeOf(first);
  switch (primitive.localName) {
    case 'feFlood': {
      const { floodColor, floodOpacity } = getComputedStyle(primitive);
      const opacity = parseFloat(floodOpacity);
      return opacity === 0 ? NOTHING : { kind: 'flood', color: withAlpha(floodColor, opacity) };
    }
    case 'feOffset':
      return shade && { ...shade, x: shade.x + number('dx'), y: shade.y + number('dy') };
    case 'feGaussianBlur':
      /* A filter names the deviation, a box shadow twice as much (Filter Effects 1, drop-shadow). */
      return shade && { ...shade, blur: shade.blur + 2 * number('stdDeviation') };
    case 'feMorphology': {
      const radius = number('radius') * (primitive.getAttribute('operator') === 'dilate' ? 1 : -1);
      return shade && { ...shade, spread: shade.spread + radius };
    }
    case 'feColorMatrix':
      return shade && coloured(shade, primitive);
    case 'feDropShadow': {
      const { floodColor, floodOpacity } = getComputedStyle(primitive);
      const color = withAlpha(floodColor, parseFloat(floodOpacity));
      const own = { x: number('dx'), y: number('dy'), blur: 2 * number('stdDeviation') };
      return first && { kind: 'stack', layers: [{ ...SHAPE, ...own, color }, ...layersOf(first)] };
    }
    case 'feComposite':
      return composed(primitive, first, input('in2'));
    case 'feBlend':
      return /^(normal|)$/.test(primitive.getAttribute('mode') ?? '') ? stackOf([input('in2'), first]) : undefined;
    case 'feMerge':
      return stackOf([...primitive.children].map((node) => named.get(node.getAttribute('in') ?? '')));
    default:
      return undefined;
  }
}

/** The shape of a source or of a shadow: what is moved, blurred and coloured. */
function shapeOf(result: Result): Shade | undefined {
  if (result.kind === 'shade') return result;
  return result.kind === 'source' ? SHAPE : undefined;
}

/** A matrix that gives every pixel one colour, and as much of it as the shape has alpha there. */
function coloured(shade: Shade, primitive: Element): Shade | undefined {
  if ((primitive.getAttribute('type') ?? 'matrix') !== 'matrix') return undefined;
  const values = (primitive.getAttribute('values') ?? '')
    .trim()
    .split(/[\s,]+/)
    .map(Number);
  if (values.length !== 20 || values.some(Number.isNaN)) return undefined;
  const rows = [0, 5, 10].map((at) => values.slice(at, at + 5));
  const alpha = values[18] ?? 1;
  /* So strong a matrix only makes the edge of the shape hard. */
  if (alpha > 1 && rows.every((row) => row.every((value) => value === 0))) return shade;
  if (rows.some((row) => row.slice(0, 4).some((value) => value !== 0))) return undefined;
  const [red = 0, green = 0, blue = 0] = rows.map((row) => Math.round((row[4] ?? 0) * 255));
  return { ...shade, color: withAlpha(`rgb(${red}, ${green}, ${blue})`, alpha) };
}

function composed(primitive: Element, first: Result | undefined, second: Result | undefined): Result | undefined {
  if (!first || !second) return undefined;
  const operator = primitive.getAttribute('operator') ?? 'over';
  if (operator === 'over') return stackOf([second, first]);
  const [flood, shade] = first.kind === 'flood' ? [first, shapeOf(second)] : [undefined, shapeOf(first)];
  if (operator === 'in' && flood) return shade && { ...shade, color: flood.color };
  /* What lies below the source is not seen: a shadow that is cut off there is the same (CSS Backgrounds 3, 6.1). */
  if (operator === 'out' && !flood && second.kind !== 'flood') return shade;
  const [k1, k2, k3, k4] = ['k1', 'k2', 'k3', 'k4'].map((name) => parseFloat(primitive.getAttribute(name) ?? '0') || 0);
  const inside = operator === 'arithmetic' && k1 === 0 && k2 === -1 && k3 === 1 && k4 === 0;
  return inside && shade ? { ...shade, inset: true } : undefined;
}

function layersOf(result: Result): readonly Result[] {
  return result.kind === 'stack' ? result.layers : result.kind === 'nothing' ? [] : [result];
}

function stackOf(results: readonly (Result | undefined)[]): Result | undefined {
  const known = results.filter((result) => result !== undefined);
  return known.length === results.length ? { kind: 'stack', layers: known.flatMap(layersOf) } : undefined;
}

/** Shadows as CSS has them, the topmost first. */
function written(result: Result, scale: number): string | undefined {
  const layers = layersOf(result);
  const source = layers.findIndex(({ kind }) => kind === 'source');
  const shades = layers.filter((layer) => layer.kind === 'shade');
  if (source < 0 || shades.length !== layers.length - 1) return undefined;
  /* Shadows outside lie below the source, those inside above it. */
  if (shades.some((shade) => layers.indexOf(shade) > source !== (shade.inset ?? false))) return undefined;
  const px = (value: number): string => `${Math.round(value * scale * 100) / 100}px`;
  return [...shades]
    .reverse()
    .map(({ x, y, blur, spread, color = 'rgb(0, 0, 0)', inset }) => {
      /* Shadows inside grow inwards: what is eroded there is spread. */
      const grown = inset ? -spread : spread;
      return `${inset ? 'inset ' : ''}${px(x)} ${px(y)} ${px(blur)}${grown ? ` ${px(grown)}` : ''} ${color}`;
    })
    .join(', ');
}
