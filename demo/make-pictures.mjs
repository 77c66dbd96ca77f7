// Draws the pictures of the demo, as SVG scenes by fixed numbers, and saves them as JPEG.
//   node demo/make-pictures.mjs
// Run it again after changing a scene; the pictures are kept beside the pages that use them.
import { mkdirSync, writeFileSync, copyFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';

const { openBrowser } = createRequire(import.meta.url)('../dist/browser/launch.js');

/** A small generator of repeatable numbers from 0 to 1 (mulberry32). */
function numbers(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let t = Math.imul(state ^ (state >>> 15), 1 | state);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
}

function sky(id, stops) {
  return `<linearGradient id="${id}" x1="0" y1="0" x2="0" y2="1">${stops.map(([at, color]) => `<stop offset="${at}" stop-color="${color}"/>`).join('')}</linearGradient>`;
}

function stars(next, count, width, height) {
  let drawn = '';
  for (let i = 0; i < count; i += 1) {
    const size = next() ** 4 * 2.2 + 0.5;
    drawn += `<circle cx="${(next() * width).toFixed(1)}" cy="${(next() ** 1.4 * height).toFixed(1)}" r="${size.toFixed(2)}" fill="#fdf6e3" opacity="${(0.35 + next() * 0.65).toFixed(2)}"/>`;
  }
  return drawn;
}

/** A band of the galaxy: many faint points along a slanted line. */
function galaxy(next, width, height) {
  let drawn = '<g filter="url(#soft)">';
  for (let i = 0; i < 26; i += 1) {
    const t = i / 25;
    drawn += `<ellipse cx="${width * (0.08 + 0.84 * t)}" cy="${height * (0.62 - 0.5 * t + (next() - 0.5) * 0.05)}" rx="${width * 0.09}" ry="${height * (0.05 + next() * 0.05)}" fill="${next() > 0.5 ? '#8fa6c9' : '#c9b9c4'}" opacity="0.10"/>`;
  }
  drawn += '</g>';
  for (let i = 0; i < 420; i += 1) {
    const t = next();
    const off = (next() + next() + next() - 1.5) * 0.16;
    drawn += `<circle cx="${(width * (0.04 + 0.92 * t)).toFixed(1)}" cy="${(height * (0.64 - 0.54 * t + off)).toFixed(1)}" r="${(next() * 0.9 + 0.2).toFixed(2)}" fill="#fff8e8" opacity="${(0.2 + next() * 0.5).toFixed(2)}"/>`;
  }
  return drawn;
}

function hills(width, y, color, next, rough = 18) {
  let d = `M0 ${y}`;
  for (let x = 0; x <= width; x += width / 8) d += ` L${x.toFixed(0)} ${(y - next() * rough).toFixed(1)}`;
  return `<path d="${d} L${width} 2000 L0 2000 Z" fill="${color}"/>`;
}

function grass(next, width, base, count, color, tall = 60) {
  let drawn = '';
  for (let i = 0; i < count; i += 1) {
    const x = next() * width;
    const lean = (next() - 0.4) * 26;
    const high = tall * (0.4 + next() * 0.8);
    drawn += `<path d="M${x.toFixed(1)} ${base + 20} q${(lean * 0.2).toFixed(1)} ${(-high * 0.6).toFixed(1)} ${lean.toFixed(1)} ${(-high).toFixed(1)}" stroke="${color}" stroke-width="${(1 + next() * 1.6).toFixed(1)}" fill="none"/>`;
  }
  return drawn;
}

function dome(x, y, size, wall, roof, light) {
  return `<g transform="translate(${x} ${y}) scale(${size})">
    <rect x="-70" y="-60" width="140" height="62" fill="${wall}"/>
    <rect x="-78" y="-68" width="156" height="12" fill="${roof}"/>
    <path d="M-70 -68 A70 70 0 0 1 70 -68 Z" fill="${roof}"/>
    <path d="M6 -138 A70 70 0 0 1 40 -125 L28 -68 L2 -68 Z" fill="${light}"/>
    <path d="M10 -84 L44 -152 L56 -146 L24 -80 Z" fill="${wall}"/>
    <rect x="-46" y="-34" width="22" height="36" fill="${light}" opacity=".85"/><rect x="20" y="-42" width="30" height="18" fill="${light}" opacity=".6"/>
  </g>`;
}

function telescope(x, y, size, body, metal) {
  return `<g transform="translate(${x} ${y}) scale(${size})" stroke-linecap="round">
    <path d="M0 0 L-46 150 M0 0 L46 150 M0 0 L4 150" stroke="${metal}" stroke-width="9"/>
    <g transform="rotate(-38)"><rect x="-120" y="-26" width="220" height="48" rx="6" fill="${body}"/><rect x="96" y="-34" width="34" height="64" rx="5" fill="${metal}"/><rect x="-158" y="-12" width="42" height="20" rx="4" fill="${metal}"/><rect x="-40" y="-44" width="96" height="14" rx="5" fill="${metal}"/></g>
    <circle r="17" fill="${metal}"/>
  </g>`;
}

function person(x, y, size, color) {
  return `<g transform="translate(${x} ${y}) scale(${size})" fill="${color}"><circle cy="-86" r="13"/><path d="M-17 0 L-15 -52 Q-14 -70 0 -70 Q14 -70 15 -52 L17 0 Z"/></g>`;
}

function scene(width, height, defs, body) {
  return `<svg xmlns="http://www.w3.org/2000/svg" width="${width}" height="${height}" viewBox="0 0 ${width} ${height}"><defs><filter id="soft"><feGaussianBlur stdDeviation="${width / 60}"/></filter>${defs}</defs>${body}</svg>`;
}

const night = [
  [0, '#0b1630'],
  [0.55, '#1d3557'],
  [0.85, '#4c6a86'],
  [1, '#c08a64'],
];
const SCENES = {
  'marsh-night': () => {
    const next = numbers(7);
    const [w, h] = [1600, 900];
    return [
      w,
      h,
      scene(
        w,
        h,
        sky('a', night),
        `<rect width="${w}" height="${h}" fill="url(#a)"/>${galaxy(next, w, h * 0.9)}${stars(next, 380, w, h * 0.72)}${hills(w, 740, '#16263c', next, 26)}${dome(1190, 742, 1.25, '#101c2e', '#1b2c45', '#e6b566')}${dome(1390, 746, 0.7, '#101c2e', '#1b2c45', '#c99a55')}<path d="M0 800 Q300 770 560 800 T1120 806 T1600 790 L1600 900 L0 900Z" fill="#22405a"/><path d="M120 830 Q420 812 700 838 T1500 826" stroke="#5d7f97" stroke-width="3" fill="none" opacity=".6"/>${grass(next, w, 880, 420, '#0a1320', 78)}`,
      ),
    ];
  },
  'dome-dusk': () => {
    const next = numbers(21);
    const [w, h] = [1200, 800];
    return [
      w,
      h,
      scene(
        w,
        h,
        sky('a', [
          [0, '#20365a'],
          [0.5, '#6a7f9c'],
          [0.8, '#d9a27c'],
          [1, '#efc59a'],
        ]),
        `<rect width="${w}" height="${h}" fill="url(#a)"/>${stars(next, 90, w, h * 0.4)}${hills(w, 640, '#3c4d63', next, 30)}${dome(620, 660, 3, '#efe6d6', '#8a9aa8', '#2b3d57')}<path d="M0 690 H1200 V800 H0Z" fill="#57683f"/>${grass(next, w, 770, 300, '#38472a', 60)}`,
      ),
    ];
  },
  'telescope-deck': () => {
    const next = numbers(33);
    const [w, h] = [1200, 800];
    return [
      w,
      h,
      scene(
        w,
        h,
        sky('a', [
          [0, '#0d1a35'],
          [0.7, '#34507a'],
          [1, '#7d8ea6'],
        ]),
        `<rect width="${w}" height="${h}" fill="url(#a)"/>${stars(next, 260, w, h * 0.75)}<circle cx="930" cy="170" r="74" fill="#f3e3bd"/><circle cx="905" cy="150" r="14" fill="#dcc796"/><circle cx="952" cy="196" r="20" fill="#dcc796"/><circle cx="938" cy="132" r="8" fill="#dcc796"/>${hills(w, 640, '#13213a', next, 18)}<path d="M0 660 H1200 V800 H0Z" fill="#4a3d33"/>${[0, 1, 2, 3].map((i) => `<path d="M0 ${690 + i * 30} H1200" stroke="#2f2620" stroke-width="3"/>`).join('')}${telescope(430, 540, 1.5, '#e9e2d2', '#2a3547')}${person(250, 772, 2.2, '#0b1322')}${person(640, 776, 1.7, '#0f1a2e')}`,
      ),
    ];
  },
  boardwalk: () => {
    const next = numbers(45);
    const [w, h] = [1200, 800];
    return [
      w,
      h,
      scene(
        w,
        h,
        sky('a', [
          [0, '#7fa0b8'],
          [0.6, '#d3dcd6'],
          [1, '#f0e3c8'],
        ]),
        `<rect width="${w}" height="${h}" fill="url(#a)"/>${hills(w, 420, '#8aa091', next, 24)}${dome(830, 432, 0.75, '#f1ead9', '#7d8f99', '#3a4d60')}<path d="M0 430 H1200 V800 H0Z" fill="#7d8b52"/><path d="M0 520 Q300 490 520 530 T1200 500 L1200 560 Q800 580 520 566 T0 570Z" fill="#9fb8c2"/><path d="M520 800 L690 430 L716 430 L820 800Z" fill="#b59a72"/>${Array.from(
          { length: 16 },
          (_, i) => {
            const t = (i / 16) ** 1.8;
            const y = 436 + t * 364;
            return `<path d="M${690 - 170 * t} ${y} L${716 + 104 * t} ${y}" stroke="#86704f" stroke-width="${1 + 4 * t}"/>`;
          },
        ).join(
          '',
        )}${grass(next, 520, 780, 220, '#55632f', 110)}<g transform="translate(800 0)">${grass(next, 400, 780, 190, '#55632f', 110)}</g>`,
      ),
    ];
  },
  'evening-group': () => {
    const next = numbers(59);
    const [w, h] = [1200, 800];
    return [
      w,
      h,
      scene(
        w,
        h,
        sky('a', [
          [0, '#111d3a'],
          [0.6, '#4b5a80'],
          [1, '#b98b79'],
        ]),
        `<rect width="${w}" height="${h}" fill="url(#a)"/>${stars(next, 200, w, h * 0.6)}${hills(w, 600, '#1c2a44', next, 30)}<path d="M0 640 H1200 V800 H0Z" fill="#2a3527"/><g filter="url(#soft)" opacity=".5"><circle cx="600" cy="620" r="90" fill="#f0a860"/></g>${[170, 290, 380, 520, 700, 800, 930, 1040].map((x, i) => person(x, 730 + (i % 3) * 22, 1.7 + (i % 2) * 0.35, i % 2 ? '#0c1424' : '#17243a')).join('')}${telescope(610, 600, 0.9, '#d9d2c0', '#202b3c')}`,
      ),
    ];
  },
  'star-trails': () => {
    const next = numbers(71);
    const [w, h] = [1200, 800];
    const arcs = Array.from({ length: 70 }, () => {
      const r = 30 + next() * 620;
      const a = next() * 360;
      const l = 34 + next() * 22;
      const p = (deg) =>
        `${(700 + r * Math.cos((deg * Math.PI) / 180)).toFixed(1)} ${(330 + r * Math.sin((deg * Math.PI) / 180)).toFixed(1)}`;
      return `<path d="M${p(a)} A${r} ${r} 0 0 1 ${p(a + l)}" fill="none" stroke="${['#f7e7c6', '#cfdcf0', '#e9c7a8'][Math.floor(next() * 3)]}" stroke-width="${(0.8 + next() * 1.6).toFixed(1)}" opacity="${(0.35 + next() * 0.5).toFixed(2)}"/>`;
    }).join('');
    return [
      w,
      h,
      scene(
        w,
        h,
        sky('a', [
          [0, '#0a1430'],
          [1, '#2b4468'],
        ]),
        `<rect width="${w}" height="${h}" fill="url(#a)"/>${arcs}${hills(w, 690, '#0b1526', next, 22)}${dome(250, 706, 1.5, '#0d1829', '#14233a', '#d8a35a')}`,
      ),
    ];
  },
};

const TARGETS = {
  existing: ['marsh-night', 'dome-dusk', 'telescope-deck', 'boardwalk', 'evening-group', 'star-trails'],
  design: ['marsh-night', 'telescope-deck', 'evening-group', 'star-trails', 'dome-dusk'],
};
const browser = await openBrowser();
for (const [name, draw] of Object.entries(SCENES)) {
  const [width, height, svg] = draw();
  const page = await browser.newPage(width);
  await page.setViewportSize({ width, height });
  await page.setContent(`<style>body{margin:0}svg{display:block}</style>${svg}`);
  const picture = await page.screenshot({ type: 'jpeg', quality: 80 });
  await page.close();
  for (const [target, wanted] of Object.entries(TARGETS)) {
    const folder = join(import.meta.dirname, target, 'pictures');
    mkdirSync(folder, { recursive: true });
    if (wanted.includes(name)) writeFileSync(join(folder, `${name}.jpg`), picture);
  }
}
await browser.close();

for (const target of ['existing', 'design']) {
  const folder = join(import.meta.dirname, target, 'fonts');
  mkdirSync(folder, { recursive: true });
  const from = (pack, file) => join(import.meta.dirname, '..', 'node_modules/@fontsource', pack, file);
  for (const weight of [400, 600])
    copyFileSync(
      from('figtree', `files/figtree-latin-${weight}-normal.woff2`),
      join(folder, `figtree-${weight}.woff2`),
    );
  copyFileSync(from('fraunces', 'files/fraunces-latin-600-normal.woff2'), join(folder, 'fraunces-600.woff2'));
  copyFileSync(from('figtree', 'LICENSE'), join(folder, 'FIGTREE-LICENSE.txt'));
  copyFileSync(from('fraunces', 'LICENSE'), join(folder, 'FRAUNCES-LICENSE.txt'));
}
