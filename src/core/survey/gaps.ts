import { required } from '../data/required.js';
import { around, bottom, right, type Box } from '../geometry/box.js';
import { Strips } from './strips.js';
import type { SurveyedPage, SurveyedRow, SurveyedScreen, SurveyedElement } from './observations.js';

/** Things are one row if their tops and heights differ by no more than this, px. */
const LEVEL = 3;
/** Gaps larger than this separate, they do not space, px. */
const WIDEST_GAP = 160;

/** Rows of three or more boxes or pictures of like size, with the gaps between them. */
export function rowsOf(screen: SurveyedScreen): SurveyedRow[] {
  const candidates = screen.things.filter(
    ({ kind, box }) =>
      (kind === 'box' || kind === 'picture') && box[2] >= 24 && box[3] >= 24 && box[2] < 0.6 * screen.width,
  );
  const rows: SurveyedRow[] = [];
  const used = new Set<SurveyedElement>();
  const strips = new Strips<SurveyedElement>();
  for (const candidate of candidates) strips.add(candidate);
  for (const first of candidates) {
    if (used.has(first)) continue;
    const row = [...strips.near(first.box)]
      .filter((seenThing) => !used.has(seenThing) && alike(seenThing.box, first.box))
      .sort((x, y) => x.box[0] - y.box[0]);
    const apart = row.filter(
      (seenThing, index) => index === 0 || seenThing.box[0] >= right(required(row[index - 1]).box) - 1,
    );
    if (apart.length < 3) continue;
    const gaps = apart.slice(1).map((seenThing, index) => tenths(seenThing.box[0] - right(required(apart[index]).box)));
    if (gaps.some((gap) => gap > WIDEST_GAP)) continue;
    for (const seenThing of apart) used.add(seenThing);
    rows.push({ path: first.path, name: first.name, box: around(apart.map(({ box }) => box)), gaps });
  }
  return rows;
}

/**
 * Free space between a thing and the next one below it in the same column, each once. Words of a web page stand in lines
 * that are higher than they are, so that only its boxes, pictures and fields count.
 */
export function downGaps(
  screen: SurveyedScreen,
  of: SurveyedPage['kind'],
): { readonly gap: number; readonly above: SurveyedElement; readonly below: SurveyedElement }[] {
  const solid = screen.things.filter(({ kind, text, box }) =>
    of === 'design' ? kind !== 'box' : !text && box[2] < 0.9 * screen.width,
  );
  const strips = new Strips<SurveyedElement>();
  for (const seenThing of solid) strips.add(seenThing);
  return solid.flatMap((above) => {
    const [x, , width] = above.box;
    const below = [...strips.near([x, bottom(above.box), width, WIDEST_GAP])]
      .filter(
        (seenThing) =>
          seenThing !== above && seenThing.box[1] >= bottom(above.box) - 1 && Math.abs(seenThing.box[0] - x) <= 2,
      )
      .reduce<SurveyedElement | undefined>(
        (first, seenThing) => (!first || seenThing.box[1] < first.box[1] ? seenThing : first),
        undefined,
      );
    if (!below) return [];
    const gap = tenths(below.box[1] - bottom(above.box));
    return gap > 0 && gap <= WIDEST_GAP ? [{ gap, above, below }] : [];
  });
}

function alike(a: Box, b: Box): boolean {
  return (
    Math.abs(a[1] - b[1]) <= LEVEL &&
    Math.abs(a[3] - b[3]) <= LEVEL &&
    Math.abs(a[2] - b[2]) <= Math.max(LEVEL, 0.05 * b[2])
  );
}

/** Rounded to a tenth of a pixel: finer differences are a drawing program's. */
export function tenths(value: number): number {
  return Math.round(value * 10) / 10;
}
