import { required } from '../core/data/required.js';
import { percent } from '../core/proof/percent.js';
import type { Proof, SectionProof, WidthProof } from '../core/proof/proof.js';
import { escapeText as text, escapeAttribute as attribute } from '../core/render/escape.js';
import type { Band } from '../core/proof/pixels.js';
import type { Difference } from '../core/proof/difference.js';
import { conditionPart, conditionRules } from './condition-part.js';
import { controlsPart } from './controls-part.js';
import { CAPTION, crop, imageHeight, imageRules, SIDES, type ProofImages, type Shown, type Side } from './crops.js';
import { grade } from './grade.js';
import { PROOF_STYLE } from './proof-style.js';
import { reportPage, verdict } from './shell.js';

/** The report of a proof: one HTML file with everything in it. */
export function proofPage(
  proof: Proof,
  images: ReadonlyMap<number, ProofImages>,
  underConditions: readonly (ProofImages | undefined)[] = [],
): string {
  const limits = `Limits: at most ${percent(proof.limits.differ)} of the pixels differ, at least ${percent(proof.limits.placed)} of the words are within 2 px of their position.`;
  return reportPage({
    title: `Proof of “${proof.page}”`,
    style:
      PROOF_STYLE +
      [...images].map(([width, three]) => imageRules(String(width), three)).join('') +
      conditionRules(underConditions),
    skip: ['figures', 'To the figures'],
    lead: `${verdict(proof.over, 'Within the limits at every width.')}\n<p class="soft">${limits}</p>`,
    body: [
      `<section id="figures" aria-label="Figures by section and width">${figureTable(proof)}</section>`,
      ...proof.widths.map((width) => widthPart(width, images.get(width.width))),
      conditionPart(proof, underConditions),
      controlsPart(proof.behaviours),
      furtherPart(proof),
      SCRIPT,
    ].join('\n'),
    foot: 'All screenshots are from one browser at the same viewport. “Difference” shows the source in grey and every differing pixel in red.',
  });
}

function figureTable(proof: Proof): string {
  const names = worstFirst(proof);
  const head = proof.widths
    .map(({ width }) => `<th colspan="2" scope="colgroup"><a href="#w${width}">${width} px</a></th>`)
    .join('');
  const under = proof.widths.map(() => '<th scope="col">pixels</th><th scope="col">position</th>').join('');
  const whole = proof.widths.map((width) => cells(width.differ, width.words.placed, `#w${width.width}`)).join('');
  const rows = names.map((name) => {
    const values = proof.widths.map((width) => {
      const found = width.sections.find((section) => section.name === name);
      return found
        ? cells(found.differ, found.words ? found.placed : undefined, `#${anchor(width.width, name)}`)
        : '<td class="first soft">–</td><td class="soft">–</td>';
    });
    return `<tr><th scope="row">${text(name)}</th>${values.join('')}</tr>`;
  });
  return `<div class="scroll" tabindex="0" role="region" aria-label="Table of figures"><table>
<thead><tr><th rowspan="2" scope="col">Section</th>${head}</tr><tr>${under}</tr></thead>
<tbody><tr class="whole"><th scope="row">Whole page</th>${whole}</tr>
${rows.join('\n')}</tbody></table></div>`;
}

/** Names of the sections, those that differ most first. */
function worstFirst({ widths }: Proof): string[] {
  const worst = new Map<string, number>();
  for (const { sections } of widths)
    for (const { name, differ, placed } of sections)
      worst.set(name, Math.max(worst.get(name) ?? 0, differ, 1 - placed));
  return [...worst].sort((a, b) => b[1] - a[1]).map(([name]) => name);
}

function cells(differ: number, placed: number | undefined, link: string): string {
  const shown =
    placed === undefined
      ? '<td class="soft">–</td>'
      : `<td class="${placed >= 0.995 ? 'good' : placed >= 0.95 ? 'fair' : 'poor'}">${percent(placed)}</td>`;
  return `<td class="first ${grade(differ)}"><a href="${attribute(link)}">${percent(differ)}</a></td>${shown}`;
}

function shownAt(width: number): Shown {
  return { name: String(width), width };
}

function anchor(width: number, name: string): string {
  return `w${width}-${name}`;
}

function widthPart(widthProof: WidthProof, images: ProofImages | undefined): string {
  if (!images) return '';
  const [source, result] = [imageHeight(images.source), imageHeight(images.result)];
  /* The difference is as high as the higher one; it is no PNG that says so itself. */
  const heights = [source, result, images.difference ? Math.max(source, result) : 0];
  const facts = [
    `${percent(widthProof.differ)} of the pixels differ`,
    `${percent(widthProof.words.placed)} of ${widthProof.words.words} words in position`,
    widthProof.words.missing ? `${percent(widthProof.words.missing)} missing` : 'no words missing',
    `height ${widthProof.height.result} px (source ${widthProof.height.source})`,
    ...(widthProof.overflow ? [`scrolls sideways by ${widthProof.overflow} px`] : []),
    ...(widthProof.clashes ? [`${widthProof.clashes} words overlap others`] : []),
  ];
  const whole: SectionProof = {
    name: 'whole page',
    differ: widthProof.differ,
    seen: widthProof.seen,
    placed: widthProof.words.placed,
    words: widthProof.words.words,
    source: { y: 0, height: required(heights[0]) },
    result: { y: 0, height: required(heights[1]) },
  };
  return `<section id="w${widthProof.width}" class="${widthProof.width <= 500 ? 'narrow' : ''}" aria-label="${widthProof.width} px">
<h2>${widthProof.width} px</h2>
<p class="soft">${facts.join(' · ')}</p>
${widthProof.sections.map((section) => sectionPart(widthProof, section, heights)).join('\n')}
${movedWords(widthProof)}
<details><summary>The whole page at ${widthProof.width} px</summary>${three(widthProof.width, whole, heights)}</details>
</section>`;
}

function sectionPart(widthProof: WidthProof, section: SectionProof, heights: readonly number[]): string {
  const { width } = widthProof;
  const placed = section.words ? ` · ${percent(section.placed)} of ${section.words} words in position` : '';
  const found = widthProof.differences.filter((difference) => difference.section === section.name);
  return `<article id="${attribute(anchor(width, section.name))}">
<div class="top"><h3>${text(section.name)}</h3><p class="${grade(section.differ)}">${percent(section.differ)} differ${placed}</p></div>
${findingsList(found, width, section)}${three(width, section, heights, found)}
${slider(width, section, heights)}</article>`;
}

/** What stands otherwise, each with a number that is on its outlines too. */
function findingsList(found: readonly Difference[], width: number, { name }: SectionProof): string {
  if (found.length === 0) return '';
  const items = found.map(({ what, name: of, id, remedy }, at) => {
    const fix = remedy
      ? ` <code>${text(remedy.property)}${remedy.value === undefined ? '' : `: ${text(remedy.value)}`}</code>`
      : '';
    return `<li><a href="#${attribute(markId(width, name, at))}">${text(of)}</a>: ${text(what)}${fix} <span class="soft">${text(id)}</span></li>`;
  });
  return `<ol class="findings">${items.join('')}</ol>\n`;
}

function markId(width: number, section: string, at: number): string {
  return `${anchor(width, section)}-${at + 1}`;
}

function three(
  width: number,
  section: SectionProof,
  heights: readonly number[],
  found: readonly Difference[] = [],
): string {
  const bands: readonly (Band | undefined)[] = [section.source, section.result, section.source];
  const figures = SIDES.map((side, index) => {
    const band = bands[index];
    const marks = band && side !== 'difference' ? outlines(found, width, section.name, band, side) : '';
    const shown =
      required(heights[index]) === 0
        ? '<p class="good">No pixel differs.</p>'
        : band
          ? crop(
              shownAt(width),
              side,
              band,
              required(heights[index]),
              `${CAPTION[side]} of ${section.name} at ${width} px`,
              marks,
            )
          : '<p class="soft">not found</p>';
    return `<figure><figcaption>${CAPTION[side]}</figcaption>${shown}</figure>`;
  });
  return `<div class="three">${figures.join('')}</div>`;
}

/** Where things should be (over the source) and are (over the result). */
function outlines(found: readonly Difference[], width: number, section: string, band: Band, side: Side): string {
  const share = (value: number, of: number): string => `${((value / of) * 100).toFixed(2)}%`;
  return found
    .map((difference, at) => {
      const box = side === 'source' ? difference.wanted : difference.box;
      if (!box) return '';
      const id = side === 'result' || !difference.box ? ` id="${attribute(markId(width, section, at))}"` : '';
      return `<span class="mark"${id} style="left:${share(box[0], width)};top:${share(box[1] - band.y, band.height)};width:${share(box[2], width)};height:${share(box[3], band.height)}"><b>${at + 1}</b></span>`;
    })
    .join('');
}

/** Source and result on each other, with a handle that uncovers the one or the other. */
function slider(width: number, section: SectionProof, heights: readonly number[]): string {
  const { result, name, source } = section;
  if (!result || required(heights[2]) === 0) return '';
  const label = `Source to result of ${name} at ${width} px`;
  return `<details><summary>Slide over both</summary><div class="slide" style="max-width:${width}px">
${crop(shownAt(width), 'result', result, required(heights[1]), `Result of ${name} at ${width} px`)}
${crop(shownAt(width), 'source', source, required(heights[0]), `Source of ${name} at ${width} px`)}
<input type="range" min="0" max="100" value="50" aria-label="${attribute(label)}"></div></details>`;
}

/** What is wrong at other widths, and what keeps people out. */
function furtherPart({ sweep, barriers }: Proof): string {
  const faults = (sweep ?? []).map(
    ({ from, to, what, name, section }) =>
      `<li>${from === to ? from : `${from} to ${to}`} px: ${text([section, name].filter(Boolean).join(' / '))} ${text(what)}</li>`,
  );
  const rules = (barriers?.result ?? []).map(({ what, count, first, rule }) => {
    const before = barriers?.source?.[rule];
    const worse = barriers?.worse.some((barrier) => barrier.rule === rule) ? ' class="poor"' : '';
    return `<li${worse}>${text(what)} (${count}${before === undefined ? '' : `, source ${before}`}) <span class="soft">${text(first)}</span></li>`;
  });
  return `${sweep ? `<section id="between"><h2>Between the widths</h2>${faults.length ? `<ul>${faults.join('')}</ul>` : '<p class="good">No faults from 320 to 1920 px.</p>'}</section>` : ''}
${barriers ? `<section id="accessibility"><h2>Accessibility</h2>${rules.length ? `<ul>${rules.join('')}</ul>` : '<p class="good">No violations.</p>'}</section>` : ''}`;
}

/** Moves the handles; without it they stay in the middle. */
const SCRIPT = `<script>for(const one of document.querySelectorAll('.slide input'))one.addEventListener('input',()=>one.parentElement.style.setProperty('--at',one.value+'%'))</script>`;

function movedWords({ words }: WidthProof): string {
  if (words.moved.length === 0) return '';
  const rows = words.moved.map(
    ({ text: word, x, y, dx, dy }) =>
      `<tr><th scope="row">${text(word)}</th><td>${Math.round(x)}, ${Math.round(y)}</td><td>${dx === undefined ? 'missing' : `${dx} px right, ${dy} px down`}</td></tr>`,
  );
  return `<details><summary>Words that moved (${words.moved.length}, farthest first)</summary><div class="scroll"><table><thead><tr><th scope="col">Word</th><th scope="col">source position</th><th scope="col">moved by</th></tr></thead><tbody>${rows.join('')}</tbody></table></div></details>`;
}
