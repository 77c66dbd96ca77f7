import type { ArtboardView } from '../match/artboard-view.js';
import { px, right, shared } from '../../geometry/box.js';
import { SIDE_FLOOR } from './place.js';
import { add } from './context.js';
import type { Part } from '../model/part.js';
import type { ArtboardStyles } from '../model/part-styles.js';

/** Edges this alike are one, px. */
const ALIKE = 8;
/** Gutters are no wider than this share of the page, and so many things begin at them. */
const MOST = 0.25;
const FEWEST = 3;

const SIDES = ['margin-left', 'margin-right', 'padding-left', 'padding-right'] as const;

/**
 * What stands between the gutters of the page does so at every width: where a band reaches over the whole page, as a picture
 * behind its words has it, what is in it keeps the middle of the page, as bands with gutters of their own do.
 */
export function centreGutters(root: Part, view: ArtboardView, looks: ArtboardStyles): void {
  const gutter = gutterOf(view);
  if (gutter === undefined) return;
  /* As wide as the page, and so is what holds it. */
  const visit = (part: Part): void => {
    const look = looks.get(part) ?? {};
    for (const side of SIDES) keep(part, side);
    if (look['position'] === 'absolute' || SIDES.some((side) => look[side] !== undefined)) return;
    const children = view.present(part.parts).filter((child) => !isWrittenOver(child, part, view));
    if (look['flex-direction'] === 'column') children.forEach(visit);
    else if (look['display'] === 'flex' && children[0]) keep(children[0], 'margin-left');
  };
  const keep = (part: Part, side: (typeof SIDES)[number]): void => {
    const room = /^([\d.]+)px$/.exec(looks.get(part)?.[side] ?? '')?.[1];
    if (room !== undefined && Math.abs(Number(room) - gutter) <= ALIKE)
      add(looks, part, { [side]: centred(view.width - 2 * Number(room)) });
  };
  view.present(root.parts).forEach(visit);
}

/** Whether words lie over a part that stand at a share of the width: they and it keep their distance only if it stays too. */
function isWrittenOver(part: Part, holder: Part, view: ArtboardView): boolean {
  const box = view.boxOf(part);
  return (
    box !== undefined &&
    view.present(holder.over).some((over) => {
      const above = view.boxOf(over);
      return view.pieceOf(over)?.type === 'text' && above !== undefined && shared(above, box) > 0;
    })
  );
}

/** Room at the side of what is so wide and in the middle; a little on narrow screens. @param width px */
export function centred(width: number): string {
  return `max(${SIDE_FLOOR}px, calc((100% - ${px(width)}) / 2))`;
}

/** Where most of what does not reach over the page begins, if something ends as far from the other side. */
function gutterOf({ artboard: artboard, width }: ArtboardView): number | undefined {
  const counts = new Map<number, number>();
  for (const { box } of artboard.all) {
    const start = Math.round(box[0]);
    if (box[0] > 2 * SIDE_FLOOR && box[0] <= MOST * width) counts.set(start, (counts.get(start) ?? 0) + 1);
  }
  const isEnd = (start: number): boolean =>
    artboard.all.some(({ box }) => Math.abs(width - right(box) - start) <= ALIKE);
  const found = [...counts]
    .filter(([start, count]) => count >= FEWEST && isEnd(start))
    .sort((a, b) => b[1] - a[1] || a[0] - b[0]);
  return found[0]?.[0];
}
