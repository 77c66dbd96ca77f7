import { LAYOUT_KINDS } from '../document/element-kinds.js';
import type { Context } from './context.js';
import type { Features } from './features.js';
import type { Order } from './order.js';

/** What speaks for two elements being one: what it is, how much it weighs, and how far it holds, 0 to 1. */
type ScorePart = readonly [reason: string, weight: number, value: number];

/** What does not change while elements are being assigned. */
interface Own {
  readonly sum: number;
  readonly weight: number;
  /** The share of words that both have. */
  readonly words: number;
}

/** What has no word in common is hardly one thing, unless it stands in the very same place. */
const OTHER = 0.6;
const NO_WORD = 0.1;

/** How much speaks for two elements being one. What they say of themselves is looked at once. */
export class Scoring {
  private readonly rare: Rarity;
  private readonly known = new Map<number, Own>();

  constructor(
    old: readonly Features[],
    private readonly now: readonly Features[],
    private readonly order: Order,
  ) {
    this.rare = new Rarity([...old, ...now]);
  }

  /** 0 to 1. @param context what the assignment before says; nothing at first */
  score(a: Features, b: Features, context?: Context): number {
    const own = this.own(a, b);
    if (!context) return own.sum / own.weight;
    let { sum, weight } = own;
    for (const [, each, value] of this.around(a, b, context)) {
      sum += each * value;
      weight += each;
    }
    return (sum / weight) * (this.isOther(a, b, own, context) ? OTHER : 1);
  }

  /** What speaks for it, the strongest first. */
  reasons(a: Features, b: Features, context: Context): string[] {
    const parts = [...this.apart(a, b), ...this.around(a, b, context)];
    return parts
      .filter(([, , value]) => value > 0.5)
      .sort((x, y) => y[1] * y[2] - x[1] * x[2])
      .map(([reason]) => reason);
  }

  private own(a: Features, b: Features): Own {
    const key = a.at * this.now.length + b.at;
    const known = this.known.get(key);
    if (known) return known;
    const parts = this.apart(a, b);
    const sum = (of: (part: ScorePart) => number): number => parts.reduce((total, part) => total + of(part), 0);
    const result = {
      sum: sum(([, weight, value]) => weight * value),
      weight: sum(([, weight]) => weight),
      words: this.rare.likeness(a.words, b.words),
    };
    this.known.set(key, result);
    return result;
  }

  private isOther(a: Features, b: Features, { words }: Own, context: Context): boolean {
    if (a.words.size === 0 || b.words.size === 0 || (a.picture !== '' && a.picture === b.picture)) return false;
    return words < NO_WORD && !context.isSamePlace(a, b);
  }

  private isTwin(a: Features, b: Features): boolean {
    return this.order.isTwin('old', a.at) && this.order.isTwin('now', b.at);
  }

  /** What they say of themselves. */
  private apart(a: Features, b: Features): ScorePart[] {
    const parts: ScorePart[] = [];
    const say = (reason: string, weight: number, value: number): void => void parts.push([reason, weight, value]);
    const bothLay = LAYOUT_KINDS.has(a.node.kind) && LAYOUT_KINDS.has(b.node.kind);
    say('kind', 1.5, a.node.kind === b.node.kind ? 1 : bothLay ? 0.7 : a.sort === b.sort ? 0.3 : 0);
    say('element', 0.5, a.node.element === b.node.element ? 1 : 0);
    if (a.words.size || b.words.size) {
      const exact = a.own !== '' && a.own === b.own;
      say('words', a.sort === 'box' ? 3 : 4, exact ? 1 : this.rare.likeness(a.words, b.words));
    }
    if (a.picture || b.picture) say('picture', 4, a.picture === b.picture ? 1 : 0);
    if (a.children.length && b.children.length && (a.shows.size || b.shows.size))
      say('its image', 2, this.rare.likeness(a.shows, b.shows));
    const told = this.isTwin(a, b) ? this.order.of(a.at, b.at) : undefined;
    if (told !== undefined) say('order', 1.5, told);
    if (a.href && b.href) say('its link target', 1, a.href === b.href ? 1 : 0);
    if (a.node.name || b.node.name) say('name', 0.8, a.node.name === b.node.name ? 1 : 0);
    say('section', 0.7, a.section === b.section ? 1 : 0);
    say('place in the source', 0.5, a.node.from?.path !== undefined && a.node.from.path === b.node.from?.path ? 1 : 0);
    say('style', 0.5, a.node.style === b.node.style ? 1 : 0);
    say('size', 0.4, Math.min(a.size, b.size) / Math.max(a.size, b.size));
    return parts;
  }

  /** What is around them and in them. What several say alike does not tell which of them it is; the nearest thing around it that has no like does. */
  private around(a: Features, b: Features, context: Context): ScorePart[] {
    const isTwin = this.isTwin(a, b);
    const inside = isTwin ? undefined : context.children(a, b);
    return [
      ...(isTwin ? [['its surroundings', 6, context.anchors(a, b, this.order)] as const] : []),
      ['its parent', isTwin ? 3 : 2, context.parents(a, b)],
      ['its siblings', 1, context.neighbours(a, b)],
      ...(inside === undefined ? [] : [['its children', 3, inside] as const]),
    ];
  }
}

/** How much a word tells: one that stands everywhere tells little. */
class Rarity {
  private readonly counts = new Map<string, number>();
  private readonly totals = new WeakMap<ReadonlySet<string>, number>();

  constructor(all: readonly Features[]) {
    for (const { own, picture: image, href } of all)
      for (const word of new Set([...own.split(' '), image, href]))
        this.counts.set(word, (this.counts.get(word) ?? 0) + 1);
  }

  /** Shared weight of two sets of words, or of things that are shown: 0 to 1. */
  likeness(a: ReadonlySet<string>, b: ReadonlySet<string>): number {
    const all = this.total(a) + this.total(b);
    if (all === 0) return 0;
    const [few, many] = a.size < b.size ? [a, b] : [b, a];
    let both = 0;
    for (const word of few) if (many.has(word)) both += this.weight(word);
    return (2 * both) / all;
  }

  private total(words: ReadonlySet<string>): number {
    const known = this.totals.get(words);
    if (known !== undefined) return known;
    let sum = 0;
    for (const word of words) sum += this.weight(word);
    this.totals.set(words, sum);
    return sum;
  }

  private weight(word: string): number {
    return 1 / Math.sqrt(this.counts.get(word) ?? 1);
  }
}
