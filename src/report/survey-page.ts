import { required } from '../core/data/required.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import type { Finding, Severity } from '../core/survey/finding.js';
import type { PageSurvey } from '../core/survey/summary.js';
import { surveyFacts } from './survey-facts.js';
import { reportPage } from './shell.js';
import { SURVEY_STYLE } from './survey-style.js';

/** A file of the report: its path and what is in it. */
type ReportFile = readonly [path: string, bytes: string | Buffer];

/** Findings of one kind that are shown at once; the rest opens. */
const SHOWN_OF_A_KIND = 3;

/** The report of a survey: one page, and the pictures of the screens beside it. */
export function surveyPage(pages: readonly PageSurvey[], pictures: readonly (readonly Buffer[])[]): ReportFile[] {
  const images = pages.flatMap((page, at) =>
    page.screens.map((_, screen): ReportFile => [imageName(page, screen), pictures[at]?.[screen] ?? Buffer.alloc(0)]),
  );
  const names = pages.map(({ page }) => page).join(', ');
  return [['index.html', html(`Survey of ${names}`, pages)], ...images];
}

function html(title: string, pages: readonly PageSurvey[]): string {
  const all = pages.flatMap(({ findings }) => findings);
  return reportPage({
    title,
    style: SURVEY_STYLE,
    skip: ['findings-0', 'To the findings'],
    lead: `<ul class="counts">${SEVERITIES.map((severity) => `<li class="${severity}">${count(all, severity)}</li>`).join('')}</ul>`,
    body: pages.map((page, at) => pagePart(page, at, pages.length > 1)).join('\n'),
    foot: 'A fault will be visible in the result, a risk may be, a note is good to know. The numbers in the images link to the findings, and back.',
  });
}

const SEVERITIES: readonly Severity[] = ['fault', 'risk', 'note'];

function count(findings: readonly Finding[], severity: Severity): string {
  const found = findings.filter((finding) => finding.severity === severity).length;
  return `${found} ${severity}${found === 1 ? '' : 's'}`;
}

function pagePart(page: PageSurvey, at: number, named: boolean): string {
  const { screens, findings } = page;
  const marked = markedIn(findings);
  const [widest, ...others] = screens.map((_, screen) => figure(page, at, screen, marked));
  const language = page.language ? ` · language ${page.language}` : '';
  const title = page.title ? `“${page.title}”` : 'no title';
  return `<section aria-label="${attribute(page.page)}">
${named ? `<h2>${text(page.page)}</h2>` : ''}
<p class="soft">${text(`${page.kind === 'design' ? `${screens.length} artboards` : 'a web page'}, ${title}${language}`)}</p>
<div class="two">
<div class="screens">${widest ?? ''}${others.length ? `<div class="small">${others.join('')}</div>` : ''}</div>
<div id="findings-${at}">
<h3>${findings.length ? `${findings.length} found` : 'No findings that need a decision'}</h3>
<ol class="findings">${grouped(findings, at, marked)}</ol>
</div>
</div>
${surveyFacts(page)}
</section>`;
}

/** The findings that the pictures show: of many notes of one kind those that the list does at once. */
function markedIn(findings: readonly Finding[]): ReadonlySet<Finding> {
  const kinds = new Map<string, number>();
  return new Set(
    findings.filter(({ code, severity, box }) => {
      const count = (kinds.get(code) ?? 0) + 1;
      kinds.set(code, count);
      return box !== undefined && (severity !== 'note' || count <= SHOWN_OF_A_KIND);
    }),
  );
}

/** Findings in their order; of many of one kind the later ones are folded away. */
function grouped(findings: readonly Finding[], page: number, marked: ReadonlySet<Finding>): string {
  const seen = new Map<string, string[]>();
  findings.forEach((finding, index) => {
    const key = `${finding.severity}|${finding.code}`;
    seen.set(key, [...(seen.get(key) ?? []), item(finding, index, page, marked.has(finding))]);
  });
  return [...seen.values()]
    .map((items) => {
      const [first, rest] = [items.slice(0, SHOWN_OF_A_KIND), items.slice(SHOWN_OF_A_KIND)];
      const more = rest.length
        ? `<li class="more"><details><summary>${rest.length} more of this kind</summary><ol class="findings">${rest.join('')}</ol></details></li>`
        : '';
      return first.join('') + more;
    })
    .join('');
}

function item(
  { severity, code, name, path, what, why, screen, proposal }: Finding,
  index: number,
  page: number,
  isMarked: boolean,
): string {
  const seen = screen === undefined || !isMarked ? '' : ` · <a href="#m${page}-${index}">seen at ${screen} px</a>`;
  const place = path && path !== name ? `<p class="soft">${text(path)}</p>` : '';
  const proposed = proposal ? `<p class="soft">Proposed: ${text(sayProposal(proposal))}</p>` : '';
  return `<li class="${severity}" id="f${page}-${index}"><h4><span class="number ${severity}">${index + 1}</span>${text(name)}</h4><p>${text(what)}</p>${place}<p class="soft">${text(why)}</p>${proposed}<p class="soft">${text(severity)} · ${text(code)}${seen}</p></li>`;
}

function sayProposal({ do: what, at, to }: NonNullable<Finding['proposal']>): string {
  return to === undefined || to === '' ? `${what} “${at}”` : `${what} “${at}”: ${to}`;
}

/** Artboards may be equally wide: the second of a width is numbered. */
function imageName({ page, screens }: PageSurvey, screen: number): string {
  const width = screens[screen]?.width ?? screen;
  const before = screens.slice(0, screen).filter((entry) => entry.width === width).length;
  return `${page}-${width}${before ? `-${before + 1}` : ''}.png`;
}

function figure(page: PageSurvey, at: number, screen: number, marked: ReadonlySet<Finding>): string {
  const { width, height, name, things } = required(page.screens[screen]);
  const marks = page.findings.map((finding, index) =>
    finding.screen === width && finding.box && marked.has(finding)
      ? mark(finding, finding.box, index, at, width, height)
      : '',
  );
  return `<figure><figcaption>${page.kind === 'design' ? `${text(name)} · ` : ''}${width} × ${height} px · ${things} things</figcaption><div class="board" tabindex="0" role="group" aria-label="${attribute(`${width} px`)}"><img src="${attribute(encodeURIComponent(imageName(page, screen)))}" width="${width}" height="${height}" alt="${attribute(`${page.page} at ${width} px`)}" loading="lazy">${marks.join('')}</div></figure>`;
}

function mark(
  { severity, name, what }: Finding,
  [x, y, wide, high]: NonNullable<Finding['box']>,
  index: number,
  page: number,
  width: number,
  height: number,
): string {
  const share = (value: number, whole: number): string => `${Math.round((value / whole) * 1e4) / 100}%`;
  const label = `${index + 1}: ${name}. ${what}`;
  return `<a class="mark ${severity}" id="m${page}-${index}" href="#f${page}-${index}" title="${attribute(label)}" aria-label="${attribute(label)}" style="left:${share(x, width)};top:${share(y, height)};width:${share(wide, width)};height:${share(high, height)}"><span>${index + 1}</span></a>`;
}
