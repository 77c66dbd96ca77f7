import type { CapturedDeclaration, CapturedNode, CapturedRule } from './captured.js';

/*
 * Attributes that style an element, written as rules (HTML, 15.3 to 15.5). They count less than any rule of the page
 * (CSS Cascade 5, 6.5): their selectors have no specificity, and their layer is below all others.
 */

export const LOWEST_LAYER = -1;

/** What an attribute means for its element: its declarations; undefined if it stays an attribute. */
type Hint = (value: string) => Readonly<Record<string, string>> | undefined;

const colourOf = (property: string): Hint => {
  return (value) => {
    const text = value.trim();
    if (/^#?[0-9a-f]{6}$/i.test(text)) return { [property]: `#${text.replace('#', '').toLowerCase()}` };
    if (/^#[0-9a-f]{3}$/i.test(text)) return { [property]: text.toLowerCase() };
    return /^[a-z]+$/i.test(text) ? { [property]: text.toLowerCase() } : undefined;
  };
};

/** A dimension (HTML, 2.3.4.4): a number of px, or a percentage. */
function lengthOf(value: string): string | undefined {
  const [, number, unit] = /^\s*(\d+(?:\.\d+)?)\s*(%|px)?\s*$/i.exec(value) ?? [];
  return number === undefined ? undefined : unit === '%' ? `${number}%` : `${number}px`;
}

const lengthsOf = (...properties: readonly string[]): Hint => {
  return (value) => {
    const length = lengthOf(value);
    return length === undefined
      ? undefined
      : Object.fromEntries(properties.map((property) => [property, length] as const));
  };
};

/** Widths and heights of 0 are none (HTML, 15.3.11). */
const sizeOf = (property: string): Hint => {
  return (value) => (/^\s*0+(%|px)?\s*$/i.test(value) ? undefined : lengthsOf(property)(value));
};

const textAlign: Hint = (value) => {
  const side = value.trim().toLowerCase();
  return /^(left|right|center|justify)$/.test(side) ? { 'text-align': side } : undefined;
};

const floated: Hint = (value) => {
  const side = value.trim().toLowerCase();
  if (side === 'left' || side === 'right') return { float: side };
  return side === 'center' ? { 'margin-left': 'auto', 'margin-right': 'auto' } : undefined;
};

const verticalAlign: Hint = (value) => {
  const side = value.trim().toLowerCase();
  return /^(top|middle|bottom|baseline)$/.test(side) ? { 'vertical-align': side } : undefined;
};

/** Sizes of `font`, from 1 to 7 (HTML, 15.3.4). */
const FONT_SIZES = ['x-small', 'small', 'medium', 'large', 'x-large', 'xx-large', 'xxx-large'];

const fontSize: Hint = (value) => {
  const [, sign, digits] = /^\s*([+-]?)(\d+)/.exec(value) ?? [];
  if (digits === undefined) return undefined;
  const number = sign === '+' ? 3 + Number(digits) : sign === '-' ? 3 - Number(digits) : Number(digits);
  const size = FONT_SIZES[Math.min(7, Math.max(1, number)) - 1];
  return size === undefined ? undefined : { 'font-size': size };
};

const fontFamily: Hint = (value) => {
  const names = value.split(',').map((name) => name.trim().replace(/^["']|["']$/g, ''));
  if (names.some((name) => !/^[\w -]+$/.test(name))) return undefined;
  return { 'font-family': names.map((name) => (/^[a-z][\w-]*$/i.test(name) ? name : `"${name}"`)).join(', ') };
};

const SIDES = ['top', 'right', 'bottom', 'left'];

function borderOf(width: string, style: string): Record<string, string> {
  return Object.fromEntries(
    SIDES.flatMap((side) => [
      [`border-${side}-width`, width],
      [`border-${side}-style`, style],
    ]),
  );
}

const imageBorder: Hint = (value) => {
  const width = lengthOf(value);
  return width === undefined ? undefined : borderOf(width, width === '0px' ? 'none' : 'solid');
};

const BLOCKS = 'p h1 h2 h3 h4 h5 h6'.split(' ');
const CELLS = ['td', 'th'];
const ROWS = ['tr', 'tbody', 'thead', 'tfoot'];

const each = (elements: readonly string[], hints: Readonly<Record<string, Hint>>): [string, typeof hints][] =>
  elements.map((element) => [element, hints]);

const cellHints = {
  align: textAlign,
  valign: verticalAlign,
  bgcolor: colourOf('background-color'),
  width: sizeOf('width'),
  height: sizeOf('height'),
  nowrap: (): Record<string, string> => ({ 'white-space': 'nowrap' }),
};

/** By element: what its attributes mean. */
const HINTS: ReadonlyMap<string, Readonly<Record<string, Hint>>> = new Map([
  [
    'body',
    {
      bgcolor: colourOf('background-color'),
      text: colourOf('color'),
      topmargin: lengthsOf('margin-top', 'margin-bottom'),
      marginheight: lengthsOf('margin-top', 'margin-bottom'),
      leftmargin: lengthsOf('margin-left', 'margin-right'),
      marginwidth: lengthsOf('margin-left', 'margin-right'),
    },
  ],
  ['font', { color: colourOf('color'), face: fontFamily, size: fontSize }],
  ['div', { align: textAlign }],
  ...each(BLOCKS, { align: textAlign }),
  [
    'table',
    {
      align: floated,
      bgcolor: colourOf('background-color'),
      width: sizeOf('width'),
      height: sizeOf('height'),
      cellspacing: lengthsOf('border-spacing'),
    },
  ],
  ...each(CELLS, cellHints),
  ...each(ROWS, {
    align: textAlign,
    valign: verticalAlign,
    bgcolor: colourOf('background-color'),
    height: sizeOf('height'),
  }),
  [
    'img',
    {
      align: (value: string) => {
        const side = value.trim().toLowerCase();
        if (side === 'left' || side === 'right') return { float: side };
        const across: Record<string, string> = { top: 'top', middle: 'middle', center: 'middle', bottom: 'baseline' };
        const aligned = across[side];
        return aligned === undefined ? undefined : { 'vertical-align': aligned };
      },
      border: imageBorder,
      hspace: lengthsOf('margin-left', 'margin-right'),
      vspace: lengthsOf('margin-top', 'margin-bottom'),
    },
  ],
]);

/** Elements that are nothing but a style, and what they become. */
const REPLACED: Readonly<Record<string, string>> = { font: 'span', center: 'div' };

/** Elements whose alignment is also that of the blocks in them (HTML, 15.3.3). */
const ALIGNING = ['div', 'td', 'th', 'tr', 'tbody', 'thead', 'tfoot'];

/** Elements that centre what is in them, tables too; what has margins of its own in every browser is left alone. */
const CENTRED = ['center', 'div[align="center" i]', 'td[align="center" i]', 'th[align="center" i]'];

export interface WithoutHints {
  /** The elements without the attributes that have become rules. */
  readonly nodes: readonly CapturedNode[];
  readonly rules: readonly CapturedRule[];
}

/** Writes what attributes and elements of old say of looks as rules. */
export function withoutHints(nodes: readonly CapturedNode[]): WithoutHints {
  const rules = new Map<string, CapturedRule>();
  const add = (selector: string, set: Readonly<Record<string, string>>): void => {
    const declarations = Object.entries(set).map(([name, value]): CapturedDeclaration => [name, value, false]);
    rules.set(selector, {
      selector: `:where(${selector})`,
      media: [],
      when: [],
      layer: LOWEST_LAYER,
      set: declarations,
    });
  };
  let aligns = false;
  const changed = nodes.map((node) => {
    const { tag = '', attributes = {} } = node;
    const hints = HINTS.get(tag);
    const replaced = REPLACED[tag];
    if (tag === 'center') add('center', { 'text-align': 'center' });
    aligns ||= tag === 'center' || (ALIGNING.includes(tag) && attributes['align'] !== undefined);
    if (!hints && replaced === undefined) return node;
    const kept = Object.entries(attributes).filter(([name, value]) => {
      const set = hints?.[name]?.(value);
      if (set) add(`${tag}[${name}=${quoted(value)}]`, set);
      return !set;
    });
    const left = tag === 'table' ? cellsOf(kept, add) : kept;
    if (tag === 'body') linksOf(left, add);
    if (left.length === Object.keys(attributes).length && replaced === undefined) return node;
    return { ...node, ...(replaced === undefined ? {} : { tag: replaced }), attributes: Object.fromEntries(left) };
  });
  if (aligns) {
    add(`:is(${CENTRED.join(', ')}) > :is(table, :is(div, form, p) > table)`, {
      'margin-left': 'auto',
      'margin-right': 'auto',
    });
    /* What aligns blocks aligns no text in tables. */
    add(`:is(center, ${ALIGNING.map((name) => `${name}[align]`).join(', ')}) table`, { 'text-align': 'start' });
  }
  return rules.size ? { nodes: changed, rules: [...rules.values()] } : { nodes, rules: [] };
}

type Attribute = [name: string, value: string];
type AddRule = (selector: string, set: Readonly<Record<string, string>>) => void;

/** What a table says of its cells. */
function cellsOf(attributes: readonly Attribute[], add: AddRule): Attribute[] {
  const cellsIn = (name: string, value: string): string =>
    `table[${name}=${quoted(value)}] > :is(tbody, thead, tfoot) > tr > :is(td, th)`;
  return attributes.filter(([name, value]) => {
    const length = lengthOf(value);
    if (length === undefined) return true;
    if (name === 'cellpadding')
      add(cellsIn(name, value), Object.fromEntries(SIDES.map((side) => [`padding-${side}`, length])));
    else if (name === 'border' && length !== '0px') {
      add(`table[border=${quoted(value)}]`, borderOf(length, 'outset'));
      add(cellsIn(name, value), {
        ...borderOf('1px', 'inset'),
        ...Object.fromEntries(SIDES.map((side) => [`border-${side}-color`, 'inherit'])),
      });
    } else return name !== 'border';
    return false;
  });
}

/** The colour that a page says its links have. */
function linksOf(attributes: Attribute[], add: AddRule): void {
  const at = attributes.findIndex(([name]) => name === 'link');
  const set = at < 0 ? undefined : colourOf('color')(attributes[at]?.[1] ?? '');
  if (!set) return;
  add('a[href]', set);
  attributes.splice(at, 1);
}

function quoted(value: string): string {
  return `"${value.replace(/["\\]/g, '\\$&').replace(/\n/g, '\\a ')}"`;
}
