import { kindsWith } from '../document/element-kinds.js';
import { nearestWords } from '../text/nearest.js';
import type { LinkRule } from './links.js';
import type { MotionRule } from './motion.js';
import type { Part } from '../document/types.js';
import type { Scale } from '../design/responsive/screens.js';
import type { ImageChoices } from '../images/offers.js';
import type { OnePageSettings, SiteSettings } from './site.js';
import type { FieldDecision } from './field-decisions.js';

/** The brief: what a person decided about how a source is to be read. */

/** What can be decided about an element. */
export const DECISION_KINDS = [
  'leave-out',
  'merge',
  'kind',
  'level',
  'name',
  'link',
  'alt',
  'part',
  'fit',
  'largest',
  'colour',
  'font',
  'wording',
] as const;
export type DecisionKind = (typeof DECISION_KINDS)[number];

export function isDecisionKind(word: string): word is DecisionKind {
  return (DECISION_KINDS as readonly string[]).includes(word);
}

/** Kinds that an element can be said to be. */
export const DECIDABLE_KINDS = [...kindsWith(({ decidable }) => decidable)];
export const PARTS = ['header', 'footer', 'reused'] as const satisfies readonly Part[];
export const FITS = ['cover', 'contain', 'fill', 'none', 'scale-down'] as const;

/** One decision. Only those that are on do anything. */
export interface Decision {
  readonly do: DecisionKind;
  /** The element: its path in the source, its layer name, or a pattern with `*`; a colour, a font or a line as it was read for these. */
  readonly at: string;
  readonly to?: string | number;
  readonly on: boolean;
  /** The finding that proposed it. */
  readonly code?: string;
  /** Which decision of the brief it is, from 0, and the line that it begins in. */
  readonly order: number;
  readonly line: number;
}

export interface Brief {
  /** Pages and the artboards that belong to them, by file name, or by layer name in a file with several. */
  readonly pages?: Readonly<Record<string, readonly string[]>>;
  /** Names of breakpoints of a design, and the width below which each holds, px. */
  readonly breakpoints?: Readonly<Record<string, number>>;
  readonly scale?: Scale;
  readonly fluid?: boolean;
  /** How pictures are offered; without it, as the source has them. */
  readonly pictures?: ImageChoices;
  /** From how many words on a text is one in which a client may set words off. */
  readonly richFrom?: number;
  /** What is said of the site, and of its pages by their names. */
  readonly site?: SiteSettings;
  readonly aboutPages?: Readonly<Record<string, OnePageSettings>>;
  readonly decisions: readonly Decision[];
  /** Where links lead. */
  readonly links?: readonly LinkRule[];
  /** What moves, and what stays. */
  readonly motion?: readonly MotionRule[];
  /** The page scrolls smoothly to what a link in it leads to. */
  readonly scrolling?: 'smooth';
  /** Elements of the version before and what they are in this one, by their addresses: where a revision is not sure. */
  readonly same?: readonly { readonly was: string; readonly is: string }[];
  /** What is said of the fields that a client fills. */
  readonly fields?: readonly FieldDecision[];
}

export const EMPTY_BRIEF: Brief = { decisions: [] };

/** The decisions of these kinds that are on. */
export function decided({ decisions }: Brief, ...deeds: readonly DecisionKind[]): Decision[] {
  return decisions.filter((decision) => decision.on && deeds.includes(decision.do));
}

/** Whether an address of the brief means an element: by its path, its last step, its name, or a pattern over one of these. */
export function means(at: string, path: string, name = ''): boolean {
  const wanted = plain(at);
  const candidates = [path, path.split(' / ').at(-1) ?? '', name].filter(Boolean).map(plain);
  if (!wanted.includes('*')) return candidates.includes(wanted);
  const pattern = new RegExp(`^${wanted.split('*').map(escaped).join('.*')}$`);
  return candidates.some((candidate) => pattern.test(candidate));
}

function plain(text: string): string {
  return text.replace(/\s+/g, ' ').trim().toLowerCase();
}

function escaped(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}

/** What came of a brief in one place: orders of the decisions that found their element, and the addresses that there are. */
export interface DecisionOutcome {
  readonly done: readonly number[];
  readonly known: readonly string[];
  /** Of pictures that are to be no wider than so many px: by the id of the element. */
  readonly largest?: ReadonlyMap<string, number>;
}

/** What to say of the decisions that are on and found nothing in any of the places where they were looked for. */
export function lostDecisions(brief: Brief, places: readonly DecisionOutcome[]): string[] {
  const done = new Set(places.flatMap((place) => place.done));
  const known = places.flatMap((place) => place.known);
  const lost = decided(brief, ...DECISION_KINDS).filter(({ order }) => !done.has(order));
  return lost.map(({ do: deed, at, line }) => {
    const near = nearestWords(at, known);
    const hint = near.length ? `; there are ${near.map((text) => `"${text}"`).join(', ')}` : '';
    return `brief.yaml, line ${line}: no element at "${at}", so "${deed}" was not applied${hint}`;
  });
}
