import { walkFields } from '../content/walk-fields.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement, isWords } from '../document/walk.js';
import { sectionSlug } from '../text/slug.js';
import { clashingWords } from '../proof/clashing-words.js';
import type { MeasuredPage, MeasuredWord, Position } from '../proof/measurement.js';

/** What an edit does to a page that it should not. */
export const TRIAL_FAULTS = ['scrolls', 'overlap', 'cut-off', 'beyond', 'covered', 'collapsed', 'markup'] as const;

export interface TrialFault {
  readonly kind: (typeof TRIAL_FAULTS)[number];
  /** px; 0 for what is so at every width. */
  readonly width: number;
  /** Path of the field that was edited, as far as one is at fault. */
  readonly path?: string;
  readonly id?: string;
  readonly name?: string;
  readonly section?: string;
  readonly what: string;
  /** How far the page scrolls sideways, px. */
  readonly by?: number;
  /** Id of the element that lies on it; empty if it is none of the page document. */
  readonly under?: string;
  /** Path of the field whose words lie on it. */
  readonly over?: string;
  readonly place?: Position;
}

/** Words may reach over their box by this much, px. */
const OVER = 2;
/** A box that was this high and is lower than that has collapsed, px. */
const HIGH = 24;
const LOW = 3;

interface Known {
  readonly node: ElementNode;
  readonly section: string;
  readonly path?: string;
}

/**
 * What is wrong with an edited page at one width that is not with the page as it was.
 * @param before the page as it was, measured at this width, and `document` as it is with the edit
 */
// eslint-disable-next-line max-lines-per-function -- the list of faults, which share what was measured
export function trialFaults(
  document: PageDocument,
  before: MeasuredPage,
  now: MeasuredPage,
  width: number,
): TrialFault[] {
  const known = nodesOf(document.body);
  const about = (id: string | undefined): Partial<TrialFault> => {
    const entry = id === undefined ? undefined : known.get(id);
    return entry
      ? {
          id: entry.node.id,
          name: entry.node.name,
          section: entry.section,
          ...(entry.path ? { path: entry.path } : {}),
        }
      : {};
  };
  const found: TrialFault[] = [];
  if (now.overflow > before.overflow + 1)
    found.push({
      kind: 'scrolls',
      width,
      ...about(widest(now, width)?.of),
      what: `The page scrolls sideways by ${Math.round(now.overflow)} px`,
      by: Math.round(now.overflow),
    });
  const was = flagged(before, known);
  const seen = new Set<string>();
  const tell = (kind: TrialFault['kind'], word: MeasuredWord, what: string, other?: MeasuredWord): void => {
    const key = `${kind} ${word.of ?? ''}`;
    const style = known.get(word.of ?? '')?.node.style ?? '';
    if (seen.has(key) || was.has(`${kind} ${style}`)) return;
    seen.add(key);
    const { x, y, width: wide, height } = word;
    const over = known.get(word.under ?? other?.under ?? '')?.path;
    found.push({
      kind,
      width,
      ...about(word.of),
      what,
      ...(kind === 'covered' ? { under: word.under ?? '' } : {}),
      ...(over ? { over } : {}),
      place: { x, y, width: wide, height },
    });
  };
  for (const [measuredWord, other] of clashingWords(now.words))
    tell('overlap', measuredWord, `“${short(measuredWord.text)}” overlaps “${short(other.text)}”`, other);
  for (const word of now.words) {
    if (word.cut) tell('cut-off', word, `“${short(word.text)}” is cut off`);
    if (isBeyond(word, now)) tell('beyond', word, `“${short(word.text)}” overflows its box`);
    if (word.under !== undefined) tell('covered', word, `“${short(word.text)}” is covered`);
  }
  for (const [id, { box }] of Object.entries(before.things ?? {})) {
    const is = now.things?.[id];
    const entry = known.get(id);
    if (!is || !entry || box[3] < HIGH || is.box[3] >= LOW || !says(entry.node)) continue;
    found.push({
      kind: 'collapsed',
      width,
      ...about(id),
      what: `${entry.node.name} collapses`,
      place: { x: is.box[0], y: is.box[1], width: is.box[2], height: Math.max(1, is.box[3]) },
    });
  }
  return found;
}

/** Faults that are in the page as it was, by the style of what has them: they were meant so. */
function flagged(page: MeasuredPage, known: ReadonlyMap<string, Known>): ReadonlySet<string> {
  const style = ({ of }: MeasuredWord): string => known.get(of ?? '')?.node.style ?? '';
  return new Set([
    ...clashingWords(page.words).map(([measuredWord]) => `overlap ${style(measuredWord)}`),
    ...page.words.flatMap((word) => [
      ...(word.cut ? [`cut-off ${style(word)}`] : []),
      ...(isBeyond(word, page) ? [`beyond ${style(word)}`] : []),
      ...(word.under === undefined ? [] : [`covered ${style(word)}`]),
    ]),
  ]);
}

/** Whether a word reaches over the box that its text stands in. */
function isBeyond({ x, width, of }: MeasuredWord, { things }: MeasuredPage): boolean {
  const box = of === undefined ? undefined : things?.[of]?.box;
  return box !== undefined && box[2] > 0 && (x + width > box[0] + box[2] + OVER || x < box[0] - OVER);
}

/** The word that reaches farthest. */
function widest({ words }: MeasuredPage, width: number): MeasuredWord | undefined {
  const over = words.filter((word) => word.x + word.width > width);
  return over.sort((a, b) => b.x + b.width - a.x - a.width)[0];
}

function says(node: ElementNode): boolean {
  return (node.children ?? []).some((child) => (isWords(child) ? child.text.trim() !== '' : says(child)));
}

function short(text: string): string {
  return text.length > 24 ? `${text.slice(0, 24)}…` : text;
}

function nodesOf(body: ElementNode): ReadonlyMap<string, Known> {
  const found = new Map<string, Known>();
  const visit = (node: ElementNode, section: string): void => {
    const here = node.kind === 'section' ? sectionSlug(node.name) : section;
    const [path] = [...walkFields({ ...node, children: (node.children ?? []).filter(isWords) })];
    found.set(node.id, { node, section: here, ...(path ? { path } : {}) });
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(body, '');
  return found;
}

/**
 * Text that has become markup.
 * @param html the rendered page, and the same without the edit
 * @param literal what was typed into its texts
 */
export function markupFaults(html: string, before: string, literal: string): TrialFault[] {
  const tags = (text: string): number => text.match(/<\w/g)?.length ?? 0;
  const isText = tags(html) === tags(before) && !html.includes(literal);
  return isText ? [] : [{ kind: 'markup', width: 0, what: 'Text was rendered as markup' }];
}
