import type { Page } from 'playwright-core';
import { inside, putIntoPage } from '../../browser/inpage-script.js';
import { VIEW_HEIGHT } from '../../browser/launch.js';
import { serveFiles } from '../../browser/serve.js';
import type { ElementNode, PageDocument, PageNode } from '../../core/document/types.js';
import { isElement } from '../../core/document/walk.js';
import { renderCss, renderFontsAndTokens } from '../../core/render/css.js';
import { renderHtml } from '../../core/render/html.js';
import { mayHaveIcons } from '../../core/trim/icons.js';
import { trim, type Measure, type Trimmed } from '../../core/trim/trim.js';
import type { AssetStore } from '../../project/assets.js';
import { glyphsIn } from '../../project/glyphs.js';

/** Longest wait for the pictures and fonts of the trial page; ms. */
const LOAD_LIMIT = 45000;
/** Most boxes measured in one trial: on a large page fewer widths are tried. */
const MOST_BOXES = 60000;
const MOST_WIDTHS = 10;
const FEWEST_WIDTHS = 3;

/** Takes out the boxes that a page does not need, with a browser page to prove it in. */
export async function trimPage(
  page: Page,
  document: PageDocument,
  assets: AssetStore,
  elements: number,
): Promise<Trimmed> {
  const served = await serveFiles(assets.entries());
  const widths = trialWidths(document, elements);
  try {
    const start = marked(document);
    served.hold('/-/host', 'text/html', '<!doctype html><body style="margin:0">');
    served.hold('/page', 'text/html', renderHtml(start, 'fonts.css'));
    served.hold('/fonts.css', 'text/css', renderFontsAndTokens(document));
    await page.goto(`${served.origin}/-/host`);
    await putIntoPage(page);
    await inside(page, 'openTrial', '/page', VIEW_HEIGHT, LOAD_LIMIT);
    const measure: Measure = async (tried, at = widths) => {
      const { fonts: _, ...bare } = marked(tried);
      return inside(page, 'tryPage', renderHtml(bare, 'none'), renderCss(bare), at);
    };
    const find = mayHaveIcons(document) ? await glyphsIn(new Map(assets.entries())) : undefined;
    return await trim(document, measure, find);
  } finally {
    await served.close();
  }
}

/** The widths at which a change is tried: those asked for, both sides of each breakpoint, and the ends. */
export function trialWidths({ source, breakpoints }: PageDocument, elements: number): number[] {
  const most = Math.max(FEWEST_WIDTHS, Math.min(MOST_WIDTHS, Math.floor(MOST_BOXES / Math.max(1, elements))));
  const sides = breakpoints.flatMap(({ below }) => [below, below - 1]).filter((px) => px >= 320 && px <= 2000);
  const wanted = [...new Set([...source.widths, 320, 1920, ...sides])];
  return wanted.slice(0, Math.max(most, source.widths.length)).sort((a, b) => b - a);
}

/** Each element carries its id, so that it can be found in the browser. */
function marked(document: PageDocument): PageDocument {
  const visit = (node: PageNode): PageNode =>
    isElement(node)
      ? {
          ...node,
          attributes: { ...withoutLoading(node.attributes), 'data-trial': node.id },
          ...(node.children ? { children: node.children.map(visit) } : {}),
        }
      : node;
  return { ...document, body: visit(document.body) as ElementNode };
}

function withoutLoading(attributes: ElementNode['attributes']): ElementNode['attributes'] {
  if (!attributes) return undefined;
  const { loading: _, autoplay: __, ...rest } = attributes;
  return rest;
}
