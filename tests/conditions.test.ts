import type { CDPSession, Page } from 'playwright-core';
import { required } from '../src/core/data/required.js';
import { inBrowser } from './in-browser.js';
import { built } from './program.js';
import { randomSheet, TREE } from './random-sheets.js';

/* Under every combination of width, conditions and states, each element has the styles that it has in the source. */

const { readHtml } = built<typeof import('../src/flow/convert/read-html.js')>('flow/convert/read-html');
const { renderHtml } = built<typeof import('../src/core/render/html.js')>('core/render/html');
const { renderCss } = built<typeof import('../src/core/render/css.js')>('core/render/css');
const { runPasses, PASSES } = built<typeof import('../src/core/passes/presets.js')>('core/passes/presets');

/** How many sheets are tried: each is another one. */
const SHEETS = Number(process.env['SHEETS'] ?? 8);

const { open } = inBrowser();

const PROPERTIES = [
  'color',
  'background-color',
  'margin-left',
  'padding-top',
  'border-top-color',
  'letter-spacing',
  'outline-style',
];
/** Which elements are in a state, by selector. */
const STATES: readonly (readonly [name: string, forced: Readonly<Record<string, readonly string[]>>])[] = [
  ['at rest', {}],
  ['pointer on the link', { '.b .c': ['hover'], '.b': ['hover'], '.a': ['hover'], body: ['hover'] }],
  ['pointer on the words', { '.f': ['hover'], '.d': ['hover'], '.b': ['hover'], '.a': ['hover'], body: ['hover'] }],
  ['focus by the keyboard', { '.b .c': ['focus', 'focus-visible'], '.b': ['focus-within'], '.a': ['focus-within'] }],
  ['focus by the pointer', { '.b .c': ['focus'], '.b': ['focus-within'], '.a': ['focus-within'] }],
];

/** Computed styles of all elements of a page, in the order of the document, by combination. */
async function stylesOf(page: Page): Promise<Record<string, string[]>> {
  const found: Record<string, string[]> = {};
  const session = await page.context().newCDPSession(page);
  await session.send('DOM.enable');
  await session.send('CSS.enable');
  const { root } = await session.send('DOM.getDocument', {});
  for (const [name, forced] of STATES) {
    await force(session, root.nodeId, forced);
    for (const colorScheme of ['light', 'dark'] as const)
      for (const reducedMotion of ['no-preference', 'reduce'] as const)
        for (const width of [900, 500]) {
          await page.emulateMedia({ colorScheme, reducedMotion });
          await page.setViewportSize({ width, height: 700 });
          found[`${name}, ${colorScheme}, ${reducedMotion}, ${width} px`] = await page.evaluate(
            (names) =>
              ['body', '.a', '.b', '.d', '.f', '.c', '.e', '.h'].map((selector) => {
                const tags: Record<string, string> = {
                  '.a': 'section',
                  '.b': 'section > div',
                  '.d': 'p',
                  '.f': 'em',
                  '.c': 'p ~ a',
                  '.e': 'button',
                  '.h': 'footer a',
                };
                const element = document.querySelector(tags[selector] ?? selector);
                const style = element && getComputedStyle(element);
                return `${selector} ${names.map((name) => `${name}: ${style?.getPropertyValue(name)}`).join('; ')}`;
              }),
            PROPERTIES,
          );
        }
  }
  await session.detach();
  return found;
}

const TAGS: Readonly<Record<string, string>> = {
  body: 'body',
  '.a': 'section',
  '.b': 'section > div',
  '.d': 'p',
  '.f': 'em',
  '.b .c': 'p ~ a',
};

async function force(
  session: CDPSession,
  root: number,
  forced: Readonly<Record<string, readonly string[]>>,
): Promise<void> {
  for (const [selector, tag] of Object.entries(TAGS)) {
    const { nodeId } = await session.send('DOM.querySelector', { nodeId: root, selector: tag });
    await session.send('CSS.forcePseudoState', { nodeId, forcedPseudoClasses: [...(forced[selector] ?? [])] });
  }
}

describe('random style sheets', () => {
  it.each(Array.from({ length: SHEETS }, (_, seed) => [seed + 1]))(
    'come to the same under every combination: %d',
    async (seed) => {
      const sheet = randomSheet(seed);
      const source = await open(TREE, `<style>${sheet}</style>`, 900);
      const wanted = await stylesOf(source);
      await source.emulateMedia({ colorScheme: 'light', reducedMotion: 'no-preference' });
      await source.setViewportSize({ width: 900, height: 700 });
      const desk = await open('');
      const read = await readHtml(source, desk, {
        name: 'page',
        files: ['page.html'],
        widths: [900],
        schemes: 'both',
        online: false,
      });
      const raw = await open('');
      await raw.setContent(renderHtml(read.document, 'x.css'));
      await raw.addStyleTag({ content: renderCss(read.document) });
      expect(differences(wanted, await stylesOf(raw))).toEqual([]);
      const shared = runPasses(read.document, { boxes: read.boxes, width: 900, controls: read.controls }, PASSES);
      await raw.setContent(renderHtml(shared, 'x.css'));
      await raw.addStyleTag({ content: renderCss(shared) });
      expect(differences(wanted, await stylesOf(raw))).toEqual([]);
    },
  );
});

/** The first differences, in words. */
function differences(wanted: Readonly<Record<string, string[]>>, is: Readonly<Record<string, string[]>>): string[] {
  return Object.entries(wanted)
    .flatMap(([name, styles]) =>
      styles.flatMap((style, at) => {
        const other = required(is[name])[at] ?? '';
        const parts = other.split('; ');
        const odd = style
          .split('; ')
          .flatMap((part, index) => (part === parts[index] ? [] : [`${part} ≠ ${parts[index]}`]));
        return odd.length ? [`${name}: ${style.split(' ')[0]} ${odd.join(', ')}`] : [];
      }),
    )
    .slice(0, 4);
}
