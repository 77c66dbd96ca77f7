import type { Breakpoint, Declarations, ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { changedByScroll } from '../brief/motion.js';
import type { Pass, ScrolledScreen } from '../pass.js';

/**
 * Lets the header of a page look as its scripts made it look once the page was scrolled, in the ranges of widths in which they
 * did: between two screens that differ, the page's own thresholds part them.
 *
 * Before: a script gives the header another class; after: scrolling itself drives the change, over the first px.
 */
export const scrolledHeader: Pass = {
  name: 'scrolled-header',
  does: 'changes the style of a header on scroll, as scripts of the source did',
  run(document, { scrolled = [] }) {
    const screens = [...scrolled].sort((a, b) => b.width - a.width);
    const ids = new Set(screens.flatMap(({ looks }) => looks.map(({ id }) => id)));
    return [...ids].reduce((page, id) => {
      const node = [...elements(page.body)].find((element) => element.id === id);
      /* What moves already goes on moving as it does. */
      if (!node || page.styles[node.style ?? '']?.rest['animation-name'] !== undefined) return page;
      return rangesOf(screens, node, document).reduce((before, { set, from, below }) => {
        const to = Object.entries(set).map(([name, value]) => `${name}: ${value}`);
        return to.length ? changedByScroll(before, id, to, conditionOf(document, from, below)) : before;
      }, page);
    }, document);
  },
};

interface Range {
  readonly set: Declarations;
  /** In px; open where there is none. */
  readonly from?: number;
  readonly below?: number;
}

/** Neighbouring screens on which it looks the same, widest first, with the thresholds between them. */
function rangesOf(
  screens: readonly ScrolledScreen[],
  { id, style = '' }: ElementNode,
  document: PageDocument,
): Range[] {
  const looks = screens.map(({ width, looks: all }) => ({
    width,
    set: all.find((entry) => entry.id === id)?.set ?? {},
  }));
  return looks.reduce<Range[]>((ranges, { width, set }, at) => {
    const before = ranges.at(-1);
    if (!before) return [{ set }];
    if (JSON.stringify(before.set) === JSON.stringify(set)) return ranges;
    const wider = looks[at - 1]?.width ?? width;
    const between = document.breakpoints.filter(({ below }) => below > width && below <= wider);
    const names = Object.keys({ ...before.set, ...set });
    const part = partOf(between, document.styles[style], names)?.below ?? wider;
    return [...ranges.slice(0, -1), { ...before, from: part }, { set, below: part }];
  }, []);
}

/** The threshold that most likely parts two looks: where the element itself looks different in what changes, or else in anything. */
function partOf(
  between: readonly Breakpoint[],
  style: SharedStyle | undefined,
  changing: readonly string[],
): Breakpoint | undefined {
  const says = (test: (property: string) => boolean): Breakpoint | undefined =>
    [...between]
      .reverse()
      .find(({ name }) => style?.variants?.some(({ at, set }) => at === name && Object.keys(set).some(test)));
  return says((property) => changing.includes(property)) ?? says(() => true) ?? between.at(-1);
}

/** The colours were seen in a light scheme: where the page has a dark one, they hold in the light one only. */
function conditionOf({ styles }: PageDocument, from: number | undefined, below: number | undefined): string {
  const isDark = Object.values(styles).some(({ variants }) =>
    variants?.some(({ when }) => when?.includes('prefers-color-scheme: dark')),
  );
  const parts = [
    ...(isDark ? ['(prefers-color-scheme: light)'] : []),
    ...(from === undefined ? [] : [`(width >= ${from}px)`]),
    ...(below === undefined ? [] : [`(width < ${below}px)`]),
  ];
  return parts.length ? ` @media ${parts.join(' and ')}` : '';
}
