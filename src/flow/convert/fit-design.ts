import { required } from '../../core/data/required.js';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult, setViewport } from '../../browser/result-page.js';
import type { Served } from '../../browser/serve.js';
import { buildDesign, type BuiltDesign } from '../../core/design/emit/build-design.js';
import type { DesignInput } from '../../core/design/emit/design-input.js';
import { allWidths } from '../../core/design/responsive/screens.js';
import { breakpointsBetween } from '../../core/design/responsive/style-variants.js';
import type { Breakpoint } from '../../core/document/types.js';
import { wordFaults } from '../../core/proof/clashing-words.js';
import { renderCss } from '../../core/render/css.js';
import { renderHtml } from '../../core/render/html.js';

/** Steps in which a layout is made narrower to see whether it still fits, px. */
const STEP = 40;

/**
 * Makes a page of artboards and finds the widths at which the layout of one gives way to that of the next: as late as its
 * contents allow. Made narrower in a browser, it does so as soon as it scrolls sideways, cuts words off or breaks them,
 * lays them on each other, or breaks what was drawn as one row into several; below half way also as soon as a text takes
 * more lines, or an image is narrower, than on both artboards.
 */
export async function fitDesign(browser: OpenBrowser, served: Served, input: DesignInput): Promise<BuiltDesign> {
  const widths = allWidths(input.boards.map(({ width }) => width));
  const usual = breakpointsBetween(widths);
  if (usual.length === 0 || input.breakpoints) return buildDesign(input);
  const wide = buildDesign({
    ...input,
    breakpoints: usual.map((breakpoint, at) => ({ ...breakpoint, below: required(widths[at + 1]) + 1 })),
  });
  served.hold('/-fit', 'text/html; charset=utf-8', renderHtml(wide.document, '-fit.css'));
  served.hold('/-fit.css', 'text/css; charset=utf-8', renderCss(wide.document));
  const page = await browser.newPage(required(widths[0]));
  try {
    await openResult(page, `${served.origin}/-fit`);
    let isFirst = true;
    const look = async (width: number): Promise<FittedLayout> => {
      await setViewport(page, width, isFirst);
      isFirst = false;
      const { words, overflow } = await inside(page, 'measurePage');
      const { clashing, cut, broken } = wordFaults(words, width);
      return {
        faults: clashing.length + cut.length + broken.length + (overflow > 1 ? 1 : 0),
        rows: await inside(page, 'rowLines'),
        texts: await inside(page, 'textLines'),
        images: await inside(page, 'imageWidths'),
      };
    };
    const fitted: Breakpoint[] = [];
    for (const [at, breakpoint] of usual.entries())
      fitted.push(
        await fit(
          {
            usual: breakpoint,
            from: required(widths[at]),
            ...(at + 1 < input.boards.length ? { to: widths[at + 1] } : {}),
          },
          look,
        ),
      );
    browser.giveBack(page);
    return buildDesign({ ...input, breakpoints: fitted });
  } catch (error) {
    await page.close();
    throw error;
  }
}

/** What is wrong with a layout at one width, and in how many lines its rows stand. */
interface FittedLayout {
  readonly faults: number;
  readonly rows: readonly number[];
  /** In how many lines its texts stand. */
  readonly texts: readonly number[];
  /** How wide its images are, px; 0 for those that do not show. */
  readonly images: readonly number[];
}

/** An image is smaller than it was drawn from this share on. */
const SMALLER = 0.95;

/** Between which widths a layout gives way to the next. */
interface Range {
  /** Half way between them. */
  readonly usual: Breakpoint;
  readonly from: number;
  /** The width of the narrower artboard; none where that was not drawn. */
  readonly to?: number | undefined;
}

/**
 * Goes down from the width of an artboard until its layout has more faults than it was drawn with, or breaks a row; from
 * half way on, until a text needs more lines or an image is narrower than on both artboards.
 */
async function fit({ usual, from, to }: Range, look: (width: number) => Promise<FittedLayout>): Promise<Breakpoint> {
  const drawn = await look(from);
  const narrower = to === undefined ? drawn : await look(to);
  const most = drawn.texts.map((lines, at) => Math.max(lines, narrower.texts[at] || Infinity));
  const isWorse = ({ faults, rows }: FittedLayout): boolean =>
    faults > drawn.faults || rows.some((lines, at) => lines > 1 && drawn.rows[at] === 1);
  const least = drawn.images.map((width, at) => SMALLER * Math.min(width, narrower.images[at] ?? 0));
  const isTight = ({ texts, images }: FittedLayout): boolean =>
    texts.some((lines, at) => lines > (most[at] ?? Infinity)) || images.some((width, at) => width < (least[at] ?? 0));
  const lowest = to === undefined ? usual.below : to + 1;
  const first = Math.ceil((from - 1) / STEP) * STEP - STEP;
  let last = from;
  for (let width = first; width > lowest - STEP; width -= STEP) {
    const tried = Math.max(width, lowest);
    const seen = await look(tried);
    if (isWorse(seen)) return named(last);
    if (tried < usual.below && isTight(seen)) {
      if (last <= usual.below) return named(last);
      return named(isWorse(await look(usual.below)) ? last : usual.below);
    }
    last = tried;
  }
  return named(last);
}

function named(below: number): Breakpoint {
  return { name: `below-${below}`, below };
}
