import { area, bottom, right, shared } from '../../geometry/box.js';
import type { Check, CheckResult } from '../finding.js';
import { Strips } from '../strips.js';
import type { SurveyedScreen, SurveyedElement } from '../observations.js';

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

function overlapsOn(screen: SurveyedScreen): CheckResult[] {
  const solid = screen.things.filter(
    ({ kind, box }) => kind !== 'artwork' && box[2] >= 8 && box[3] >= 8 && box[2] < 0.98 * screen.width,
  );
  const before = new Strips<SurveyedElement>();
  return solid.flatMap((seenThing) => {
    const list = [...before.near(seenThing.box)].flatMap((other) => overlapOf(seenThing, other, screen.width));
    before.add(seenThing);
    return list;
  });
}

function overlapOf(seenThing: SurveyedElement, other: SurveyedElement, screen: number): CheckResult[] {
  const common = shared(seenThing.box, other.box);
  if (common === 0 || seenThing.path.startsWith(`${other.path} >`) || other.path.startsWith(`${seenThing.path} >`))
    return [];
  const [smaller, larger] = area(seenThing.box) < area(other.box) ? [seenThing, other] : [other, seenThing];
  const wide = Math.min(right(seenThing.box), right(other.box)) - Math.max(seenThing.box[0], other.box[0]);
  const high = Math.min(bottom(seenThing.box), bottom(other.box)) - Math.max(seenThing.box[1], other.box[1]);
  if (wide < LEAST || high < LEAST || common > WHOLLY * area(smaller.box)) return [];
  /* Lines of text are higher than their letters. */
  if (smaller.text && larger.text && high < TIGHT * Math.min(seenThing.box[3], other.box[3])) return [];
  return [found(screen, smaller, larger, Math.min(wide, high), common)];
}

function found(
  screen: number,
  smaller: SurveyedElement,
  larger: SurveyedElement,
  px: number,
  common: number,
): CheckResult {
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
