import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { CapturedNode } from '../../core/html/captured.js';
import { dressedOtherwise, dressOf, samePlaces } from '../../core/html/width-groups.js';

/** A page that is open at a width. */
export interface OpenWidth {
  readonly width: number;
  readonly page: Page;
}

/** Opens the page once more at a width; it is closed by the caller. */
export type OpenAt = (width: number) => Promise<Page>;

/** A page of which scripts make something else at narrower widths. */
export interface OtherDress {
  readonly page: Page;
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
  const itself = new Map(nodes.map((_, at) => [at, at]));
  let wider = { width: widest.width, dress: dressOf(nodes, itself) };
  for (const { page, width } of [...others].sort((a, b) => b.width - a.width)) {
    const { dress, numberOf, classes } = await dressAt(page, nodes);
    const narrower = { width, dress };
    const different = await lasting(wider, narrower, dressedOtherwise(wider.dress, dress), nodes, openAt);
    if (different.length) {
      found.push({ page, below: await boundary(wider, narrower, different, nodes, openAt), numberOf, classes });
    }
    wider = narrower;
  }
  return found;
}

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
  nodes: readonly CapturedNode[],
  openAt: OpenAt,
): Promise<number[]> {
  if (different.length === 0) return [];
  const again = await Promise.all([wider, narrower].map(async ({ width }) => openedAt(width, nodes, openAt)));
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

/** The first width at which elements are dressed as at the wider of two, px. */
async function boundary(
  wider: DressedWidth,
  narrower: DressedWidth,
  different: readonly number[],
  nodes: readonly CapturedNode[],
  openAt: OpenAt,
): Promise<number> {
  let [low, high] = [narrower.width, wider.width];
  while (high - low > 1) {
    const middle = Math.floor((low + high) / 2);
    const dress = await openedAt(middle, nodes, openAt);
    const like = ({ dress: other }: DressedWidth): number =>
      different.filter((element) => dress.get(element) === other.get(element)).length;
    const [narrow, wide] = [like(narrower), like(wider)];
    /* Sizes that a script sets anew for each width are like neither: nobody can say where they change. */
    if (narrow === 0 && wide === 0) return middle;
    if (narrow > wide) low = middle;
    else high = middle;
  }
  return high;
}
