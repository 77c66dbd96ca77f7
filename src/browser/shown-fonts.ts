import { required } from '../core/data/required.js';
import type { Page } from 'playwright-core';
import { isGeneric, type FontUse, type ShownFont } from '../core/fonts/font-faces.js';
import { familiesIn } from '../core/css/font-families.js';
import { inside } from './inpage-script.js';

/** The ways in which words of the drawing in a page are set. */
export async function usedFonts(page: Page): Promise<FontUse[]> {
  const uses = await inside(page, 'fontUses');
  return uses.map(({ use: { list, weight, italic } }) => ({ families: familiesIn(list), weight, italic }));
}

/** In which fonts the browser shows the words of the drawing in a page. */
export async function shownFonts(page: Page): Promise<ShownFont[]> {
  const uses = await inside(page, 'fontUses');
  return askBrowser(page, 'text, tspan', uses);
}

/** In which fonts the browser shows the words of a web page. Faces that it has loaded are there; it is asked of the rest. */
export async function shownPageFonts(page: Page): Promise<ShownFont[]> {
  const uses = await inside(page, 'markFontUses');
  const wanted = uses.map((use) => ({ use, families: familiesIn(use.list) }));
  const isKnown = ({ use, families }: (typeof wanted)[number]): boolean => use.loaded || isGeneric(families[0] ?? '');
  const known = wanted.filter(isKnown).map(({ use: { weight, italic, loaded }, families }): ShownFont => ({
    use: { families, weight, italic },
    shown: loaded ? [{ family: families[0] ?? '', brought: true }] : [],
  }));
  if (known.length === wanted.length) {
    await inside(page, 'unmarkFontUses');
    return known;
  }
  const order = await page.evaluate(() =>
    [...document.querySelectorAll('[data-font-use]')].map((element) => Number(element.getAttribute('data-font-use'))),
  );
  const asked = uses.flatMap((use, at) => (isKnown(required(wanted[at])) ? [] : [{ use, index: order.indexOf(at) }]));
  const found = await askBrowser(page, '[data-font-use]', asked);
  await inside(page, 'unmarkFontUses');
  return [...known, ...found];
}

interface AskedFonts {
  readonly use: { readonly list: string; readonly weight: number; readonly italic: boolean };
  /** Which of the elements that the selector matches. */
  readonly index: number;
}

async function askBrowser(page: Page, selector: string, uses: readonly AskedFonts[]): Promise<ShownFont[]> {
  if (uses.length === 0) return [];
  const session = await page.context().newCDPSession(page);
  try {
    await session.send('DOM.enable');
    await session.send('CSS.enable');
    const { root } = await session.send('DOM.getDocument', { depth: 0 });
    const { nodeIds } = await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector });
    const found: ShownFont[] = [];
    for (const { use, index } of uses) {
      const nodeId = nodeIds[index];
      if (nodeId === undefined) continue;
      const { fonts } = await session.send('CSS.getPlatformFontsForNode', { nodeId });
      found.push({
        use: { families: familiesIn(use.list), weight: use.weight, italic: use.italic },
        shown: fonts.map(({ familyName, isCustomFont }) => ({ family: familyName, brought: isCustomFont })),
      });
    }
    return found;
  } finally {
    await session.detach();
  }
}
