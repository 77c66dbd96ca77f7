// Writes the artboards of the demo design as other programs hand them over: as PDF files, printed by the browser, and as
// SVG files with all text as outlines, one path a line.
//   node demo/make-exports.mjs
import { readFileSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import * as fontkit from 'fontkit';

const require = createRequire(import.meta.url);
const { openBrowser } = require('../dist/browser/launch.js');
const { serveFolder } = require('../dist/browser/serve.js');
const design = join(import.meta.dirname, 'design');
const files = {
  'Figtree 400': 'figtree-400.woff2',
  'Figtree 600': 'figtree-600.woff2',
  'Fraunces 600': 'fraunces-600.woff2',
};
const fonts = Object.fromEntries(
  Object.entries(files).map(([name, file]) => [name, fontkit.create(readFileSync(join(design, 'fonts', file)))]),
);
const faces = Object.entries(files)
  .map(([name, file]) => {
    const [family, weight] = name.split(' ');
    return `@font-face{font-family:"${family}";font-weight:${weight};src:url("/fonts/${file}")}`;
  })
  .join('');

const browser = await openBrowser();
const served = await serveFolder(design);
for (const width of [1440, 834, 390]) {
  const svg = readFileSync(join(design, `star-evenings-${width}.svg`), 'utf8');
  const page = await browser.newPage(width);
  served.hold(
    '/board.html',
    'text/html; charset=utf-8',
    `<!doctype html><style>${faces}body{margin:0}svg{display:block}</style>${svg}`,
  );
  await page.goto(`${served.origin}/board.html`);
  await page.evaluate(() => document.fonts.ready);
  const height = await page.evaluate(() => document.querySelector('svg').getBoundingClientRect().height);
  await page.pdf({
    path: join(design, `star-evenings-${width}.pdf`),
    width: `${width}px`,
    height: `${height}px`,
    printBackground: true,
    pageRanges: '1',
  });
  /* Each text has one piece, or a piece for each line. */
  const texts = await page.evaluate(() =>
    [...document.querySelectorAll('text')].map((text) => {
      let first = 0;
      const pieces = text.querySelector('tspan') ? [...text.querySelectorAll('tspan')] : [text];
      return pieces.map((piece) => {
        const { fontFamily, fontWeight, fontSize, letterSpacing, fill } =
          piece.ownerDocument.defaultView.getComputedStyle(piece);
        const { x, y } = text.getStartPositionOfChar(first);
        first += piece.getNumberOfChars();
        const look = { family: fontFamily, weight: fontWeight, size: parseFloat(fontSize), fill };
        return { ...look, text: piece.textContent, spacing: parseFloat(letterSpacing) || 0, x, y };
      });
    }),
  );
  let at = 0;
  const outlined = svg
    .replace(/<text\b[^>]*>[\s\S]*?<\/text>/g, () =>
      texts[at++].map((line) => `<path fill="${line.fill}" d="${outlineOf(line)}"/>`).join(''),
    )
    .replace(/<style>[\s\S]*?<\/style>\s*/, '');
  writeFileSync(join(design, `star-evenings-outlined-${width}.svg`), outlined);
  await page.close();
}
await served.close();
await browser.close();

/** The outlines of a line of text. */
function outlineOf({ text, family, weight, size, spacing, x, y }) {
  const font =
    fonts[`${family.split(',')[0].replace(/"/g, '')} ${Number(weight) >= 600 ? 600 : 400}`] ?? fonts['Fraunces 600'];
  const { glyphs, positions } = font.layout(text);
  const scale = size / font.unitsPerEm;
  let pen = x;
  return glyphs
    .map((glyph, index) => {
      const d = glyph.path.scale(scale, -scale).translate(pen, y).toSVG();
      pen += positions[index].xAdvance * scale + spacing;
      return d.replace(/-?\d+\.\d+/g, (number) => String(Math.round(Number(number) * 1000) / 1000));
    })
    .join('');
}
