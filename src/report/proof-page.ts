import { percent, type Proof, type SectionProof, type WidthProof } from '../core/proof/proof.js';
import { escapeText as text, escapeAttribute as attribute } from '../core/render/escape.js';
import type { Band } from '../core/proof/pixels.js';
import { grade } from './grade.js';
import { PROOF_STYLE } from './proof-style.js';
import { reportPage, verdict } from './shell.js';

/** Pictures of one width, PNG. */
export interface ProofPictures {
  readonly source: Buffer;
  readonly result: Buffer;
  /** Missing where the two are the same to the last pixel. */
  readonly difference?: Buffer;
}

const SIDES = ['source', 'result', 'difference'] as const;
type Side = (typeof SIDES)[number];
const CAPTION: Readonly<Record<Side, string>> = { source: 'Source', result: 'Result', difference: 'Difference' };

/** The report of a proof: one HTML file with everything in it. */
export function proofPage(proof: Proof, pictures: ReadonlyMap<number, ProofPictures>): string {
  const limits = `Limits: at most ${percent(proof.limits.differ)} of the pixels differ, at least ${percent(proof.limits.placed)} of the words stand within 2 px of their place.`;
  return reportPage({
    title: `Proof of “${proof.page}”`,
    style: PROOF_STYLE + [...pictures].map(([width, three]) => pictureRules(width, three)).join(''),
    skip: ['figures', 'To the figures'],
    lead: `${verdict(proof.over, 'Within the limits at every width.')}\n<p class="soft">${limits}</p>`,
    body: [
      `<section id="figures" aria-label="Figures by section and width">${figureTable(proof)}</section>`,
      ...proof.widths.map((one) => widthPart(one, pictures.get(one.width))),
    ].join('\n'),
    foot: 'Pictures are taken by one browser at the same viewport. “Difference” shows the source in grey and every differing pixel in red.',
  });
}

function pictureRules(width: number, pictures: ProofPictures): string {
  const rule = (classes: string, picture: Buffer): string =>
    `${classes}{background-image:url(data:image/${picture[0] === 0xff ? 'jpeg' : 'png'};base64,${picture.toString('base64')})}\n`;
  if (!pictures.difference) return rule(`.p${width}-source,.p${width}-result`, pictures.source);
  return SIDES.map((side) => rule(`.p${width}-${side}`, pictures[side] as Buffer)).join('');
}

function figureTable(proof: Proof): string {
  const names = [...new Set(proof.widths.flatMap(({ sections }) => sections.map(({ name }) => name)))];
  const head = proof.widths
    .map(({ width }) => `<th colspan="2" scope="colgroup"><a href="#w${width}">${width} px</a></th>`)
    .join('');
  const under = proof.widths.map(() => '<th scope="col">differ</th><th scope="col">in place</th>').join('');
  const whole = proof.widths.map((one) => cells(one.differ, one.words.placed, `#w${one.width}`)).join('');
  const rows = names.map((name) => {
    const values = proof.widths.map((one) => {
      const found = one.sections.find((section) => section.name === name);
      return found
        ? cells(found.differ, found.words ? found.placed : undefined, `#${anchor(one.width, name)}`)
        : '<td class="first soft">–</td><td class="soft">–</td>';
    });
    return `<tr><th scope="row">${text(name)}</th>${values.join('')}</tr>`;
  });
  return `<div class="scroll" tabindex="0" role="region" aria-label="Table of figures"><table>
<thead><tr><th rowspan="2" scope="col">Section</th>${head}</tr><tr>${under}</tr></thead>
<tbody><tr class="whole"><th scope="row">Whole page</th>${whole}</tr>
${rows.join('\n')}</tbody></table></div>`;
}

function cells(differ: number, placed: number | undefined, link: string): string {
  const shown =
    placed === undefined
      ? '<td class="soft">–</td>'
      : `<td class="${placed >= 0.995 ? 'good' : placed >= 0.95 ? 'fair' : 'poor'}">${percent(placed)}</td>`;
  return `<td class="first ${grade(differ)}"><a href="${attribute(link)}">${percent(differ)}</a></td>${shown}`;
}

function anchor(width: number, name: string): string {
  return `w${width}-${name}`;
}

function widthPart(one: WidthProof, pictures: ProofPictures | undefined): string {
  if (!pictures) return '';
  const heights = SIDES.map((side) => (pictures[side] ? pictureHeight(pictures[side]) : 0));
  const facts = [
    `${percent(one.differ)} of the pixels differ`,
    `${percent(one.words.placed)} of ${one.words.words} words in place`,
    one.words.missing ? `${percent(one.words.missing)} missing` : 'no word missing',
    `height ${one.height.result} px (source ${one.height.source})`,
    ...(one.overflow ? [`scrolls sideways by ${one.overflow} px`] : []),
    ...(one.clashes ? [`${one.clashes} words lie on others`] : []),
  ];
  const whole: SectionProof = {
    name: 'whole page',
    differ: one.differ,
    seen: one.seen,
    placed: one.words.placed,
    words: one.words.words,
    source: { y: 0, height: heights[0] as number },
    result: { y: 0, height: heights[1] as number },
  };
  return `<section id="w${one.width}" class="${one.width <= 500 ? 'narrow' : ''}" aria-label="${one.width} px">
<h2>${one.width} px</h2>
<p class="soft">${facts.join(' · ')}</p>
${one.sections.map((section) => sectionPart(one.width, section, heights)).join('\n')}
${movedWords(one)}
<details><summary>The whole page at ${one.width} px</summary>${three(one.width, whole, heights)}</details>
</section>`;
}

function sectionPart(width: number, section: SectionProof, heights: readonly number[]): string {
  const placed = section.words ? ` · ${percent(section.placed)} of ${section.words} words in place` : '';
  return `<article id="${attribute(anchor(width, section.name))}">
<div class="top"><h3>${text(section.name)}</h3><p class="${grade(section.differ)}">${percent(section.differ)} differ${placed}</p></div>
${three(width, section, heights)}
</article>`;
}

function three(width: number, section: SectionProof, heights: readonly number[]): string {
  const bands: readonly (Band | undefined)[] = [section.source, section.result, section.source];
  const figures = SIDES.map((side, index) => {
    const band = bands[index];
    const shown =
      (heights[index] as number) === 0
        ? '<p class="good">No pixel differs.</p>'
        : band
          ? crop(width, side, band, heights[index] as number, `${CAPTION[side]} of ${section.name} at ${width} px`)
          : '<p class="soft">not found</p>';
    return `<figure><figcaption>${CAPTION[side]}</figcaption>${shown}</figure>`;
  });
  return `<div class="three">${figures.join('')}</div>`;
}

/** A band of a picture: the picture is the background, moved so that the band shows. */
function crop(width: number, side: Side, { y, height }: Band, whole: number, label: string): string {
  const place = whole > height ? (y / (whole - height)) * 100 : 0;
  return `<div class="crop p${width}-${side}" role="img" aria-label="${attribute(label)}" style="aspect-ratio:${width}/${height};background-position:0 ${Math.min(100, place).toFixed(3)}%"></div>`;
}

function movedWords({ words }: WidthProof): string {
  if (words.moved.length === 0) return '';
  const rows = words.moved.map(
    ({ text: word, x, y, dx, dy }) =>
      `<tr><th scope="row">${text(word)}</th><td>${Math.round(x)}, ${Math.round(y)}</td><td>${dx === undefined ? 'missing' : `${dx} px right, ${dy} px down`}</td></tr>`,
  );
  return `<details><summary>Words that moved (${words.moved.length}, farthest first)</summary><div class="scroll"><table><thead><tr><th scope="col">Word</th><th scope="col">stood at</th><th scope="col">moved by</th></tr></thead><tbody>${rows.join('')}</tbody></table></div></details>`;
}

/** Height of a PNG picture: the second number of its header (PNG, 11.2.2 IHDR). */
function pictureHeight(png: Buffer): number {
  return png.readUInt32BE(20);
}
