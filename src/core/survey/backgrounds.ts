import { holds, right, shared, area } from '../geometry/box.js';
import { over, readColour, type Rgba } from '../css/colours.js';
import { Strips } from './strips.js';
import { MANY_COLOURS, type SurveyedScreen, type SurveyedElement } from './observations.js';

/** Paper is white where nothing is painted. */
const PAPER: Rgba = [255, 255, 255, 1];
/** A text is in a box if this much of it is. */
const MOSTLY = 0.6;
/** Words may reach out of their box by this much, px. */
const SLACK = 2;

/** The screen with what its texts stand on, and by how much they pass the box that they stand in. */
export function withGrounds(screen: SurveyedScreen): SurveyedScreen {
  const painted = new Strips<SurveyedElement>();
  const things = screen.things.map((thing): SurveyedElement => {
    if (thing.paint !== undefined) painted.add(thing);
    if (!thing.text) return thing;
    const ground = groundOf(thing, painted);
    const cut = thing.text.cut ?? beyond(thing, painted, screen.width);
    return { ...thing, text: { ...thing.text, ...(ground ? { ground } : {}), ...(cut > 0 ? { cut } : {}) } };
  });
  return { ...screen, things };
}

/** The colour behind the middle of a text; undefined if there is more than one. */
function groundOf({ box, paint }: SurveyedElement, painted: Strips<SurveyedElement>): string | undefined {
  const at = [box[0] + box[2] / 2, box[1] + box[3] / 2, 0, 0] as const;
  let ground: Rgba | undefined = PAPER;
  for (const seenThing of painted.at(at[1])) {
    if (!holds(seenThing.box, at, 0)) continue;
    const colour: Rgba | undefined = seenThing.paint === MANY_COLOURS ? undefined : readColour(seenThing.paint ?? '');
    if (!colour || (!ground && colour[3] < 1)) ground = undefined;
    else ground = ground && colour[3] < 1 ? over(colour, ground) : colour;
  }
  if (paint === MANY_COLOURS || !ground) return undefined;
  return `rgb(${ground.slice(0, 3).map(Math.round).join(', ')})`;
}

/** By how many px a text passes the sides of the smallest box that most of it stands in. */
function beyond({ box }: SurveyedElement, painted: Strips<SurveyedElement>, width: number): number {
  const around = painted
    .at(box[1] + box[3] / 2)
    .filter(
      (seenThing) =>
        seenThing.kind !== 'picture' &&
        seenThing.box[2] < 0.98 * width &&
        shared(seenThing.box, box) >= MOSTLY * area(box),
    )
    .reduce<SurveyedElement | undefined>(
      (least, seenThing) => (!least || area(seenThing.box) <= area(least.box) ? seenThing : least),
      undefined,
    );
  if (!around || holds(around.box, box, SLACK)) return 0;
  const sides = Math.max(around.box[0] - box[0], right(box) - right(around.box));
  return sides > SLACK ? sides : 0;
}
