import { area, bottom, right, shared } from '../../geometry/box.js';
import type { Check, Found } from '../finding.js';
import { Strips } from '../strips.js';
import type { SeenScreen, SeenThing } from '../observations.js';

/** Less than this is untidiness, px in each direction. */
const LEAST = 3;
/** What lies wholly on another thing is placed on it, not over its edge. */
const WHOLLY = 0.98;
/** Texts whose boxes share less of their height than this do not touch. */
const TIGHT = 0.35;
/** Things this far over an edge are meant to be so, as a share of the smaller one. */
const MEANT = 0.15;

export const overlap: Check = {
  code: 'overlap',
  severity: 'note',
  why: 'Things that reach over each other become a layer that keeps its place; if it was an accident, it is kept as well.',
  find: ({ screens }) => screens.flatMap(overlapsOn),
};

function overlapsOn(screen: SeenScreen): Found[] {
  const solid = screen.things.filter(
    ({ kind, box }) => kind !== 'artwork' && box[2] >= 8 && box[3] >= 8 && box[2] < 0.98 * screen.width,
  );
  const before = new Strips<SeenThing>();
  return solid.flatMap((one) => {
    const list = [...before.near(one.box)].flatMap((other) => overlapOf(one, other, screen.width));
    before.add(one);
    return list;
  });
}

function overlapOf(one: SeenThing, other: SeenThing, screen: number): Found[] {
  const common = shared(one.box, other.box);
  if (common === 0 || one.path.startsWith(`${other.path} >`) || other.path.startsWith(`${one.path} >`)) return [];
  const [smaller, larger] = area(one.box) < area(other.box) ? [one, other] : [other, one];
  const wide = Math.min(right(one.box), right(other.box)) - Math.max(one.box[0], other.box[0]);
  const high = Math.min(bottom(one.box), bottom(other.box)) - Math.max(one.box[1], other.box[1]);
  if (wide < LEAST || high < LEAST || common > WHOLLY * area(smaller.box)) return [];
  /* Lines of text are higher than their letters. */
  if (smaller.text && larger.text && high < TIGHT * Math.min(one.box[3], other.box[3])) return [];
  return [found(screen, smaller, larger, Math.min(wide, high), common)];
}

function found(screen: number, smaller: SeenThing, larger: SeenThing, px: number, common: number): Found {
  const meant = common >= MEANT * area(smaller.box) && !(smaller.text && larger.text);
  return {
    name: smaller.name,
    path: smaller.path,
    screen,
    box: smaller.box,
    severity: meant ? 'note' : 'risk',
    what: `It reaches over "${larger.name}" by ${Math.round(px)} px; ${meant ? 'that looks intended' : 'that may be an accident'}, it is kept as it is.`,
  };
}
