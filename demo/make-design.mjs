// Draws the artboards of the demo design as a vector program would write them: named groups, text in lines, no layout.
//   node demo/make-design.mjs
import { writeFileSync, readFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';

const require = createRequire(import.meta.url);
const { openBrowser } = require('../dist/browser/launch.js');
const folder = join(import.meta.dirname, 'design');

const INK = '#14243a';
const TEXT = '#3a4654';
const PAPER = '#f7f3ea';
const SAND = '#e9e2d2';
const AMBER = '#e6b566';
const RUST = '#b3541e';
const CREAM = '#fff6e4';

const browser = await openBrowser();
const page = await browser.newPage(1000);
const face = (family, weight, file) =>
  `@font-face{font-family:"${family}";font-weight:${weight};src:url(data:font/woff2;base64,${readFileSync(join(folder, 'fonts', file)).toString('base64')})}`;
await page.setContent(`<style>${face('Figtree', 400, 'figtree-400.woff2')}${face('Figtree', 600, 'figtree-600.woff2')}${face('Fraunces', 600, 'fraunces-600.woff2')}</style>
<p style="font-family:Figtree">a<b style="font-weight:600">b</b></p><p style="font-family:Fraunces;font-weight:600">c</p><canvas></canvas>`);
await page.evaluate(() => document.fonts.ready);

/** Breaks words into lines no wider than `width`. */
const breakLines = (string, font, width, spacing = 0) =>
  page.evaluate(
    ([text, css, limit, extra]) => {
      const context = document.querySelector('canvas').getContext('2d');
      context.font = css;
      const lines = [''];
      for (const word of text.split(' ')) {
        const longer = lines.at(-1) ? `${lines.at(-1)} ${word}` : word;
        if (lines.at(-1) && context.measureText(longer).width + longer.length * extra > limit) lines.push(word);
        else lines[lines.length - 1] = longer;
      }
      return lines;
    },
    [string, font, width, spacing],
  );

const escape = (string) => string.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** One artboard. Everything is placed by hand: x and y are those of the board. */
class Board {
  constructor(width) {
    this.width = width;
    this.out = [];
    this.defs = [];
    this.count = 0;
  }
  open(name) {
    this.out.push(`<g id="${name}">`);
  }
  close() {
    this.out.push('</g>');
  }
  add(markup) {
    this.out.push(markup);
  }
  id(word) {
    return `${word}_${(this.count += 1)}`;
  }
  rect(x, y, width, height, fill, more = '') {
    this.add(`<rect x="${x}" y="${y}" width="${width}" height="${height}" fill="${fill}"${more && ` ${more}`}/>`);
  }
  /** Lines of text whose first baseline is at `y`; returns the baseline of the last. */
  async text(
    x,
    y,
    width,
    string,
    { family = 'Figtree', weight = 400, size = 18, leading = 28, fill = TEXT, anchor = 'start', spacing = 0 } = {},
  ) {
    const lines = await breakLines(string, `${weight} ${size}px ${family}`, width, spacing);
    const spans = lines
      .map((line, index) => `<tspan x="${x}" y="${y + index * leading}">${escape(line)}</tspan>`)
      .join('');
    this.add(
      `<text font-family="${family}, ${family === 'Fraunces' ? 'Georgia, serif' : 'Arial, sans-serif'}" font-size="${size}" font-weight="${weight}" fill="${fill}"${anchor === 'start' ? '' : ` text-anchor="${anchor}"`}${spacing ? ` letter-spacing="${spacing}"` : ''}>${spans}</text>`,
    );
    return y + (lines.length - 1) * leading;
  }
  picture(file, x, y, width, height, { radius = 0, circle = false, title = '', whole } = {}) {
    const id = this.id('clip');
    const shape = circle
      ? `<circle cx="${x + width / 2}" cy="${y + height / 2}" r="${width / 2}"/>`
      : `<rect x="${x}" y="${y}" width="${width}" height="${height}"${radius ? ` rx="${radius}"` : ''}/>`;
    this.defs.push(`<clipPath id="${id}">${shape}</clipPath>`);
    const [wx, wy, ww, wh] = whole ?? [x, y, width, height];
    this.add(
      `<g clip-path="url(#${id})"><image href="pictures/${file}" x="${wx}" y="${wy}" width="${ww}" height="${wh}" preserveAspectRatio="xMidYMid slice">${title && `<title>${escape(title)}</title>`}</image></g>`,
    );
  }
  gradient(id, stops, down = true) {
    this.defs.push(
      `<linearGradient id="${id}" x1="0" y1="0" x2="${down ? 0 : 1}" y2="${down ? 1 : 0}">${stops.map(([at, color, opacity = 1]) => `<stop offset="${at}" stop-color="${color}"${opacity < 1 ? ` stop-opacity="${opacity}"` : ''}/>`).join('')}</linearGradient>`,
    );
  }
  async button(name, x, y, width, label, { fill = RUST, color = CREAM, stroke } = {}) {
    this.open(name);
    this.rect(x, y, width, 52, fill, `rx="4"${stroke ? ` stroke="${stroke}" stroke-width="2"` : ''}`);
    await this.text(x + width / 2, y + 32, width, label, { weight: 600, size: 17, fill: color, anchor: 'middle' });
    this.close();
  }
  finish(height, title) {
    return `<svg xmlns="http://www.w3.org/2000/svg" width="${this.width}" height="${height}" viewBox="0 0 ${this.width} ${height}">
<title>${title}</title>
<defs>
<style>
@font-face { font-family: Figtree; font-weight: 400; src: url(fonts/figtree-400.woff2); }
@font-face { font-family: Figtree; font-weight: 600; src: url(fonts/figtree-600.woff2); }
@font-face { font-family: Fraunces; font-weight: 600; src: url(fonts/fraunces-600.woff2); }
</style>
<filter id="card_shadow" x="-10%" y="-10%" width="120%" height="130%"><feDropShadow dx="0" dy="6" stdDeviation="9" flood-color="${INK}" flood-opacity="0.14"/></filter>
${this.defs.join('\n')}
</defs>
${this.out.join('\n')}
</svg>
`;
  }
}

const head = { family: 'Fraunces', weight: 600, fill: INK };
const dome = (x, y, s) =>
  `<g id="dome" transform="translate(${x} ${y}) scale(${s})"><path d="M3 19a14 14 0 0 1 28 0z" fill="#9fb3c8"/><path d="M17 5l5 1.6V19h-5z" fill="${AMBER}"/><path d="M5 21h24v9H5z" fill="#fdf3e0"/></g>`;
const ICONS = {
  moon: `<path d="M27 6a16 16 0 1 0 11 27A14 14 0 0 1 27 6z" fill="${RUST}"/><circle cx="37" cy="11" r="2.4" fill="${RUST}"/>`,
  cup: `<path d="M8 18h24v12a9 9 0 0 1-9 9h-6a9 9 0 0 1-9-9z" fill="${RUST}"/><path d="M32 21h4a5 5 0 0 1 0 11h-5" fill="none" stroke="${RUST}" stroke-width="3"/><path d="M15 5q-4 4 0 8M24 5q-4 4 0 8" fill="none" stroke="${RUST}" stroke-width="3" stroke-linecap="round"/>`,
  lamp: `<path d="M16 14h14l4 22H12z" fill="${RUST}"/><path d="M17 12a6 6 0 0 1 12 0" fill="none" stroke="${RUST}" stroke-width="3"/><path d="M10 40h26" stroke="${RUST}" stroke-width="3" stroke-linecap="round"/>`,
};
const EXPECT = [
  [
    'moon',
    'The sky, explained',
    'Somebody you can ask stands at each telescope and shows what is worth seeing tonight.',
  ],
  ['cup', 'A warm room', 'Tea, a stove and the live picture from the dome for all who cannot climb the stairs.'],
  ['lamp', 'Red light only', 'We lend you a red lamp at the door, so that eyes stay used to the dark.'],
];
const EVENINGS = [
  [
    '9',
    'OCT',
    'Saturn before bedtime',
    'Early and short, for children from six. The rings stand wide open this autumn.',
  ],
  ['16', 'OCT', 'The autumn galaxy', 'Two million years of light in one eyepiece, and how to find it without one.'],
  ['23', 'OCT', 'Moon over the creek', 'Spring tide and first quarter on one night. We begin on the boardwalk.'],
  ['6', 'NOV', 'Clusters for beginners', 'Seven sisters, a beehive and a double handful of dust. Bring field glasses.'],
];
const KEEPERS = [
  ['telescope-deck.jpg', 'Ida Wrenfield', 'Dome and programme'],
  ['star-trails.jpg', 'Tobias Quill', 'Photographs'],
  ['dome-dusk.jpg', 'Marit Sandelow', 'Marsh walks'],
];

async function draw(width) {
  const wide = width >= 1200;
  const phone = width < 600;
  const gutter = wide ? 140 : phone ? 20 : 48;
  const inner = width - 2 * gutter;
  const b = new Board(width);

  b.rect(0, 0, width, 9000, PAPER, 'id="Ground"');

  const heroHeight = wide ? 640 : phone ? 560 : 560;
  b.open('Hero');
  b.picture('marsh-night.jpg', 0, 0, width, heroHeight, {
    title: 'The marsh at night under the galaxy',
    whole: phone ? [-410, 0, 996, heroHeight] : [0, -60, width, heroHeight + 90],
  });
  b.gradient('hero_shade', [
    [0, '#0b1630', 0.75],
    [1, '#0b1630', 0.15],
  ]);
  b.rect(0, 0, width, heroHeight, 'url(#hero_shade)');
  b.open('Header');
  b.add(dome(gutter, 22, 1.1));
  await b.text(gutter + 50, 48, 300, phone ? 'Hollin Marsh' : 'Hollin Marsh Observatory', {
    ...head,
    size: 20,
    fill: CREAM,
  });
  if (phone)
    b.add(
      `<g id="Menu_icon"><path d="M${width - 46} 34h26M${width - 46} 42h26M${width - 46} 50h26" stroke="${CREAM}" stroke-width="3" stroke-linecap="round" fill="none"/></g>`,
    );
  else {
    const entries = wide
      ? ['Star evenings', 'Membership', 'Telescope hire', 'How to get there']
      : ['Evenings', 'Membership', 'Hire', 'The way'];
    const steps = wide ? [618, 754, 880, 1020] : [440, 530, 648, 708];
    for (const [index, entry] of entries.entries())
      await b.text(steps[index], 48, 200, entry, { size: 16, fill: '#e6edf3' });
    if (wide) await b.button('Book', 1168, 16, 132, 'Book a place');
  }
  b.close();
  const top = wide ? 216 : phone ? 150 : 190;
  await b.text(gutter, top, 400, 'EVERY CLEAR FRIDAY', { weight: 600, size: 14, fill: AMBER, spacing: 2 });
  let y = await b.text(gutter, top + (phone ? 52 : 76), wide ? 760 : inner, 'Star evenings', {
    ...head,
    size: wide ? 72 : phone ? 42 : 56,
    leading: phone ? 48 : 64,
    fill: CREAM,
  });
  y = await b.text(
    gutter,
    y + (phone ? 42 : 54),
    wide ? 600 : phone ? inner : 540,
    'Come as you are, stay as long as you like. The telescopes are set up, the tea is hot, and the marsh keeps the lights of the town away.',
    { size: phone ? 18 : 20, leading: phone ? 28 : 32, fill: '#eef3f7' },
  );
  if (phone) {
    await b.button('See dates', gutter, y + 36, inner, 'See the dates');
    await b.button('Way', gutter, y + 104, inner, 'How to get there', { fill: 'none', stroke: '#f2dfc0' });
  } else {
    await b.button('See dates', gutter, y + 44, 168, 'See the dates');
    await b.button('Way', gutter + 188, y + 44, 196, 'How to get there', { fill: 'none', stroke: '#f2dfc0' });
  }
  b.add(
    `<path id="Curve" d="M0 ${heroHeight} V${heroHeight - 46} Q${width * 0.3} ${heroHeight + 16} ${width * 0.6} ${heroHeight - 26} T${width} ${heroHeight - 40} V${heroHeight} Z" fill="${PAPER}"/>`,
  );
  b.close();

  b.open('Welcome');
  const welcome = heroHeight + (phone ? 56 : 84);
  const half = wide ? 520 : phone ? inner : 340;
  y = await b.text(gutter, welcome + 30, half, 'Nobody needs to know anything', {
    ...head,
    size: wide ? 38 : 30,
    leading: wide ? 46 : 38,
  });
  y = await b.text(
    gutter,
    y + 44,
    half,
    'A star evening has no lecture and no test. You walk along the boardwalk, let your eyes get used to the dark, and look. Most people go quiet for a while; then they ask.',
    {},
  );
  y = await b.text(
    gutter,
    y + 44,
    half,
    'If clouds come we grind a mirror together, or hear what the marsh does at night.',
    {},
  );
  const picWidth = wide ? 560 : phone ? inner : 350;
  const picHeight = wide ? 400 : phone ? 240 : 300;
  const picX = wide ? width - gutter - picWidth : phone ? gutter : width - gutter - picWidth;
  const picY = phone ? y + 36 : welcome + (wide ? 0 : 10);
  b.picture('telescope-deck.jpg', picX, picY, picWidth, picHeight, {
    radius: 8,
    title: 'A visitor at the telescope on the deck',
  });
  b.close();

  /* the picture hangs over the edge of the next band */
  const band = phone ? picY + picHeight - 60 : Math.max(y + 70, picY + picHeight - 70);
  const bandTop = band;
  const cards = bandTop + (phone ? 110 : 150);
  const card = wide ? 368 : phone ? inner : (inner - 40) / 3;
  const step = wide ? card + 28 : phone ? 0 : card + 20;
  const cardHeight = wide ? 250 : phone ? 212 : 300;
  const bandEnd = cards + (phone ? 3 * (cardHeight + 20) + 40 : cardHeight + 90) + (phone ? 50 : 70);
  const at = b.out.findIndex((line) => line.includes('id="Welcome"'));
  b.out.splice(
    at,
    0,
    `<g id="Expect_ground"><rect x="0" y="${bandTop}" width="${width}" height="${bandEnd - bandTop}" fill="${SAND}"/></g>`,
  );
  b.open('What to expect');
  await b.text(width / 2, cards - 6, inner, 'What to expect', {
    ...head,
    size: phone ? 28 : 36,
    leading: 40,
    anchor: 'middle',
  });
  for (const [index, [icon, title, words]] of EXPECT.entries()) {
    const x = gutter + index * step;
    const top2 = cards + 40 + (phone ? index * (cardHeight + 20) : 0);
    b.open('Card');
    b.rect(x, top2, card, cardHeight, '#ffffff', 'rx="8" filter="url(#card_shadow)"');
    b.add(`<g id="Icon_${icon}" transform="translate(${x + 24} ${top2 + 24})">${ICONS[icon]}</g>`);
    const below = await b.text(x + 28, top2 + 104, card - 56, title, {
      ...head,
      size: wide || phone ? 22 : 19,
      leading: 26,
    });
    await b.text(x + 28, below + 32, card - 56, words, { size: 16, leading: 25 });
    b.close();
  }
  b.close();

  b.open('Dates');
  let dates = bandEnd + (phone ? 72 : 100);
  await b.text(gutter, dates, inner, 'The next evenings', { ...head, size: phone ? 28 : 36, leading: 40 });
  dates += 36;
  const columns = wide ? 2 : 1;
  const wideCard = wide ? 566 : inner;
  const rowHeight = phone ? 222 : 168;
  for (const [index, [day, month, title, words]] of EVENINGS.entries()) {
    const x = gutter + (index % columns) * (wideCard + 28);
    const top3 = dates + Math.floor(index / columns) * (rowHeight + 24);
    b.open('Evening');
    b.rect(x, top3, wideCard, rowHeight, '#ffffff', `rx="8" stroke="#d9d0bd" stroke-width="1"`);
    b.rect(x + 24, top3 + 24, 76, 88, INK, 'rx="6"');
    await b.text(x + 62, top3 + 68, 70, day, { ...head, size: 34, fill: CREAM, anchor: 'middle' });
    await b.text(x + 62, top3 + 96, 70, month, { weight: 600, size: 13, fill: AMBER, anchor: 'middle', spacing: 2 });
    const textX = x + 124;
    const y3 = await b.text(textX, top3 + 48, wideCard - 150, title, { ...head, size: phone ? 20 : 22, leading: 26 });
    await b.text(textX, y3 + 32, wideCard - 150, words, { size: 16, leading: 25 });
    b.add(`<a href="#book">`);
    await b.text(textX, top3 + rowHeight - 22, 200, 'Book a place', { weight: 600, size: 16, fill: '#1d5c74' });
    b.add('</a>');
    b.close();
  }
  b.close();
  const afterDates = dates + Math.ceil(4 / columns) * (rowHeight + 24) - 24 + (phone ? 64 : 96);

  b.open('Keepers');
  await b.text(width / 2, afterDates + 10, inner, 'Who you will meet', {
    ...head,
    size: phone ? 28 : 36,
    leading: 40,
    anchor: 'middle',
  });
  const round = phone ? 120 : 160;
  for (const [index, [file, name, role]] of KEEPERS.entries()) {
    const cx = phone ? width / 2 : gutter + (inner / 3) * (index + 0.5);
    const top4 = afterDates + 56 + (phone ? index * 220 : 0);
    b.open('Keeper');
    b.picture(file, cx - round / 2, top4, round, round, { circle: true, title: name });
    await b.text(cx, top4 + round + 38, 260, name, { ...head, size: 20, anchor: 'middle' });
    await b.text(cx, top4 + round + 66, 260, role, { size: 16, anchor: 'middle' });
    b.close();
  }
  b.close();
  const join = afterDates + 56 + (phone ? 2 * 220 + 120 + 66 : round + 66) + (phone ? 70 : 100);

  b.open('Join');
  const joinHeight = phone ? 330 : 250;
  b.gradient(
    'join_fill',
    [
      [0, '#1d3557'],
      [1, '#0b1630'],
    ],
    false,
  );
  b.rect(0, join, width, joinHeight, 'url(#join_fill)');
  let jy = await b.text(gutter, join + 88, wide ? 640 : phone ? inner : 460, 'A key to the warm room', {
    ...head,
    size: phone ? 28 : 36,
    leading: 40,
    fill: CREAM,
  });
  jy = await b.text(
    gutter,
    jy + 42,
    wide ? 620 : phone ? inner : 440,
    'Members come to every evening, hire telescopes at half price and read the almanac first.',
    { fill: '#dbe5ee' },
  );
  if (phone) await b.button('Become a member', gutter, jy + 36, inner, 'Become a member', { fill: AMBER, color: INK });
  else
    await b.button('Become a member', width - gutter - 210, join + 98, 210, 'Become a member', {
      fill: AMBER,
      color: INK,
    });
  b.close();

  b.open('Footer');
  const foot = join + joinHeight;
  const footHeight = phone ? 132 : 92;
  b.rect(0, foot, width, footHeight, '#0d1828');
  await b.text(gutter, foot + 52, 400, '© Hollin Marsh Observatory Society', { size: 15, fill: '#9fb3c8' });
  const links = phone ? [gutter, gutter + 90] : [width - gutter - 148, width - gutter - 52];
  await b.text(links[0], foot + (phone ? 92 : 52), 100, 'Imprint', { size: 15, fill: '#cfdbe6' });
  await b.text(links[1], foot + (phone ? 92 : 52), 100, 'Privacy', { size: 15, fill: '#cfdbe6' });
  b.close();

  const height = foot + footHeight;
  b.out[0] = `<rect id="Ground" x="0" y="0" width="${width}" height="${height}" fill="${PAPER}"/>`;
  writeFileSync(join2(`star-evenings-${width}.svg`), b.finish(height, 'Star evenings'));
}
function join2(file) {
  return join(folder, file);
}
for (const width of [1440, 834, 390]) await draw(width);
await browser.close();
