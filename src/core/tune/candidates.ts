import type { Box } from '../geometry/box.js';
import { required } from '../data/required.js';
import { targetOf, WIDEST, type Adjustment } from '../adjust/adjustment.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import type { Difference, SuggestedFix } from '../proof/difference.js';
import { shownBox, type ComparedPage } from '../proof/compare-page.js';

/** A page at one width with what stands otherwise in it. */
export interface ComparedWidth {
  readonly page: ComparedPage;
  readonly differences: readonly Difference[];
}

/** One thing to try: the corrections of a step, and what they are for. */
export interface Candidate {
  readonly adjustments: readonly Adjustment[];
  /** What stands otherwise, in words, and where. */
  readonly what: string;
  readonly name: string;
  readonly section: string;
  readonly width: number;
  /** How many elements it is about. */
  readonly count: number;
  /** It lets lines break where they should. */
  readonly breaks?: boolean;
}

/** Values in use within this of one that would fix are taken instead, px. */
const NEAR = 1;
/** Properties that are written as two. */
const BOTH: Readonly<Record<string, readonly string[]>> = { 'margin-inline': ['margin-left', 'margin-right'] };

/**
 * What to try for one width, from the outside in: what several elements of one style need is tried for the style, what one
 * needs for it alone; and what other widths need as well, for them too.
 * @param seen the page at all widths
 * @param at which of them it is about
 * @param tried keys of what was tried before
 */
export function candidatesOf(
  document: PageDocument,
  seen: readonly ComparedWidth[],
  at: number,
  tried: ReadonlySet<string>,
): Candidate[] {
  const depth = depths(document.body);
  const nodes = new Map([...elements(document.body)].map((node) => [node.id, node]));
  const users = new Map<string, number>();
  for (const { style } of nodes.values()) if (style) users.set(style, (users.get(style) ?? 0) + 1);
  const grouped = seen.map(({ differences }) => groupsOf(differences, nodes));
  const { page } = required(seen[at]);
  const result = [...required(grouped[at])].map(([key, group]): Candidate & { readonly order: number } => {
    const [first] = group as [Difference, ...Difference[]];
    const { id, property, value = '' } = required(first.remedy);
    const { style, difference } = required(nodes.get(id));
    const of = new Set(group.map(({ remedy }) => remedy?.id)).size;
    const forAll = style !== undefined && difference === undefined && of * 2 > (users.get(style) ?? 0);
    const ranges = [
      ...new Set(
        seen.filter((_, index) => grouped[index]?.has(key)).map((entry) => rangeOf(document, entry.page.width)),
      ),
    ];
    const known = new Set(seen.map((entry) => rangeOf(document, entry.page.width)));
    return {
      adjustments: (BOTH[property] ?? [property]).map((name) => ({
        page: document.name,
        ...(forAll ? { style } : { element: id }),
        ...(ranges.length === known.size ? {} : { at: ranges }),
        property: name,
        value: inUse(value, page.inUse),
      })),
      what: first.what,
      name: first.name,
      section: first.section,
      width: page.width,
      count: forAll ? (users.get(style) ?? 1) : 1,
      order: depth.get(id) ?? 0,
      ...(first.fault === 'line-break' ? { breaks: true } : {}),
    };
  });
  const boxes = new Map(page.all.map((compared) => [compared.node.id, shownBox(compared.is)]));
  const holders = new Map<string, string>();
  for (const { id, style } of nodes.values()) if (style && !holders.has(style)) holders.set(style, id);
  const boxFor = ({ element, style }: Adjustment): Box | undefined =>
    boxes.get(element ?? holders.get(style ?? '') ?? '');
  return result
    .filter((entry) => !tried.has(keyOf(entry)))
    .filter(({ adjustments }) => adjustments.every((each) => isSensible(each, boxFor(each))))
    .sort((a, b) => a.order - b.order);
}

/** An element that is moved farther than this, in its own sizes, does not stand where its layout puts it, px at least. */
const FARTHEST = { sizes: 1, px: 64 };
const ALONG: Readonly<Record<string, 2 | 3>> = { left: 2, right: 2, top: 3, bottom: 3 };

/**
 * Whether a person would write a correction: nothing is pulled back by more than its own size, and nothing is put into its
 * place by an offset of any length.
 */
function isSensible({ property, value }: Pick<Adjustment, 'property' | 'value'>, box: Box | undefined): boolean {
  const [, kind = '', side = ''] = /^(margin-|)(left|right|top|bottom)$/.exec(property) ?? [];
  const px = /^(-?[\d.]+)px$/.exec(value)?.[1];
  const axis = ALONG[side];
  if (px === undefined || axis === undefined || !box) return true;
  const most = Math.max(FARTHEST.px, FARTHEST.sizes * box[axis]);
  return kind === 'margin-' ? Number(px) >= -most : Math.abs(Number(px)) <= most;
}

/** Whether only an offset that no person would write would fix a difference. */
export function isOutOfBounds(page: ComparedPage, { id, property, value = '' }: SuggestedFix): boolean {
  const box = shownBox(page.all.find(({ node }) => node.id === id)?.is);
  return (BOTH[property] ?? [property]).some((each) => !isSensible({ property: each, value }, box));
}

/** Fewer corrections than these are not made together. */
export const TOGETHER = 3;
/** How letters are set: where one font stands for another, every text is off in the same way. */
const OF_LETTERS: ReadonlySet<string> = new Set(['letter-spacing', 'word-spacing', 'line-height']);

/**
 * Corrections of one property of letters in many styles as one, to be tried before each by itself.
 * @param all what could be tried at the width in hand
 * @param elsewhere the same at every width: what holds everywhere takes the value that is closest to what is there
 */
export function together(all: readonly Candidate[], elsewhere: readonly Candidate[]): Candidate[] {
  const values = new Map<string, string[]>();
  for (const { adjustments } of elsewhere)
    for (const adjustment of adjustments)
      values.set(targetOf(adjustment), [...(values.get(targetOf(adjustment)) ?? []), adjustment.value]);
  return [
    ...breaking(all),
    ...[...OF_LETTERS].flatMap((property): Candidate[] => {
      const map = new Map<string, Adjustment>();
      const own = all.filter(({ adjustments: [only, ...more] }) => {
        if (only?.property !== property || more.length || map.has(targetOf(only))) return false;
        map.set(
          targetOf(only),
          only.at ? only : { ...only, value: mildest(values.get(targetOf(only)) ?? [only.value]) },
        );
        return true;
      });
      const [first] = own;
      if (!first || own.length < TOGETHER) return [];
      const count = own.reduce((sum, candidate) => sum + candidate.count, 0);
      return [{ ...first, adjustments: [...map.values()], name: `${own.length} kinds of texts`, section: '', count }];
    }),
  ];
}

/** Lines that break otherwise, all at once: a text with a line more and one with a line less make up for each other below. */
function breaking(all: readonly Candidate[]): Candidate[] {
  const own = all.filter(({ breaks }) => breaks);
  const [first] = own;
  if (!first || own.length < 2) return [];
  const targets = new Map(
    own.flatMap(({ adjustments }) => adjustments.map((adjustment) => [targetOf(adjustment), adjustment] as const)),
  );
  return [
    { ...first, adjustments: [...targets.values()], name: `${own.length} texts`, section: '', count: own.length },
  ];
}

/**
 * Corrections of several texts that do not help together, in two halves, for the range of one width only: where one text
 * breaks its line otherwise, the others still gain. None of what is too few to be parted.
 */
export function halvesOf(document: PageDocument, candidate: Candidate, width: number): Candidate[] {
  const { adjustments } = onlyAt(document, candidate, [width]);
  if (adjustments.length < TOGETHER || !adjustments.every(({ property }) => OF_LETTERS.has(property))) return [];
  const middle = Math.ceil(adjustments.length / 2);
  return [adjustments.slice(0, middle), adjustments.slice(middle)].map((half) => ({
    ...candidate,
    adjustments: half,
    name: `${half.length} kinds of texts`,
    count: half.length,
  }));
}

/** A candidate for the ranges of some widths only: what holds everywhere helps there, and does harm at others. */
export function onlyAt(document: PageDocument, candidate: Candidate, widths: readonly number[]): Candidate {
  const at = [...new Set(widths.map((width) => rangeOf(document, width)))];
  const within = (own: Adjustment): Adjustment[] => {
    const ranges = own.at ? own.at.filter((name) => at.includes(name)) : at;
    return ranges.length ? [{ ...own, at: ranges }] : [];
  };
  return { ...candidate, adjustments: candidate.adjustments.flatMap(within) };
}

/** The least of several lengths of one sign: more would fit where it was measured, and be too much elsewhere. */
function mildest(values: readonly string[]): string {
  return values.reduce((best, value) => (parseFloat(value) < parseFloat(best) ? value : best));
}

type Groups = ReadonlyMap<string, readonly Difference[]>;

/** What could be fixed by the same declaration of the same style, or of an element that has one of its own. */
function groupsOf(differences: readonly Difference[], nodes: ReadonlyMap<string, ElementNode>): Groups {
  const groups = new Map<string, Difference[]>();
  for (const difference of differences) {
    const node = nodes.get(difference.remedy?.id ?? '');
    if (difference.remedy?.value === undefined || !node) continue;
    const { id, property, value } = difference.remedy;
    const shared = node.style !== undefined && node.difference === undefined;
    const key = `${shared ? `.${node.style}` : `#${id}`} ${property} ${rounded(value)}`;
    groups.set(key, [...(groups.get(key) ?? []), difference]);
  }
  return groups;
}

/** Two candidates of one key do the same. */
export function keyOf({ adjustments }: Candidate): string {
  return JSON.stringify(adjustments);
}

/** The range of widths in which a width lies: the narrowest breakpoint above it. */
function rangeOf({ breakpoints }: PageDocument, width: number): string {
  return breakpoints.filter(({ below }) => width < below).at(-1)?.name ?? WIDEST;
}

function depths(body: ElementNode): ReadonlyMap<string, number> {
  const found = new Map<string, number>();
  const visit = (node: ElementNode, depth: number): void => {
    found.set(node.id, depth);
    for (const child of node.children ?? []) if (child.kind !== 'words') visit(child, depth + 1);
  };
  visit(body, 0);
  return found;
}

function rounded(value: string): string {
  return value
    .replace(/^(-?[\d.]+)px$/, (_, number: string) => `${Math.round(Number(number))}px`)
    .replace(/^(-?[\d.]+)em$/, (_, number: string) => `${Math.round(Number(number) * 100) / 100}em`);
}

/** The nearest distance that the page uses already, if it is as good as the same. */
function inUse(value: string, known: readonly number[]): string {
  const own = /^(\d+(?:\.\d+)?)px$/.exec(value)?.[1];
  if (own === undefined) return value;
  const near = known.find((value) => Math.abs(value - Number(own)) <= NEAR / 2);
  return near === undefined ? value : `${near}px`;
}
