import type { PageDocument } from '../document/types.js';
import { candidatesOf, isOutOfBounds, type ComparedWidth } from './candidates.js';

/** Why something is left that might have been fixed. */
const NOT_TRIED = 'not tried: the limit of trials or time was reached';

/** What is left at a width, and why. */
export interface OpenDifference {
  readonly width: number;
  readonly name: string;
  readonly section: string;
  readonly what: string;
  readonly why:
    | 'no style fixes it'
    | 'only an offset larger than the element would fix it'
    | 'every suggested fix had no effect or made something else worse'
    | typeof NOT_TRIED;
}

export function leftIn(
  seenAt: readonly ComparedWidth[],
  tried: ReadonlySet<string>,
  document: PageDocument,
  over: boolean,
): OpenDifference[] {
  return seenAt.flatMap((seen, at) => {
    const waiting = new Set(candidatesOf(document, seenAt, at, tried).map(({ what, name }) => `${name} ${what}`));
    return seen.differences.map(({ name, section, what, remedy }): OpenDifference => ({
      width: seen.page.width,
      name,
      section,
      what,
      why:
        remedy?.value === undefined
          ? 'no style fixes it'
          : isOutOfBounds(seen.page, remedy)
            ? 'only an offset larger than the element would fix it'
            : over && waiting.has(`${name} ${what}`)
              ? NOT_TRIED
              : 'every suggested fix had no effect or made something else worse',
    }));
  });
}
