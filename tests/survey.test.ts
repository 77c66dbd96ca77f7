import { required } from '../src/core/data/required.js';
import { existsSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PageSurvey } from '../src/core/survey/summary.js';
import { cleanUp, copy, DEMO_ARTBOARDS, DEMO_PAGE, onlyPage, ROOT, tavrik, temporary } from './program.js';

const folder = temporary();
afterAll(cleanUp);

const codes = ({ findings }: PageSurvey): string[] => [...new Set(findings.map(({ code }) => code))].sort();

/** What was planted, by the code of the finding: markup, and words that the finding must name. */
type Planted = Readonly<Record<string, readonly [markup: string, named: RegExp]>>;

const text = (words: string, y: number, more = ''): string =>
  `<text x="900" y="${y}" font-family="Figtree" font-size="16" fill="#14243a" ${more}>${words}</text>`;
/* Letters stand on one line and are not equally wide. */
const letters = [9, 6, 8, 4, 9, 7, 5, 8, 9, 6]
  .map((width, at) => `<path d="M${900 + at * 13} 3116v-${at % 3 ? 10 : 16}l${width} -2V3116z"/>`)
  .join('');
const swarm = Array.from(
  { length: 80 },
  (_, at) => `<circle cx="${1000 + (at % 10) * 9}" cy="${3150 + Math.floor(at / 10) * 9}" r="3"/>`,
).join('');
const photo = (name: string, x: number, y: number, w: number, h: number, more = ''): string =>
  `<image href="pictures/${name}" x="${x}" y="${y}" width="${w}" height="${h}" ${more}>`;

const IN_DESIGN: Planted = {
  'missing-font': [text('Set in another face', 3030, 'style="font-family:Marshlight"'), /Marshlight/],
  'outlined-text': [`<g id="Drawn words">${letters}</g>`, /Drawn words/],
  'text-as-image': [
    `${photo('star-trails.jpg', 60, 3040, 400, 100, 'id="Slogan text" preserveAspectRatio="xMidYMid slice"')}<title>Slogan</title></image>`,
    /Slogan/,
  ],
  'many-layers': [`<g id="Swarm">${swarm}</g>`, /80|81/],
  'image-size': [
    `${photo('marsh-large.jpg', 60, 3160, 60, 40, 'preserveAspectRatio="none" id="Tiny marsh"')}<title>Tiny</title></image>`,
    /shown at most/,
  ],
  'image-stretched': [
    `${photo('evening-group.jpg', 140, 3160, 60, 90, 'preserveAspectRatio="none" id="Thin group"')}<title>Thin</title></image>`,
    /Thin group/,
  ],
  'image-missing': [`${photo('gone.jpg', 220, 3160, 60, 40, 'id="Gone"')}<title>Gone</title></image>`, /gone\.jpg/],
  'image-masked': [
    `<clipPath id="star"><path d="M330 3160l30 20-30 20-30-20z"/></clipPath>${photo('boardwalk-star.jpg', 300, 3160, 60, 40, 'clip-path="url(#star)" id="Starred"')}<title>Star</title></image>`,
    /Starred/,
  ],
  'missing-alt': [photo('night-again.jpg', 400, 3160, 60, 40, 'id="Unsaid"/>').replace('/>>', '/>'), /Unsaid/],
  'hidden-layer': [`<g id="Old offer" display="none">${text('Old', 3030)}</g>`, /Old offer/],
  'empty-layer': ['<g id="Nothing here"/>', /Nothing here/],
  'off-board': ['<rect id="Aside" x="-500" y="20" width="80" height="80" fill="#123"/>', /Aside/],
  'group-of-one': [`<g><g>${text('Wrapped twice', 3060)}${text('and so on', 3090)}</g></g>`, /holds one element/],
  'loose-object': ['<rect id="Lost square" x="60" y="2990" width="30" height="30" fill="#b3541e"/>', /Lost square/],
  overlap: [
    '<g id="Clash"><rect x="600" y="2950" width="100" height="40" fill="#1d5c74" id="Lower"/><rect x="680" y="2975" width="100" height="40" fill="#b3541e" id="Upper"/></g>',
    /reaches over/,
  ],
  'near-colours': [text('Nearly navy', 2960, 'style="fill:#15253b"'), /#15253b.*#14243a/],
  'near-text-styles': [text('Nearly sixteen', 2985, 'style="font-size:16.4px"'), /16\.4 px.*16 px/],
  'uneven-gutters': [
    `<g id="Row">${[0, 100, 207].map((x) => `<rect x="${500 + x}" y="3200" width="80" height="60" fill="#1d5c74"/>`).join('')}</g>`,
    /20, 27/,
  ],
  'near-spacings': [
    `<g id="Rhythm">${[0, 40, 80, 120, 160, 201].map((y) => text(`Line ${y}`, 3280 + y * 0.9, 'style="font-size:12px"').replace('x="900"', 'x="1200"')).join('')}</g>`,
    /are usual/,
  ],
  'equal-names': ['<g id="Join"><rect x="60" y="3300" width="40" height="40" fill="#b3541e"/></g>', /called "Join"/],
  'text-cut': [
    '<g id="Short box"><rect x="600" y="3300" width="90" height="30" fill="#fff"/><text x="604" y="3320" font-family="Figtree" font-size="16" fill="#14243a">Far too many</text></g>',
    /px more/,
  ],
  'low-contrast': [text('Hardly there', 3010, 'style="fill:#d8d2c4"'), /contrast/],
  'dead-link': [`<a href="#nowhere">${text('Go nowhere', 3035)}</a>`, /#nowhere/],
};

const IN_PAGE: Planted = {
  'missing-font': ['<p style="font-family:Marshlight">Another face</p>', /Marshlight/],
  'image-missing': ['<img src="pictures/gone.jpg" alt="Gone" width="80" height="60">', /gone\.jpg/],
  'text-cut': [
    '<p style="width:90px;overflow:hidden;white-space:nowrap">Far too many words for it</p>',
    /Far too many/,
  ],
  'rigid-width': ['<div class="stiff" style="min-width:700px">Stiff</div>', /min-width: 700px/],
  'text-as-image': [
    '<img src="pictures/star-trails.jpg" alt="Slogan text" style="width:400px;height:100px;object-fit:cover">',
    /Slogan text/,
  ],
  'image-stretched': [
    '<img src="pictures/evening-group.jpg" alt="Thin group" style="width:60px;height:120px">',
    /Thin group/,
  ],
  'image-size': [
    '<img src="pictures/marsh-large.jpg" alt="Tiny marsh" style="width:90px;height:auto">',
    /shown at most 90/,
  ],
  'low-contrast': ['<p style="color:#d8d2c4">Hardly there</p>', /Hardly there/],
  'missing-alt': ['<img src="pictures/boardwalk.jpg" style="width:300px;height:auto">', /boardwalk/],
  'heading-order': ['<h5>Too deep</h5>', /level 5 follows/],
  'dead-link': ['<p><a href="#nowhere">Go nowhere</a></p>', /#nowhere/],
  'lost-script': ['<script>document.title += "";</script>', /document\.title/],
  'other-server': [
    '<img src="https://pictures.example/moon.jpg" alt="Moon" width="40" height="40">',
    /pictures\.example/,
  ],
  'embedded-page': ['<iframe src="tides.html" title="Tides"></iframe>', /tides\.html/],
  'uneven-gutters': [
    `<div style="display:flex">${[0, 20, 27].map((gap) => `<div style="width:80px;height:60px;background:#1d5c74;margin-left:${gap}px"></div>`).join('')}</div>`,
    /20, 27/,
  ],
  overlap: [
    '<div><div style="width:100px;height:40px;background:#1d5c74"></div><div style="width:100px;height:40px;margin:-15px 0 0 80px;background:#b3541e"></div></div>',
    /reaches over/,
  ],
  'near-colours': ['<p style="color:#15253b">Nearly navy</p>', /#15253b.*#14243a/],
  'near-text-styles': ['<p style="font-size:17.5px">Nearly seventeen</p>', /17\.5 px.*17 px/],
  'many-layers': [`<svg width="120" height="90" viewBox="1000 3150 120 90">${swarm}</svg>`, /80 shapes/],
  'per-item-styles': [
    `<style>${['n1', 'n2', 'n3'].map((id) => `#${id}{padding:3px}`).join('')}</style><div>${['n1', 'n2', 'n3'].map((id) => `<div id="${id}"><b>${id}</b><i>x</i></div>`).join('')}</div>`,
    /3 similar items/,
  ],
};

/** Expects each planted fault among the findings, with what names it, and a reason. */
function expectAll(planted: Planted, { findings }: PageSurvey): void {
  for (const [code, [, named]] of Object.entries(planted)) {
    const own = findings.filter((finding) => finding.code === code);
    const text = own.map(({ name, path, what }) => `${name} ${path} ${what}`).join('\n');
    expect([code, text]).toEqual([code, expect.stringMatching(named)]);
    for (const { why } of own) expect(why.length).toBeGreaterThan(20);
  }
}

describe('a survey of the demo design', () => {
  const clean = onlyPage<PageSurvey>(tavrik(['survey', ...DEMO_ARTBOARDS, '--json']));

  it('finds nothing but that the menu is drawn otherwise on the phone', () => {
    expect(codes(clean)).toEqual(['one-artboard-only']);
    for (const { path } of clean.findings) expect(path).toMatch(/^Hero \/ Header/);
  });

  it('says what is there', () => {
    expect(clean.screens.map(({ width, height }) => [width, height])).toEqual([
      [1440, 2930],
      [834, 3292],
      [390, 4342],
    ]);
    expect(clean.screens[0]?.sections.map(({ name }) => name)).toContain('What to expect');
    expect(clean.fonts.map(({ family, weights, there }) => [family, weights, there])).toEqual([
      ['Fraunces', [600], true],
      ['Figtree', [400, 600], true],
    ]);
    expect(clean.pictures.map(({ natural }) => natural)).toContainEqual([1200, 800]);
    expect(clean.colours[0]?.value).toBe('#14243a');
  });

  it('finds each of the planted faults', () => {
    const place = join(folder, 'design');
    copy(join(ROOT, 'demo/design'), place);
    const file = join(place, 'star-evenings-1440.svg');
    for (const [from, to] of [
      ['dome-dusk', 'boardwalk-star'],
      ['dome-dusk', 'night-again'],
      ['marsh-night', 'marsh-large'],
    ])
      copy(join(place, `pictures/${from}.jpg`), join(place, `pictures/${to}.jpg`));
    const drawing = readFileSync(file, 'utf8')
      .replace(/height="2930"/g, 'height="3600"')
      .replace('0 0 1440 2930', '0 0 1440 3600');
    const planted = Object.entries(IN_DESIGN).map(([code, [markup]]) =>
      /^<g|"(Lost|Aside)/.test(markup) ? markup : `<g id="With ${code}">${markup}</g>`,
    );
    writeFileSync(file, drawing.replace('</svg>', `${planted.join('\n')}</svg>`));
    expectAll(IN_DESIGN, onlyPage<PageSurvey>(tavrik(['survey', file, '--json'])));
  });

  it('finds artboards that no breakpoint parts', () => {
    const place = join(folder, 'design-widths');
    copy(join(ROOT, 'demo/design'), place);
    const near = join(place, 'star-evenings-1400.svg');
    writeFileSync(near, readFileSync(required(DEMO_ARTBOARDS[0]), 'utf8').replace('width="1440"', 'width="1400"'));
    const { findings } = onlyPage<PageSurvey>(tavrik(['survey', required(DEMO_ARTBOARDS[0]), near, '--json']));
    expect(findings.find(({ code }) => code === 'artboard-widths')?.what).toContain('only 40 px narrower');
  });
});

describe('a survey of the demo page', () => {
  it('finds nothing but that it was made by a program that styles each card by itself', () => {
    const clean = onlyPage<PageSurvey>(tavrik(['survey', DEMO_PAGE, '--json']));
    expect(codes(clean)).toEqual(['per-item-styles']);
    expect(clean.outline[0]).toEqual({ level: 1, words: 'The darkest sky for forty miles' });
    expect(clean.forms[0]?.fields).toContain('evening');
  });

  it('finds each of twenty planted faults', () => {
    const place = join(folder, 'page');
    copy(join(ROOT, 'demo/existing'), place);
    copy(join(place, 'pictures/marsh-night.jpg'), join(place, 'pictures/marsh-large.jpg'));
    const file = join(place, 'index.html');
    const planted = Object.values(IN_PAGE)
      .map(([markup]) => markup)
      .join('\n');
    writeFileSync(
      file,
      readFileSync(file, 'utf8').replace('</body>', `<section><h2>Planted</h2>${planted}</section></body>`),
    );
    writeFileSync(join(place, 'tides.html'), '<p>Tides');
    expectAll(IN_PAGE, onlyPage<PageSurvey>(tavrik(['survey', file, '--json'])));
  });
});

describe('the report of a survey', () => {
  it('has the pictures of all screens beside it, and is written whole or not at all', () => {
    const out = join(folder, 'report');
    expect(tavrik(['survey', ...DEMO_ARTBOARDS, '--out', out])).toMatchObject({ code: 0 });
    expect(readdirSync(out).sort()).toEqual([
      'index.html',
      'star-evenings-1440.png',
      'star-evenings-390.png',
      'star-evenings-834.png',
      'survey.json',
    ]);
    const page = readFileSync(join(out, 'index.html'), 'utf8');
    expect(page).not.toMatch(/<script|https?:\/\//);
    for (const [, id = ''] of page.matchAll(/href="#([^"]+)"/g)) expect(page).toContain(`id="${id}"`);
    expect(tavrik(['survey', ...DEMO_ARTBOARDS, '--out', out]).code).toBe(0);
    const held = join(folder, 'held');
    copy(join(ROOT, 'demo/existing/css'), held);
    expect(tavrik(['survey', DEMO_PAGE, '--out', held])).toMatchObject({
      code: 2,
      err: expect.stringContaining('not a Tavrik survey'),
    });
    expect(existsSync(join(held, 'index.html'))).toBe(false);
  });
});

describe('a picture of words', () => {
  const place = join(folder, 'plates');
  const plate = (words: string): string =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="420" height="60"><rect width="420" height="60" fill="#14243a"/><text x="12" y="40" font-size="30" font-family="sans-serif" fill="#fff">${words}</text></svg>`;
  beforeAll(() => {
    copy(join(ROOT, 'demo/design'), place);
    writeFileSync(join(place, 'plate.svg'), plate('Doors open at dusk'));
    writeFileSync(
      join(place, 'dots.svg'),
      plate('').replace('</svg>', '<circle cx="40" cy="30" r="20"/><circle cx="99" cy="30" r="9"/></svg>'),
    );
  });
  const found = (file: string): string[] =>
    onlyPage<PageSurvey>(tavrik(['survey', file, '--json'])).findings.flatMap(({ code, name, path }) =>
      code === 'text-as-image' ? [`${name} ${path}`] : [],
    );

  it('is known by what it shows, whatever it is called, in a page', () => {
    const file = join(place, 'plates.html');
    writeFileSync(
      file,
      '<!doctype html><html lang="en"><title>Plates</title><h1>Plates</h1><img src="plate.svg" alt="A plate"><img src="dots.svg" alt="Two dots"><img src="plate.svg" alt="Our logo"><img src="pictures/dome-dusk.jpg" alt="The dome" width="400">',
    );
    expect(found(file)).toEqual([expect.stringContaining('A plate')]);
  });

  it('and in a drawing', () => {
    const file = join(place, 'plates-1440.svg');
    const image = (name: string, y: number, title: string): string =>
      `<image href="${name}" x="40" y="${y}" width="420" height="60"><title>${title}</title></image>`;
    writeFileSync(
      file,
      `<svg xmlns="http://www.w3.org/2000/svg" width="1440" height="400" viewBox="0 0 1440 400"><text x="40" y="50" font-size="30">Plates</text>${image('plate.svg', 80, 'A plate')}${image('dots.svg', 200, 'Two dots')}</svg>`,
    );
    expect(found(file)).toEqual([expect.stringContaining('A plate')]);
  });
});
