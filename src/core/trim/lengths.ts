import { required } from '../data/required.js';
/**
 * A length as a sum: unit (`px`, `%`, `rem` …) to its number. No member: nothing. A comparison such as `max(1rem, 5%)`
 * is a unit of its own.
 */
export type Sum = ReadonlyMap<string, number>;

export const NOTHING: Sum = new Map();

const TERM = /^([+-]?(?:\d+\.?\d*|\.\d+)(?:e[+-]?\d+)?)([a-z]+|%)?/i;

/**
 * Reads a CSS length or percentage, also as a `calc()` of sums and products (CSS Values 4, section 10), as a sum.
 * Undefined for what is no such sum (`auto`, `min()`, `fit-content` …).
 */
export function readSum(text: string | undefined): Sum | undefined {
  if (text === undefined) return undefined;
  const reader = new Reader(text.trim().toLowerCase());
  const value = reader.sum();
  return value && reader.atEnd() && !value.has('') ? value : undefined;
}

/** Numbers without a unit are kept under `''` until they are multiplied. */
class Reader {
  private at = 0;

  constructor(private readonly text: string) {}

  atEnd(): boolean {
    this.passBlanks();
    return this.at === this.text.length;
  }

  sum(): Sum | undefined {
    return this.row(() => this.product(), { '+': add, '-': minus });
  }

  private product(): Sum | undefined {
    return this.row(() => this.term(), { '*': times, '/': over });
  }

  /** Parts with signs between them, from left to right. */
  private row(
    part: () => Sum | undefined,
    signs: Readonly<Record<string, (a: Sum, b: Sum) => Sum | undefined>>,
  ): Sum | undefined {
    let value = part();
    for (;;) {
      this.passBlanks();
      const by = signs[this.text[this.at] ?? ''];
      if (!value || !by) return value;
      this.at += 1;
      const next = part();
      value = next && by(value, next);
    }
  }

  private term(): Sum | undefined {
    this.passBlanks();
    const open = /^(?:calc)?\(/.exec(this.text.slice(this.at));
    if (open) {
      this.at += open[0].length;
      const inside = this.sum();
      this.passBlanks();
      if (this.text[this.at] !== ')') return undefined;
      this.at += 1;
      return inside;
    }
    const comparison = /^(?:max|min|clamp)\(/.exec(this.text.slice(this.at));
    if (comparison) return this.comparison();
    const found = TERM.exec(this.text.slice(this.at));
    if (!found) return undefined;
    this.at += found[0].length;
    const number = Number(found[1]);
    return number === 0 ? (found[2] ? NOTHING : new Map([['', 0]])) : new Map([[found[2] ?? '', number]]);
  }

  /** Taken over as it is, up to its closing bracket. */
  private comparison(): Sum | undefined {
    const start = this.at;
    let depth = 0;
    for (; this.at < this.text.length; this.at += 1) {
      if (this.text[this.at] === '(') depth += 1;
      else if (this.text[this.at] === ')' && (depth -= 1) === 0) {
        this.at += 1;
        return new Map([[this.text.slice(start, this.at), 1]]);
      }
    }
    return undefined;
  }

  private passBlanks(): void {
    while (this.text[this.at] === ' ') this.at += 1;
  }
}

function times(a: Sum, b: Sum): Sum | undefined {
  const plain = numberOf(a) ?? numberOf(b);
  if (plain === undefined) return undefined;
  return scale(numberOf(a) === undefined ? a : b, plain);
}

function over(a: Sum, b: Sum): Sum | undefined {
  const plain = numberOf(b);
  return plain ? scale(a, 1 / plain) : undefined;
}

function numberOf(value: Sum): number | undefined {
  return value.size === 1 ? value.get('') : undefined;
}

export function add(...sums: readonly Sum[]): Sum {
  const map = new Map<string, number>();
  for (const sum of sums) for (const [unit, number] of sum) map.set(unit, (map.get(unit) ?? 0) + number);
  for (const [unit, number] of map) if (Math.abs(number) < 1e-6 && unit !== '') map.delete(unit);
  return map;
}

export function scale(sum: Sum, by: number): Sum {
  return new Map([...sum].map(([unit, number]) => [unit, number * by]));
}

export function minus(a: Sum, b: Sum): Sum {
  return add(a, scale(b, -1));
}

export function isNothing(sum: Sum): boolean {
  return sum.size === 0;
}

/** What a length comes to if its percentages count from a box that is `base` wide. Undefined if that cannot be told. */
export function rebase(sum: Sum, base: Sum): Sum | undefined {
  if ([...sum.keys()].some((unit) => unit.length > 1 && unit.includes('%'))) return undefined;
  const share = (sum.get('%') ?? 0) / 100;
  return add(new Map([...sum].filter(([unit]) => unit !== '%')), scale(base, share));
}

/** `12px`, `calc(50% - 12px)`, `0px`. */
export function writeSum(sum: Sum): string {
  const terms = [...sum].filter(([, number]) => Math.abs(number) > 1e-6);
  if (terms.length === 0) return '0px';
  const texts = terms.map(([unit, number]) => writeTerm(unit, number));
  if (texts.length === 1 && !/ \* /.test(required(texts[0]))) return required(texts[0]);
  return `calc(${texts.map((text, index) => (index === 0 ? text : text.startsWith('-') ? ` - ${text.slice(1)}` : ` + ${text}`)).join('')})`;
}

function writeTerm(unit: string, number: number): string {
  if (!unit.endsWith(')')) return `${short(number)}${unit}`;
  return Math.abs(number - 1) < 1e-6 ? unit : `${short(number)} * ${unit}`;
}

function short(number: number): string {
  return String(Number(number.toFixed(DIGITS)));
}

/** Digits after the point: a ten-thousandth of a share of 2000 px is less than what browsers lay out by. */
const DIGITS = 4;

/** The larger of two lengths, as one length where that can be told, as `max()` otherwise. */
export function writeLarger(a: Sum, b: Sum): string {
  const difference = minus(a, b);
  if ([...difference.values()].every((number) => number >= 0)) return writeSum(a);
  if ([...difference.values()].every((number) => number <= 0)) return writeSum(b);
  return `max(${writeSum(a)}, ${writeSum(b)})`;
}
