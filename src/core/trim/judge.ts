import type { Box, ElementNode, PageDocument } from '../page/types.js';
import { isElement } from '../page/walk.js';
import type { Change } from './changes.js';
import { hasMoved, type Moved, type Standing } from './measured.js';

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
export function judge(before: Standing, after: Standing, document: PageDocument, changes: readonly Change[]): Verdict {
  const seen = look(before, after, document);
  if (!seen.any) return { blamed: [], again: [] };
  const byId = new Map(changes.map((change) => [change.joined?.node.id ?? change.at, change]));
  const direct = changes.filter(({ at, joined }) => {
    const id = joined?.node.id ?? at;
    return seen.moved.has(id) || (seen.children.get(id) ?? []).some((child) => seen.moved.has(child));
  });
  const blamed = direct.length ? direct : changes.filter((change) => isNear(change, seen));
  if (blamed.length === 0) return { blamed: changes, again: [] };
  const idOf = ({ at, joined }: Change): string => joined?.node.id ?? at;
  const holding = new Set(blamed.map(idOf).filter((id) => holdsAnother(id, seen.children, byId, blamed)));
  const again = blamed.filter((change) => {
    const parent = seen.parents.get(idOf(change));
    const beside = parent === undefined ? [] : (seen.children.get(parent) ?? []);
    return holding.has(idOf(change)) || beside.some((one) => holding.has(one));
  });
  return { blamed, again: again.length < blamed.length ? again : [] };
}

interface Seen {
  readonly any: boolean;
  readonly moved: ReadonlySet<string>;
  readonly children: ReadonlyMap<string, readonly string[]>;
  readonly parents: ReadonlyMap<string, string>;
}

function look(before: Standing, after: Standing, document: PageDocument): Seen {
  const moved = new Set<string>();
  const children = new Map<string, string[]>();
  const parents = new Map<string, string>();
  let texts = 0;
  let any = before.texts.length !== after.texts.length;
  const visit = (node: ElementNode, parent: Traces | undefined, sibling: Traces | undefined): Traces => {
    const own: string[] = [];
    children.set(node.id, own);
    const traces = { was: before.boxes[node.id], is: after.boxes[node.id] };
    if (differs(traces, parent, sibling)) moved.add(node.id);
    any ||= differs(traces, undefined, undefined);
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
        if (differs(text, traces, last) || was?.looks.some((one, index) => one !== is?.looks[index])) moved.add(node.id);
        any ||= differs(text, undefined, undefined);
        last = text;
      }
    }
    return traces;
  };
  visit(document.body, undefined, undefined);
  return { any: any || moved.size > 0, moved, children, parents };
}

/** Elements whose text is not measured, as the browser draws it in its own way. */
const UNMEASURED: ReadonlySet<string> = new Set(['option', 'textarea', 'title', 'optgroup']);

/** Boxes at each width: as they have to be, and as they are. */
interface Traces {
  readonly was: readonly Box[] | undefined;
  readonly is: readonly Box[] | undefined;
}

function differs({ was, is }: Traces, holder: Traces | undefined, sibling: Traces | undefined): boolean {
  if (!was || !is) return was !== is;
  return was.some((box, index) =>
    hasMoved({ was: box, is: is[index] as Box }, at(holder, index), at(sibling, index)),
  );
}

function at(traces: Traces | undefined, index: number): Moved | undefined {
  const [was, is] = [traces?.was?.[index], traces?.is?.[index]];
  return was && is && { was, is };
}

/** Something moved beside it or around it. */
function isNear({ at, joined }: Change, { moved, children, parents }: Seen): boolean {
  const parent = parents.get(joined?.node.id ?? at);
  if (parent === undefined) return true;
  return moved.has(parent) || (children.get(parent) ?? []).some((one) => moved.has(one));
}

function holdsAnother(
  id: string,
  children: ReadonlyMap<string, readonly string[]>,
  byId: ReadonlyMap<string, Change>,
  blamed: readonly Change[],
): boolean {
  return (children.get(id) ?? []).some((child) => {
    const change = byId.get(child);
    return (change !== undefined && blamed.includes(change)) || holdsAnother(child, children, byId, blamed);
  });
}
