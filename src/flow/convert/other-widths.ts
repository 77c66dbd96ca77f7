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

/** A boundary between two widths is looked for until it is known this exactly, px. */
const EXACT = 3;

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
    const different = dressedOtherwise(wider.dress, dress);
    if (different.length) {
      const narrower = { width, dress };
      found.push({ page, below: await boundary(wider, narrower, different, nodes, openAt), numberOf, classes });
    }
    wider = { width, dress };
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

/** The first width at which elements are dressed as at the wider of two. */
async function boundary(
  wider: DressedWidth,
  narrower: DressedWidth,
  different: readonly number[],
  nodes: readonly CapturedNode[],
  openAt: OpenAt,
): Promise<number> {
  let [low, high] = [narrower.width, wider.width];
  while (high - low > EXACT) {
    const middle = Math.floor((low + high) / 2);
    const page = await openAt(middle);
    const { dress } = await dressAt(page, nodes);
    await page.close();
    const like = ({ dress: other }: DressedWidth): number =>
      different.filter((element) => dress.get(element) === other.get(element)).length;
    /* Sizes that a script sets anew for each width are like neither: nobody can say where they change. */
    const [narrow, wide] = [like(narrower), like(wider)];
    if (narrow === 0 && wide === 0) break;
    if (narrow > wide) low = middle;
    else high = middle;
  }
  const within = Array.from({ length: high - low }, (_, at) => low + 1 + at);
  return within.find((width) => width % 10 === 0) ?? within.find((width) => (width - 1) % 2 === 0) ?? high;
}
