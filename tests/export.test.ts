import { required } from '../src/core/data/required.js';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parse } from 'yaml';
import type { Page } from 'playwright-core';
import type { OpenBrowser } from '../src/browser/launch.js';
import { built, cleanUp, DEMO, tavrik, temporary, type Figures } from './program.js';

const { openBrowser } = built<typeof import('../src/browser/launch.js')>('browser/launch');
const { serveFolder } = built<typeof import('../src/browser/serve.js')>('browser/serve');

/* A page as visual editors write it: each thing placed by itself, by a rule for its id. */

const project = join(temporary(), 'hire');
const CARDS = 'three-to-choose-from.cards';
let browser: OpenBrowser;
afterAll(cleanUp);
afterAll(() => browser.close());
beforeAll(async () => {
  browser = await openBrowser();
  const ran = tavrik([
    'convert',
    join(DEMO, 'export/hire.html'),
    '--root',
    DEMO,
    '--out',
    project,
    '--widths',
    '1440,390',
    '--json',
  ]);
  expect(ran.code).toBe(0);
  const { pages } = JSON.parse(ran.out) as { pages: { proof: Figures }[] };
  for (const width of pages[0]?.proof.widths ?? [])
    expect([width.differ < 0.0005, width.words.placed]).toEqual([true, 1]);
});

const css = (): string => readFileSync(join(project, 'site/style.css'), 'utf8');
/** Where the cards, and the boxes of their texts, stand. */
const standing = (page: Page) =>
  page.evaluate(() =>
    [...document.querySelectorAll('h3')].map((heading) => {
      const rect = (element: Element | null): number[] => {
        const { left, top, right, bottom } = (element as Element).getBoundingClientRect();
        return [left, top, right, bottom].map(Math.round);
      };
      const card = heading.parentElement as Element;
      return { card: rect(card), inside: [...card.children].map(rect) };
    }),
  );

describe('a page of boxes placed one by one', () => {
  it('becomes lists whose entries share one style', () => {
    const { [required(CARDS.split('.')[0])]: cards, 'days-for-fetching': days } = parse(
      readFileSync(join(project, 'content/hire.yaml'), 'utf8'),
    ) as Record<string, Record<string, Record<string, string>[]>>;
    expect(cards?.['cards']?.map((card) => Object.keys(card))).toEqual(
      Array.from({ length: 3 }, () => ['id', 'picture', 'heading', 'text', 'price', 'link']),
    );
    expect(days?.['entries']).toHaveLength(4);
    expect(css()).not.toMatch(/^\.(three|days|take)[^{]*\{[^}]*position: absolute/m);
    expect(css().match(/^\.card \{/gm)).toHaveLength(1);
    expect(css()).toMatch(/grid-template-columns: repeat\(3, 300px\)/);
  });

  it('takes entries more, longer texts and fewer entries without anything lying on anything', async () => {
    expect(tavrik(['content', project, 'add', CARDS, 'The child’s telescope']).code).toBe(0);
    expect(
      tavrik(['content', project, 'set', `${CARDS}.the-small-reflector.text`, 'A long way to say it. '.repeat(14)])
        .code,
    ).toBe(0);
    expect(tavrik(['content', project, 'remove', 'days-for-fetching.entries', '9-october']).code).toBe(0);
    const site = await serveFolder(join(project, 'site'));
    for (const width of [1440, 390]) {
      const page = await browser.newPage(width);
      await page.goto(`${site.origin}/index.html`);
      const cards = await standing(page);
      expect(cards).toHaveLength(4);
      type Rect = readonly [number, number, number, number];
      const clear = ([left, top, right, bottom]: Rect, [x, y, r, b]: Rect): boolean =>
        x >= right || r <= left || y >= bottom || b <= top;
      const apart = (boxes: number[][]): boolean =>
        boxes.every((box, at) =>
          boxes.slice(at + 1).every((other) => clear(box as unknown as Rect, other as unknown as Rect)),
        );
      expect(apart(cards.map(({ card }) => card))).toBe(true);
      for (const { card, inside } of cards) {
        expect(apart(inside)).toBe(true);
        for (const [, , , bottom] of inside) expect(bottom).toBeLessThanOrEqual(required(card[3]));
      }
      await page.close();
    }
    await site.close();
  });
});
