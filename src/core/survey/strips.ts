import type { Box } from '../geometry/box.js';

/** Height of a strip, px. */
const STRIP = 200;

/** Things by the strips of the page that they reach into, so that what is near each other is found without asking all. */
export class Strips<Thing extends { readonly box: Box }> {
  private readonly strips = new Map<number, Thing[]>();

  /** Things that were added stay in the order in which they were. */
  add(thing: Thing): void {
    for (const strip of stripsOf(thing.box)) {
      const known = this.strips.get(strip);
      if (known) known.push(thing);
      else this.strips.set(strip, [thing]);
    }
  }

  /** What reaches into the strip that a height lies in. */
  at(y: number): readonly Thing[] {
    return this.strips.get(Math.floor(y / STRIP)) ?? [];
  }

  /** What reaches into a strip that a box reaches into; each thing once. */
  near(box: Box): Iterable<Thing> {
    const strips = stripsOf(box);
    return strips.length === 1 ? this.at(box[1]) : new Set(strips.flatMap((strip) => this.strips.get(strip) ?? []));
  }
}

function stripsOf([, y, , height]: Box): number[] {
  const first = Math.floor(y / STRIP);
  return Array.from({ length: Math.floor((y + height) / STRIP) - first + 1 }, (_, at) => first + at);
}
