import {
  beyondRest,
  CONDITION_NAME,
  findingOf,
  limitUnder,
  placeOfCondition,
  type ConditionProof,
  type UnlikeControl,
} from '../core/proof/conditions.js';
import type { Band } from '../core/proof/pixels.js';
import { percent } from '../core/proof/percent.js';
import type { Proof } from '../core/proof/proof.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { CAPTION, crop, imageHeight, imageRules, SIDES, type ProofImages, type Shown } from './crops.js';
import { grade } from './grade.js';

type Images = readonly (ProofImages | undefined)[];

/** So many controls that look otherwise are shown of a comparison, and so much above and below each; CSS px. */
const MOST_CONTROLS = 6;
const ABOVE_AND_BELOW = 40;

/** Rules for the pictures that `conditionPart` shows. */
export function conditionRules(images: Images): string {
  return images.map((three, at) => (three ? imageRules(nameOf(at), three) : '')).join('');
}

/** How the page stands against its source under conditions: a table, and below it what there is to see. */
export function conditionPart({ conditions, limits }: Proof, images: Images): string {
  if (!conditions) return '';
  const rows = conditions.map((proof, at) => {
    const { condition, part, width, differ, atRest, words } = proof;
    const beyond = beyondRest(proof).differ;
    const name = part === undefined ? CONDITION_NAME[condition] : `${part} opened`;
    const shown = images[at] ? `<a href="#${nameOf(at)}">${text(name)}</a>` : text(name);
    const over = beyond > limitUnder(condition, limits) ? 'poor' : grade(beyond);
    return `<tr><th scope="row">${shown}</th><td>${width} px</td><td class="${over}">${percent(differ)}</td><td>${atRest === undefined ? '–' : percent(atRest.differ)}</td><td>${percent(words.placed)}</td><td>${text(findingOf(proof))}</td></tr>`;
  });
  return `<section id="conditions" aria-label="Under other conditions"><h2>Under other conditions</h2>
<div class="scroll" tabindex="0" role="region" aria-label="Figures by condition"><table class="conditions">
<thead><tr><th scope="col">Condition</th><th scope="col">width</th><th scope="col">pixels</th><th scope="col">at rest</th><th scope="col">position</th><th scope="col">found</th></tr></thead>
<tbody>${rows.join('\n')}</tbody></table></div>
${conditions.map((proof, at) => shownPart(proof, images[at], at)).join('\n')}
</section>`;
}

function shownPart(proof: ConditionProof, images: ProofImages | undefined, at: number): string {
  if (!images) return '';
  const { width, differ, controls } = proof;
  const heights = [imageHeight(images.source), imageHeight(images.result)] as const;
  const shown: Shown = { name: nameOf(at), width };
  const whole = Math.max(...heights);
  const unlike = controls?.unlike.slice(0, MOST_CONTROLS) ?? [];
  const bands = unlike.length
    ? unlike.map((control) => ({ title: control.name, band: around(control, whole) }))
    : [{ title: 'the whole page', band: { y: 0, height: whole } }];
  const rows = bands.map(({ title, band }) => {
    const figures = SIDES.map((side, index) => {
      const high = heights[index] ?? (images.difference ? whole : 0);
      const label = `${CAPTION[side]} of ${title}, ${placeOfCondition(proof)}`;
      const picture = high === 0 ? '<p class="good">No pixel differs.</p>' : crop(shown, side, band, high, label);
      return `<figure><figcaption>${CAPTION[side]}</figcaption>${picture}</figure>`;
    });
    return `<h4>${text(title)}</h4><div class="three">${figures.join('')}</div>`;
  });
  return `<article id="${attribute(nameOf(at))}"${width <= 500 ? ' class="narrow"' : ''}>
<div class="top"><h3>${text(placeOfCondition(proof))}</h3><p class="${grade(differ)}">${percent(differ)} differ</p></div>
${rows.join('\n')}</article>`;
}

function around({ y, height }: UnlikeControl, whole: number): Band {
  const top = Math.max(0, Math.floor(y) - ABOVE_AND_BELOW);
  return { y: top, height: Math.min(whole, Math.ceil(y + height) + ABOVE_AND_BELOW) - top };
}

function nameOf(at: number): string {
  return `condition-${at + 1}`;
}
