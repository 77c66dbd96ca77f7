import { INHERITED } from '../css/inherited.js';
import { NOTHING, add, isNothing, readSum, type Sum } from '../css/lengths.js';
import type { RangeDeclarations } from '../document/style-ranges.js';

export const SIDES = ['top', 'right', 'bottom', 'left'] as const;
export type Side = (typeof SIDES)[number];

const WIDE = /^(initial|unset|revert|revert-layer)$/;

/** Outer distances that browsers give elements by themselves (HTML, 15.3): block margins, and the inset of lists. */
const BLOCK_MARGINS: Readonly<Record<string, string>> = {
  p: '1em',
  ul: '1em',
  ol: '1em',
  dl: '1em',
  menu: '1em',
  pre: '1em',
  blockquote: '1em',
  figure: '1em',
  hr: '0.5em',
  h1: '0.67em',
  h2: '0.83em',
  h3: '1em',
  h4: '1.33em',
  h5: '1.67em',
  h6: '2.33em',
};
const SIDE_MARGINS: Readonly<Record<string, string>> = { blockquote: '40px', figure: '40px' };

const INLINE = new Set([
  'a',
  'abbr',
  'b',
  'bdi',
  'bdo',
  'cite',
  'code',
  'del',
  'dfn',
  'em',
  'font',
  'i',
  'ins',
  'kbd',
  'label',
  'mark',
  'q',
  's',
  'samp',
  'small',
  'span',
  'strong',
  'sub',
  'sup',
  'time',
  'u',
  'var',
  'img',
  'svg',
  'picture',
  'canvas',
  'video',
  'iframe',
]);
/** Elements with a size of their own, or whose inside is not laid out as ordinary flow. */
const REPLACED = new Set(['img', 'svg', 'picture', 'canvas', 'video', 'iframe', 'input', 'select', 'textarea', 'hr']);
const OWN_BOX = new Set(['fieldset', 'table', 'details', 'summary', 'dialog', 'legend', 'select', 'textarea', 'input']);

/** How one element is declared in one range of widths, read with what its element is by itself. */
export class View {
  constructor(
    readonly full: RangeDeclarations,
    readonly element: string,
  ) {}

  /** The declared value; undefined if nothing but the default is declared. */
  get(name: string): string | undefined {
    const value = this.full.get(name);
    return value === undefined || WIDE.test(value) ? undefined : value;
  }

  display(): string {
    const own = this.get('display');
    if (own) return own;
    if (this.element === 'li') return 'list-item';
    if (this.element === 'button') return 'inline-block';
    return INLINE.has(this.element) ? 'inline' : 'block';
  }

  isReplaced(): boolean {
    return REPLACED.has(this.element);
  }

  /** Elements that browsers draw in their own way: their boxes are left alone. */
  isSpecial(): boolean {
    return OWN_BOX.has(this.element) || /table|ruby/.test(this.display());
  }

  isBlock(): boolean {
    return /^(block|flow-root|flex|grid|list-item)$/.test(this.display());
  }

  isFlow(): boolean {
    return /^(block|flow-root|list-item|inline-block|table-cell)$/.test(this.display());
  }

  isFlex(): boolean {
    return /^(inline-)?flex$/.test(this.display());
  }

  margin(side: Side): Sum | 'auto' | undefined {
    const value = this.full.get(`margin-${side}`);
    if (value === 'auto') return 'auto';
    if (value === undefined || /^revert/.test(value)) return readSum(this.defaultMargin(side));
    return WIDE.test(value) ? NOTHING : readSum(value);
  }

  private defaultMargin(side: Side): string {
    const table = side === 'top' || side === 'bottom' ? BLOCK_MARGINS : SIDE_MARGINS;
    return table[this.element] ?? '0px';
  }

  padding(side: Side): Sum | undefined {
    const value = this.full.get(`padding-${side}`);
    if (value === undefined || /^revert/.test(value)) {
      if (this.element === 'button') return undefined;
      return side === 'left' && /^(ul|ol|menu)$/.test(this.element) ? readSum('40px') : NOTHING;
    }
    return WIDE.test(value) ? NOTHING : readSum(value);
  }

  border(side: Side): Sum | undefined {
    const style = this.get(`border-${side}-style`);
    if (style === undefined) return this.element === 'button' ? undefined : NOTHING;
    if (style === 'none' || style === 'hidden') return NOTHING;
    const width = this.get(`border-${side}-width`) ?? '3px';
    return readSum({ thin: '1px', medium: '3px', thick: '5px' }[width] ?? width);
  }

  /** Padding and border of a side together. */
  inset(side: Side): Sum | undefined {
    const padding = this.padding(side);
    const border = this.border(side);
    return padding && border && add(padding, border);
  }

  hasInset(...sides: readonly Side[]): boolean {
    return sides.some((side) => {
      const inset = this.inset(side);
      return !inset || !isNothing(inset);
    });
  }

  position(): string {
    return this.get('position') ?? 'static';
  }

  isPositioned(): boolean {
    return this.position() !== 'static';
  }

  /** Moved from its place by an offset. */
  hasOffsets(): boolean {
    return SIDES.some((side) => !/^(auto|0(px)?)$/.test(this.get(side) ?? 'auto'));
  }

  inFlow(): boolean {
    return /^(static|relative)$/.test(this.position()) && (this.get('float') ?? 'none') === 'none';
  }

  /** True if the box itself shows: a fill, a frame, a shadow, an effect on all it holds. */
  paints(): boolean {
    if (this.element === 'button' || this.element === 'mark' || this.element === 'hr') return true;
    if (SIDES.some((side) => !isNothing(this.border(side) ?? new Map([['px', 1]])))) return true;
    const fill = this.get('background-color');
    if (fill && !/^(transparent|rgba\(0, 0, 0, 0\))$/.test(fill)) return true;
    return UNSEEN.some(([name, idle]) => {
      const value = this.get(name);
      return value !== undefined && !idle.test(value);
    });
  }

  clips(): boolean {
    return ['overflow-x', 'overflow-y'].some((name) => (this.get(name) ?? 'visible') !== 'visible');
  }

  /** What children take over from it. */
  inherited(): Map<string, string> {
    return new Map([...this.full].filter(([name]) => INHERITED.has(name)));
  }

  with(changes: Readonly<Record<string, string | undefined>>): View {
    const full = new Map(this.full);
    for (const [name, value] of Object.entries(changes)) {
      if (value === undefined) full.delete(name);
      else full.set(name, value);
    }
    return new View(full, this.element);
  }
}

/** Properties that show by themselves, and the values at which they do not. */
const UNSEEN: readonly (readonly [name: string, idle: RegExp])[] = [
  ['background-image', /^none(, none)*$/],
  ['box-shadow', /^none$/],
  ['outline-style', /^none$/],
  ['opacity', /^1$/],
  ['transform', /^none$/],
  ['translate', /^none$/],
  ['rotate', /^none$/],
  ['scale', /^none$/],
  ['filter', /^none$/],
  ['backdrop-filter', /^none$/],
  ['clip-path', /^none$/],
  ['mask-image', /^none$/],
  ['mix-blend-mode', /^normal$/],
  ['isolation', /^auto$/],
  ['perspective', /^none$/],
  ['contain', /^none$/],
  ['container-type', /^normal$/],
  ['animation-name', /^none$/],
  ['column-count', /^auto$/],
  ['column-width', /^auto$/],
  ['z-index', /^auto$/],
  ['will-change', /^auto$/],
];
