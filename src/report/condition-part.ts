import {
  beyondRest,
  conditionTitle,
  findingOf,
  limitUnder,
  placeOfCondition,
  type ConditionProof,
  type UnlikeControl,
} from '../core/proof/conditions.js';
import type { Position } from '../core/proof/measurement.js';
import { percent } from '../core/proof/percent.js';
import type { Proof } from '../core/proof/proof.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { CAPTION, cropBox, imageHeight, imageRules, SIDES, type ProofImages, type Shown } from './crops.js';
import { grade } from './grade.js';

type Images = readonly (ProofImages | undefined)[];

/** So many windows on controls that look different are shown of a comparison. */
const MOST_WINDOWS = 6;
/** A window is at least so wide, and shows so much around a control; CSS px. */
const WINDOW_WIDTH = 380;
const AROUND_CONTROL = 32;

/** Rules for the pictures that `conditionPart` shows. */
export function conditionRules(images: Images): string {
  return images.map((three, at) => (three ? imageRules(nameOf(at), three) : '')).join('');
}

/** How the page stands against its source under conditions: a table, and below it what there is to see. */
export function conditionPart({ conditions, limits }: Proof, images: Images): string {
  if (!conditions) return '';
  const rows = conditions.map((proof, at) => {
    const { condition, width, differ, atRest, words } = proof;
    const beyond = beyondRest(proof).differ;
    const name = conditionTitle(proof);
    const shown = images[at] ? `<a href="#${nameOf(at)}">${text(name)}</a>` : text(name);
    const unlike = (proof.controls?.unlike.length ?? 0) > 0;
    const over = unlike || beyond > limitUnder(condition, limits) ? 'poor' : grade(beyond);
    return `<tr><th scope="row">${shown}</th><td>${width} px</td><td class="${over}">${percent(differ)}</td><td>${atRest === undefined ? '–' : percent(atRest.differ)}</td><td>${percent(words.placed)}</td><td>${text(findingOf(proof))}</td></tr>`;
  });
  return `<section id="conditions" aria-label="Under other conditions"><h2>Under other conditions</h2>
<div class="scroll" tabindex="0" role="region" aria-label="Figures by condition"><table class="conditions">
<thead><tr><th scope="col" class="name">Condition</th><th scope="col">width</th><th scope="col">pixels</th><th scope="col">at rest</th><th scope="col">position</th><th scope="col">found</th></tr></thead>
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
  const parts = controls?.unlike.length
    ? windowsOn(controls.unlike, width, whole)
    : [{ title: 'the whole page', box: { x: 0, y: 0, width, height: whole } }];
  const rows = parts.map(({ title, box }) => {
    const figures = SIDES.map((side, index) => {
      const high = heights[index] ?? (images.difference ? whole : 0);
      const label = `${CAPTION[side]} of ${title}, ${placeOfCondition(proof)}`;
      const picture = high === 0 ? '<p class="good">No pixel differs.</p>' : cropBox(shown, side, box, high, label);
      return `<figure><figcaption>${CAPTION[side]}</figcaption>${picture}</figure>`;
    });
    return `<h4>${text(title)}</h4><div class="three">${figures.join('')}</div>`;
  });
  return `<article id="${attribute(nameOf(at))}"${width <= 500 ? ' class="narrow"' : ''}>
<div class="top"><h3>${text(placeOfCondition(proof))}</h3><p class="${grade(differ)}">${percent(differ)} differ</p></div>
${rows.join('\n')}</article>`;
}

/** A part of the page, and the controls in it that look different. */
interface Window {
  readonly title: string;
  readonly box: Position;
}

/** Windows on controls at about their real size, the worst first; those that are beside each other share one. */
function windowsOn(controls: readonly UnlikeControl[], width: number, whole: number): Window[] {
  const windows: { names: string[]; box: Position }[] = [];
  for (const control of controls) {
    const known = windows.find(({ box }) => holds(box, control));
    if (known) known.names.push(control.name);
    else if (windows.length < MOST_WINDOWS) windows.push({ names: [control.name], box: around(control, width, whole) });
  }
  return windows.map(({ names, box }) => ({ title: [...new Set(names)].join(', '), box }));
}

function around(control: Position, pageWidth: number, whole: number): Position {
  const width = Math.min(pageWidth, Math.max(WINDOW_WIDTH, Math.ceil(control.width) + 2 * AROUND_CONTROL));
  const height = Math.min(whole, Math.ceil(control.height) + 2 * AROUND_CONTROL);
  const middle = (at: number, size: number, own: number, room: number): number =>
    Math.round(Math.min(Math.max(0, at + own / 2 - size / 2), Math.max(0, room - size)));
  return {
    x: middle(control.x, width, control.width, pageWidth),
    y: middle(control.y, height, control.height, whole),
    width,
    height,
  };
}

function holds(box: Position, { x, y, width, height }: Position): boolean {
  return x >= box.x && y >= box.y && x + width <= box.x + box.width && y + height <= box.y + box.height;
}

function nameOf(at: number): string {
  return `condition-${at + 1}`;
}
