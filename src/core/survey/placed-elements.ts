import type { SurveyedPage, SurveyedElement } from './observations.js';
import type { Box } from '../geometry/box.js';

/** A thing, and how a finding names its place. */
export interface PlacedElement {
  readonly thing: SurveyedElement;
  readonly place: { readonly name: string; readonly path: string; readonly screen: number; readonly box: Box };
}

/** The things of a page that a check asks for: of a web page each once, on the widest screen that it shows on. */
export function eachElement(page: SurveyedPage, wanted: (thing: SurveyedElement) => boolean): PlacedElement[] {
  const seen = new Set<string>();
  return page.screens.flatMap(({ width, things }) =>
    things.flatMap((thing): PlacedElement[] => {
      if ((page.kind === 'html' && seen.has(thing.path)) || !wanted(thing)) return [];
      seen.add(thing.path);
      return [{ thing, place: { name: thing.name, path: thing.path, screen: width, box: thing.box } }];
    }),
  );
}

/** Each picture by its address, where it is shown largest, with that width in px. */
export function largestShown(page: SurveyedPage): (PlacedElement & { readonly shown: number })[] {
  const largest = new Map<string, PlacedElement & { readonly shown: number }>();
  for (const { width, things } of page.screens)
    for (const thing of things) {
      if (!thing.picture) continue;
      const shown = (thing.picture.whole ?? thing.box)[2];
      const known = largest.get(thing.picture.address);
      if (known && known.shown >= shown) continue;
      largest.set(thing.picture.address, {
        thing,
        shown,
        place: { name: thing.name, path: thing.path, screen: width, box: thing.box },
      });
    }
  return [...largest.values()];
}
