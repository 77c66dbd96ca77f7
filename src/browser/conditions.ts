import type { CDPSession, Page } from 'playwright-core';
import { CONTROLS } from '../core/html-elements/controls.js';
import type { Condition } from '../core/proof/conditions.js';
import { inside } from './inpage-script.js';
import { VIEW_HEIGHT } from './launch.js';
import { MAX_HEIGHT } from './result-page.js';
import type { Scheme } from '../core/source/reading.js';

/** Brings a page back to how it was. */
export type Undo = () => Promise<void>;

/** States that a control, and what is around it, is in. */
const FORCED = {
  hover: { own: ['hover'], around: ['hover'] },
  focus: { own: ['focus', 'focus-visible', 'focus-within'], around: ['focus-within'] },
} as const;

/** The usual sizes of type of a browser, CSS px, and how much larger they are made (WCAG 2.2, 1.4.4). */
const FONT_SIZES = { standard: 16, fixed: 13 };
const LARGER = 2;

/** The media features that a condition stands for, as the driver calls them. */
type Media = NonNullable<Parameters<Page['emulateMedia']>[0]>;

const MEDIA: Readonly<Partial<Record<Condition, Media>>> = {
  dark: { colorScheme: 'dark' },
  'reduced-motion': { reducedMotion: 'reduce' },
  'more-contrast': { contrast: 'more' },
  'forced-colours': { forcedColors: 'active' },
  print: { media: 'print' },
};

/**
 * Puts an open page under a condition; `opened` is none that a browser brings about.
 * @param hidden by how much boxes that scroll are cut off, CSS px
 */
export async function emulate(page: Page, condition: Condition, usual: Scheme, hidden = 0): Promise<Undo> {
  if (condition === 'scrolled') return showWhole(page, hidden);
  const media = MEDIA[condition];
  if (media) {
    await page.emulateMedia(media);
    return () =>
      page.emulateMedia({
        colorScheme: usual,
        reducedMotion: 'no-preference',
        contrast: 'no-preference',
        forcedColors: 'none',
        media: 'screen',
      });
  }
  const session = await page.context().newCDPSession(page);
  if (condition === 'text-200') return enlargeText(page, session);
  if (condition === 'hover' || condition === 'focus') await forceStates(session, FORCED[condition]);
  return () => session.detach();
}

/** Boxes that are as tall as the window show all they hold in a taller one; the others are scrolled to their end. */
async function showWhole(page: Page, hidden: number): Promise<Undo> {
  const { width, height } = page.viewportSize() ?? { width: 1440, height: VIEW_HEIGHT };
  await page.setViewportSize({ width, height: Math.min(MAX_HEIGHT, height + hidden) });
  await inside(page, 'scrollBoxes', true);
  return async () => {
    await inside(page, 'scrollBoxes', false);
    await page.setViewportSize({ width, height });
  };
}

async function enlargeText(page: Page, session: CDPSession): Promise<Undo> {
  await setTextSize(page, session, LARGER);
  return async () => {
    await setTextSize(page, session, 1);
    await session.detach();
  };
}

async function setTextSize(page: Page, session: CDPSession, times: number): Promise<void> {
  const [standard, fixed] = [FONT_SIZES.standard * times, FONT_SIZES.fixed * times];
  await session.send('Page.setFontSizes', { fontSizes: { standard, fixed } });
  /* The page hears of it a moment after the browser has answered. */
  await page.waitForFunction((wanted) => {
    const probe = document.createElement('span');
    probe.style.fontSize = 'medium';
    document.documentElement.append(probe);
    const size = parseFloat(getComputedStyle(probe).fontSize);
    probe.remove();
    return size === wanted;
  }, standard);
}

/**
 * Forces every control, and all that is around it, into states, until the session ends. All at once: a picture for each
 * would take as long as the page has controls, and source and result are treated alike.
 */
async function forceStates(
  session: CDPSession,
  { own, around }: { readonly own: readonly string[]; readonly around: readonly string[] },
): Promise<void> {
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument', { depth: 0 });
  const matching = async (selector: string): Promise<number[]> =>
    (await session.send('DOM.querySelectorAll', { nodeId: root.nodeId, selector })).nodeIds;
  const controls = new Set(await matching(CONTROLS));
  const holders = await matching(`:has(${CONTROLS})`);
  await Promise.all(
    [...new Set([...controls, ...holders])].map((nodeId) =>
      session.send('CSS.forcePseudoState', {
        nodeId,
        forcedPseudoClasses: [...(controls.has(nodeId) ? own : around)],
      }),
    ),
  );
}
