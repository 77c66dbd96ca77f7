import { required } from '../data/required.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { isElement } from '../document/walk.js';
import type { Change } from './changes.js';
import { shiftOf, type Moved, type Shift, type ElementPosition } from './movement.js';
import type { Box } from '../geometry/box.js';

/** What a trial came to: the changes that have to be taken back, and those of them that deserve another try. */
export interface Verdict {
  readonly blamed: readonly Change[];
  /** They may have moved only because of another one, inside of them or inside of a box beside them. */
  readonly again: readonly Change[];
}

/**
 * Finds the changes at which something moved or looks different. None if everything stands where it stood.
 * @param before where everything has to stand; a box made of two has the place of the one it stands for
 */
export function judge(
  before: ElementPosition,
  after: ElementPosition,
  document: PageDocument,
  changes: readonly Change[],
): Verdict {
  const seen = look(before, after, document);
  if (!seen.any) return { blamed: [], again: [] };
  const byId = new Map(changes.map((change) => [idOf(change), change]));
  const direct = changes.filter((change) => {
    const next = nextTo(idOf(change), seen);
    return within(change, seen, seen.moved) || (next !== undefined && seen.moved.has(next) && !byId.has(next));
  });
  const blamed = direct.length ? direct : changes.filter((change) => isNear(change, seen));
  if (blamed.length === 0) return { blamed: changes, again: [] };
  const wide = blamed.filter((change) => within(change, seen, seen.across));
  const excused = wide.length ? pressed(blamed, wide, seen) : stretched(blamed, seen);
  return { blamed, again: excused.length < blamed.length ? excused : [] };
}

/** Whether everything stands where it stood, and looks as it did. */
export function standsStill(before: ElementPosition, after: ElementPosition, document: PageDocument): boolean {
  return !look(before, after, document).any;
}

/** Where everything stood, with the texts in the order in which another version of the page has them. */
export function inOrder(before: ElementPosition, first: PageDocument, now: PageDocument): ElementPosition {
  const known = textKeys(first);
  const texts = new Map(before.texts.map((text, at) => [known[at], text]));
  return { ...before, texts: textKeys(now).flatMap((key) => texts.get(key) ?? []) };
}

/** A key for each text that is measured, in the order of the page. */
function textKeys({ body }: PageDocument): string[] {
  const keys: string[] = [];
  const visit = (node: ElementNode): void => {
    (node.children ?? []).forEach((child, at) => {
      if (isElement(child)) visit(child);
      else if (child.text.trim() && !UNMEASURED.has(node.element)) keys.push(`${node.id} ${at}`);
    });
  };
  visit(body);
  return keys;
}

/** The box at which a change shows: the one made of two, or the one that held what was left out. */
function idOf({ at, joined, holder }: Change): string {
  return joined?.node.id ?? holder ?? at;
}

/** Whether the changed box, or one right inside of it, is among those that moved. */
function within(change: Change, { children }: SeenMovement, moved: ReadonlySet<string>): boolean {
  const id = idOf(change);
  return moved.has(id) || (children.get(id) ?? []).some((child) => moved.has(child));
}

/** Widths come from outside: of the changes whose widths are wrong, only the outermost are at fault. */
function pressed(blamed: readonly Change[], wide: readonly Change[], { parents }: SeenMovement): Change[] {
  const ids = new Set(wide.map(idOf));
  const isInside = (change: Change): boolean => {
    for (let id = parents.get(idOf(change)); id !== undefined; id = parents.get(id)) if (ids.has(id)) return true;
    return false;
  };
  return blamed.filter((change) => !wide.includes(change) || isInside(change));
}

/** Heights come from inside: a change that holds another one, or stands beside one that does, may have been stretched. */
function stretched(blamed: readonly Change[], seen: SeenMovement): Change[] {
  const ids = new Set(blamed.map(idOf));
  const holds = (id: string): boolean => (seen.children.get(id) ?? []).some((child) => ids.has(child) || holds(child));
  const holding = new Set([...ids].filter(holds));
  return blamed.filter((change) => {
    const beside = seen.children.get(seen.parents.get(idOf(change)) ?? '') ?? [];
    return holding.has(idOf(change)) || beside.some((text) => holding.has(text));
  });
}

interface SeenMovement {
  readonly any: boolean;
  readonly moved: ReadonlySet<string>;
  /** Those of them that stand elsewhere, or are of another size, from left to right. */
  readonly across: ReadonlySet<string>;
  readonly children: ReadonlyMap<string, readonly string[]>;
  readonly parents: ReadonlyMap<string, string>;
}

function look(before: ElementPosition, after: ElementPosition, document: PageDocument): SeenMovement {
  const moved = new Set<string>();
  const across = new Set<string>();
  const children = new Map<string, string[]>();
  const parents = new Map<string, string>();
  let texts = 0;
  let any = before.texts.length !== after.texts.length;
  const visit = (node: ElementNode, parent: Traces | undefined, sibling: Traces | undefined): Traces => {
    const own: string[] = [];
    children.set(node.id, own);
    const traces = { was: before.boxes[node.id], is: after.boxes[node.id] };
    const shift = shiftAt(traces, parent, sibling);
    if (shift.across || shift.down) moved.add(node.id);
    if (shift.across) across.add(node.id);
    any ||= differs(traces);
    let last: Traces | undefined;
    for (const child of node.children ?? []) {
      if (isElement(child)) {
        own.push(child.id);
        parents.set(child.id, node.id);
        last = visit(child, traces, last);
      } else if (child.text.trim() && !UNMEASURED.has(node.element)) {
        const [was, is] = [before.texts[texts], after.texts[texts]];
        texts += 1;
        const text = { was: was?.boxes, is: is?.boxes };
        const shift = shiftAt(text, traces, last);
        const looks = was?.looks.some((look, index) => look !== is?.looks[index]);
        if (shift.across || shift.down || looks) moved.add(node.id);
        any ||= differs(text);
        last = text;
      }
    }
    return traces;
  };
  visit(document.body, undefined, undefined);
  return { any: any || moved.size > 0, moved, across, children, parents };
}

/** Elements whose text is not measured, as the browser draws it in its own way. */
const UNMEASURED: ReadonlySet<string> = new Set(['option', 'textarea', 'title', 'optgroup']);

/** Boxes at each width: as they have to be, and as they are. */
interface Traces {
  readonly was: readonly Box[] | undefined;
  readonly is: readonly Box[] | undefined;
}

function shiftAt({ was, is }: Traces, holder?: Traces, sibling?: Traces): Shift {
  if (!was) return { across: false, down: false };
  if (!is) return { across: true, down: true };
  const shifts = was.map((box, index) =>
    shiftOf({ was: box, is: required(is[index]) }, at(holder, index), at(sibling, index)),
  );
  return { across: shifts.some(({ across }) => across), down: shifts.some(({ down }) => down) };
}

function differs(traces: Traces): boolean {
  const { across, down } = shiftAt(traces);
  return across || down;
}

function at(traces: Traces | undefined, index: number): Moved | undefined {
  const [was, is] = [traces?.was?.[index], traces?.is?.[index]];
  return was && is && { was, is };
}

/** The element after an element in the same box. */
function nextTo(id: string, { children, parents }: SeenMovement): string | undefined {
  const beside = children.get(parents.get(id) ?? '') ?? [];
  return beside[beside.indexOf(id) + 1];
}

/** Something moved beside it or around it. */
function isNear(change: Change, { moved, children, parents }: SeenMovement): boolean {
  const parent = parents.get(idOf(change));
  if (parent === undefined) return true;
  return moved.has(parent) || (children.get(parent) ?? []).some((text) => moved.has(text));
}
