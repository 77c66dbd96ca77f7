import { holds, right, shared, area } from '../geometry/box.js';
import { over, readColour, type Rgba } from '../css/colours.js';
import { Strips } from './strips.js';
import { MANY_COLOURS, type SeenScreen, type SeenThing } from './observations.js';

/** Paper is white where nothing is painted. */
const PAPER: Rgba = [255, 255, 255, 1];
/** A text is in a box if this much of it is. */
const MOSTLY = 0.6;
/** Words may reach out of their box by this much, px. */
const SLACK = 2;

/** The screen with what its texts stand on, and by how much they pass the box that they stand in. */
export function withGrounds(screen: SeenScreen): SeenScreen {
  const painted = new Strips<SeenThing>();
  const things = screen.things.map((thing): SeenThing => {
    if (thing.paint !== undefined) painted.add(thing);
    if (!thing.text) return thing;
    const ground = groundOf(thing, painted);
    const cut = thing.text.cut ?? beyond(thing, painted, screen.width);
    return { ...thing, text: { ...thing.text, ...(ground ? { ground } : {}), ...(cut > 0 ? { cut } : {}) } };
  });
  return { ...screen, things };
}

/** The colour behind the middle of a text; undefined if there is more than one. */
function groundOf({ box, paint }: SeenThing, painted: Strips<SeenThing>): string | undefined {
  const at = [box[0] + box[2] / 2, box[1] + box[3] / 2, 0, 0] as const;
  let ground: Rgba | undefined = PAPER;
  for (const one of painted.at(at[1])) {
    if (!holds(one.box, at, 0)) continue;
    const colour: Rgba | undefined = one.paint === MANY_COLOURS ? undefined : readColour(one.paint ?? '');
    if (!colour || (!ground && colour[3] < 1)) ground = undefined;
    else ground = ground && colour[3] < 1 ? over(colour, ground) : colour;
  }
  if (paint === MANY_COLOURS || !ground) return undefined;
  return `rgb(${ground.slice(0, 3).map(Math.round).join(', ')})`;
}

/** By how many px a text passes the sides of the smallest box that most of it stands in. */
function beyond({ box }: SeenThing, painted: Strips<SeenThing>, width: number): number {
  const around = painted
    .at(box[1] + box[3] / 2)
    .filter((one) => one.kind !== 'picture' && one.box[2] < 0.98 * width && shared(one.box, box) >= MOSTLY * area(box))
    .reduce<SeenThing | undefined>(
      (least, one) => (!least || area(one.box) <= area(least.box) ? one : least),
      undefined,
    );
  if (!around || holds(around.box, box, SLACK)) return 0;
  const sides = Math.max(around.box[0] - box[0], right(box) - right(around.box));
  return sides > SLACK ? sides : 0;
}
