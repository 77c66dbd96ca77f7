import type { Page } from 'playwright-core';
import { required } from '../../core/data/required.js';
import { thresholdsOf } from '../../core/html/intervals.js';
import type { OpenAt } from '../source/operate-controls.js';
import { inside } from '../../browser/inpage-script.js';
import type { CapturedNode } from '../../core/html/captured.js';
import { dressedOtherwise, dressOf, samePlaces } from '../../core/html/width-groups.js';

/** A page that is open at a width. */
export interface OpenWidth {
  readonly width: number;
  readonly page: Page;
}

/** A page of which scripts make something else at narrower widths. */
export interface OtherDress {
  readonly page: Page;
  readonly width: number;
  /** The first width that is too wide for it, px. */
  readonly below: number;
  /** Numbers of its elements as numbers of those of the widest page. */
  readonly numberOf: ReadonlyMap<number, number>;
  /** Classes of its elements that the widest page may not have. */
  readonly classes: readonly string[];
}

/**
 * The widths at which elements have other classes or style attributes than at the next wider one. Where that begins is
 * found by opening the page in between.
 * @param nodes of the widest page
 */
export async function otherDresses(
  widest: OpenWidth,
  nodes: readonly CapturedNode[],
  others: readonly OpenWidth[],
  openAt: OpenAt,
): Promise<OtherDress[]> {
  const found: OtherDress[] = [];
  let thresholds: readonly number[] | undefined;
  const itself = new Map(nodes.map((_, at) => [at, at]));
  const opened = new Map<number, Promise<ReadonlyMap<number, string>>>();
  /* Each width is opened once more, whatever it is looked at for. */
  const dressAgain: DressAgain = async (width) => {
    const again = opened.get(width) ?? openedAt(width, nodes, openAt);
    opened.set(width, again);
    return again;
  };
  let wider = { width: widest.width, dress: dressOf(nodes, itself) };
  for (const { page, width } of [...others].sort((a, b) => b.width - a.width)) {
    const { dress, numberOf, classes } = await dressAt(page, nodes);
    const narrower = { width, dress };
    const different = await lasting(wider, narrower, dressedOtherwise(wider.dress, dress), dressAgain);
    if (different.length) {
      thresholds ??= thresholdsOf(await inside(widest.page, 'mediaTexts'));
      found.push({
        page,
        width,
        below: await boundary(wider, narrower, different, thresholds, dressAgain),
        numberOf,
        classes,
      });
    }
    wider = narrower;
  }
  return found;
}

/** How the elements are dressed when the page is opened anew at a width. */
type DressAgain = (width: number) => Promise<ReadonlyMap<number, string>>;

interface DressedWidth {
  readonly width: number;
  readonly dress: ReadonlyMap<number, string>;
}

async function dressAt(
  page: Page,
  nodes: readonly CapturedNode[],
): Promise<Omit<DressedWidth, 'width'> & Pick<OtherDress, 'numberOf' | 'classes'>> {
  const captured = await inside(page, 'snapshot');
  const numberOf = samePlaces(nodes, captured.nodes);
  const classes = captured.nodes.flatMap(({ attributes }) =>
    (attributes?.['class'] ?? '').split(/\s+/).filter(Boolean),
  );
  return { dress: dressOf(captured.nodes, numberOf), numberOf, classes: [...new Set(classes)] };
}

/** The elements that are dressed alike whenever the page is opened: a slide that happens to be shown says nothing of widths. */
async function lasting(
  wider: DressedWidth,
  narrower: DressedWidth,
  different: readonly number[],
  dressAgain: DressAgain,
): Promise<number[]> {
  if (different.length === 0) return [];
  const again = await Promise.all([wider, narrower].map(async ({ width }) => dressAgain(width)));
  return different.filter((element) =>
    [wider, narrower].every(({ dress }, at) => again[at]?.get(element) === dress.get(element)),
  );
}

async function openedAt(
  width: number,
  nodes: readonly CapturedNode[],
  openAt: OpenAt,
): Promise<ReadonlyMap<number, string>> {
  const page = await openAt(width);
  try {
    return (await dressAt(page, nodes)).dress;
  } finally {
    await page.close();
  }
}

/** How the elements of a page that is open at some width are dressed. */
type Likeness = 'narrow' | 'wide' | 'neither';

/** So many pages are opened at a time to find a boundary. */
const AT_ONCE = 3;

/** The first width at which elements are dressed as at the wider of two, px. */
async function boundary(
  wider: DressedWidth,
  narrower: DressedWidth,
  different: readonly number[],
  thresholds: readonly number[],
  dressAgain: DressAgain,
): Promise<number> {
  let [low, high] = [narrower.width, wider.width];
  const tried = new Set<number>();
  while (high - low > 1) {
    const widths = nextWidths(low, high, thresholds, tried);
    for (const width of widths) tried.add(width);
    const found = await Promise.all(
      widths.map(async (width) => likeness(await dressAgain(width), narrower, wider, different)),
    );
    /* Sizes that a script sets anew for each width are like neither: nobody can say where they change. */
    const lost = found.indexOf('neither');
    if (lost >= 0) return required(widths[lost]);
    const wide = found.indexOf('wide');
    const narrow = wide < 0 ? found.length : wide;
    low = Math.max(low, ...widths.slice(0, narrow));
    if (wide >= 0) high = required(widths[wide]);
  }
  return high;
}

/**
 * Widths to look at next, rising: scripts mostly change a page where its style sheets do, or one px beside; where they do
 * not, the range is divided.
 */
function nextWidths(low: number, high: number, thresholds: readonly number[], tried: ReadonlySet<number>): number[] {
  const middle = (low + high) / 2;
  const [nearest] = thresholds
    .filter((width) => width > low && width < high && !tried.has(width))
    .sort((a, b) => Math.abs(a - middle) - Math.abs(b - middle));
  const wanted =
    nearest === undefined
      ? Array.from({ length: AT_ONCE }, (_, at) => Math.round(low + ((high - low) * (at + 1)) / (AT_ONCE + 1)))
      : [nearest - 1, nearest];
  const inside = [...new Set(wanted)].filter((width) => width > low && width < high);
  return inside.length ? inside : [Math.floor(middle)];
}

function likeness(
  dress: ReadonlyMap<number, string>,
  narrower: DressedWidth,
  wider: DressedWidth,
  different: readonly number[],
): Likeness {
  const like = ({ dress: other }: DressedWidth): number =>
    different.filter((element) => dress.get(element) === other.get(element)).length;
  const [narrow, wide] = [like(narrower), like(wider)];
  if (narrow === 0 && wide === 0) return 'neither';
  return narrow > wide ? 'narrow' : 'wide';
}
