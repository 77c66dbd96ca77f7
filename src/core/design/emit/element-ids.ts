import { fillOn } from '../layout/faint.js';
import { createHash } from 'node:crypto';
import { NameGiver } from '../../text/words.js';
import type { ArtboardView } from '../match/artboard-view.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { pathOf } from '../roles/names.js';
import { standingOn, type ElementPlace } from '../match/element-places.js';
import type { Part } from '../model/part.js';

/** Gives elements their ids, and remembers where each stands in the design. */
export class ElementIds {
  private readonly given = new NameGiver();
  /** Where each element stands on the widest board, by its id; px. */
  readonly boxes = new Map<string, DrawnBox>();
  /** Where each element stands on each board, widest first, by its id; px. */
  readonly standing = new Map<string, readonly (ElementPlace | undefined)[]>();

  constructor(private readonly views: readonly ArtboardView[]) {}

  /** The same as long as the layer keeps its place in the drawing; what is around layers is known by the first of them. */
  of(part: Part, path: string): string {
    let [first, depth] = [part, 0];
    for (; !first.piece; depth += 1) {
      const inner = first.parts[0] ?? first.over[0];
      if (!inner) break;
      first = inner;
    }
    const layer = first === part || !first.piece ? path : pathOf(first.piece);
    const key = `${layer}|${first.piece?.order ?? ''}|${depth || ''}`;
    const id = createHash('sha1').update(this.given.give(key)).digest('hex').slice(0, 8);
    this.boxes.set(id, part.box);
    this.standing.set(
      id,
      this.views.map((view) => {
        const [place, fill] = [standingOn(view, part), fillOn(part, view)];
        return place && fill ? { ...place, fill } : place;
      }),
    );
    return id;
  }
}
