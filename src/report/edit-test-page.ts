import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import type { Position } from '../core/proof/measurement.js';
import type { TriedPage } from '../core/edit-test/apply-fixes.js';
import { reportPage, verdict } from './shell.js';

/** A strip of a page with an edit in it that broke something. */
export interface TrialImage {
  readonly name: string;
  readonly width: number;
  readonly place: Position;
  readonly png: { readonly bytes: Buffer; readonly top: number; readonly height: number };
}

const STYLE = `
ul.cases { list-style: none; margin: 16px 0 0; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(250px, 1fr)); gap: 6px 18px; }
ul.cases a, ul.cases span { display: flex; justify-content: space-between; gap: 12px; padding: 4px 0; border-bottom: 1px solid var(--line); text-decoration: none; }
ul.cases b { white-space: nowrap; }
article { margin: 18px 0 0; background: var(--sheet); border: 1px solid var(--line); border-radius: 6px; padding: 14px 16px 16px; }
h3 { font-size: 16px; margin: 0 0 8px; font-weight: 600; }
ol { margin: 0; padding-left: 24px; }
code { font-size: 13px; background: var(--ground); padding: 1px 5px; border-radius: 3px; }
.strip { position: relative; overflow: hidden; margin-top: 12px; outline: 1px solid var(--line); width: 100%; }
.strip img { display: block; width: 100%; height: auto; }
.strip span { position: absolute; outline: 2px solid #c2185b; outline-offset: 2px; }
@media print { article { break-inside: avoid; } }
`;

/** Most faults that are listed of one edit. */
const MOST = 20;

/** The report of a trial: one HTML file. */
export function trialPage(pages: readonly TriedPage[], images: ReadonlyMap<string, readonly TrialImage[]>): string {
  const over = pages.flatMap(({ page, cases }) =>
    cases
      .filter(({ faults }) => faults.length)
      .map(
        ({ what, faults }) =>
          `${pages.length > 1 ? `${page}, ` : ''}${what}: ${faults.length} ${faults.length === 1 ? 'fault' : 'faults'}`,
      ),
  );
  return reportPage({
    title: 'Edit test',
    style: STYLE,
    skip: ['edits', 'To the edits'],
    lead: verdict(over, 'Nothing breaks.', 'These edits break something:'),
    body: pages.map((page) => pagePart(page, images.get(page.page) ?? [], pages.length > 1)).join('\n'),
    foot: 'Each edit is made in every field at once, and checked on a phone, a tablet and a desktop. Only what the edit causes is listed.',
  });
}

function pagePart(report: TriedPage, images: readonly TrialImage[], named: boolean): string {
  const { page, cases, fixes, limits, fixed } = report;
  const items = cases.map(({ name, what, faults }) =>
    faults.length
      ? `<li><a href="#${attribute(`${page}-${name}`)}">${text(what)} <b class="poor">${faults.length}</b></a></li>`
      : `<li><span>${text(what)} <b class="good">fine</b></span></li>`,
  );
  const broken = cases.filter(({ faults }) => faults.length);
  return `${named ? `<h2>${text(page)}</h2>` : ''}<ul class="cases" id="edits">${items.join('')}</ul>
${fixes.length ? fixesPart(fixes, fixed) : ''}${limits.length ? limitsPart(limits, fixed) : ''}
${broken
  .map((triedCase) =>
    casePart(
      page,
      triedCase,
      images.filter(({ name }) => name === triedCase.name),
    ),
  )
  .join('\n')}`;
}

function fixesPart(fixes: TriedPage['fixes'], fixed: boolean): string {
  const items = fixes.map(
    ({ why, adjustments, faults }) =>
      `<li>${text(why)}: ${adjustments.map(({ style, element, property, value }) => `<code>${text(style === undefined ? `element ${element ?? ''}` : `.${style}`)} { ${text(property)}: ${text(value)} }</code>`).join(' ')} <span class="soft">${fewer(faults)}</span></li>`,
  );
  return `<article><h3>${fixed ? 'Fixed' : 'Suggested fixes (tavrik trial --fix)'}</h3><ol>${items.join('')}</ol></article>`;
}

function limitsPart(limits: TriedPage['limits'], fixed: boolean): string {
  const items = limits.map(
    ({ path, longest, faults }) =>
      `<li><code>${text(path)}</code>: at most ${longest} letters <span class="soft">${faults} ${faults === 1 ? 'fault' : 'faults'} of longer ones</span></li>`,
  );
  return `<article><h3>${fixed ? 'Length limits, where no style helps' : 'Suggested length limits, where no style helps (tavrik trial --fix)'}</h3><ol>${items.join('')}</ol></article>`;
}

function casePart(
  page: string,
  { name, what, faults }: TriedPage['cases'][number],
  images: readonly TrialImage[],
): string {
  const items = faults
    .slice(0, MOST)
    .map(
      (fault) =>
        `<li>${fault.width ? `${fault.width} px, ` : ''}${text([fault.section, fault.name].filter(Boolean).join(' / '))}: ${text(fault.what)}${fault.path ? ` <code>${text(fault.path)}</code>` : ''}</li>`,
    );
  const more = faults.length > MOST ? `<p class="soft">… and ${faults.length - MOST} more</p>` : '';
  return `<article id="${attribute(`${page}-${name}`)}"><h3>${text(what)}</h3><ol>${items.join('')}</ol>${more}${images.map(strip).join('')}</article>`;
}

function strip({ width, place, png: { bytes, top, height }, name }: TrialImage): string {
  const share = (value: number, of: number): string => `${((value / of) * 100).toFixed(2)}%`;
  return `<div class="strip" style="max-width:${width}px"><img alt="${attribute(`${name} at ${width} px`)}" src="data:image/jpeg;base64,${bytes.toString('base64')}"><span style="left:${share(Math.max(0, place.x), width)};top:${share(place.y - top, height)};width:${share(Math.min(place.width, width), width)};height:${share(place.height, height)}"></span></div>`;
}

function fewer(faults: number): string {
  return faults === 0 ? 'the page scrolls less' : `${faults} ${faults === 1 ? 'fault' : 'faults'} fewer`;
}
