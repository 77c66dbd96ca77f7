import { sizeInWords } from '../core/text/words.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { MEANS_NAME } from '../core/behaviours/report.js';
import type { SurveyedBehaviour } from '../core/survey/observations.js';
import type { PageSurvey } from '../core/survey/summary.js';

/** Rows of a table that are shown. */
const MOST_ROWS = 24;

/** What there is in a page, as tables. */
// eslint-disable-next-line max-lines-per-function -- one table for each fact
export function surveyFacts(page: PageSurvey): string {
  const parts = [
    part(
      'Sections',
      table(
        ['Name', 'Height'],
        (page.screens[0]?.sections ?? []).map(({ name, height }) => [text(name), px(height)]),
      ),
    ),
    part(
      'Elements',
      table(
        ['Kind', 'Count'],
        Object.entries(page.kinds).map(([kind, count]) => [text(kind), String(count)]),
      ),
    ),
    part(
      'Headings',
      page.outline.length
        ? `<ul>${page.outline.map(({ level, words }) => `<li style="margin-left:${(level - 1) * 16}px"><span class="soft">${level}</span> ${text(words)}</li>`).join('')}</ul>`
        : '',
    ),
    part(
      'Fonts',
      table(
        ['Family', 'Weights', ''],
        page.fonts.map(({ family, weights, there, instead }) => [
          text(family),
          weights.join(', '),
          there ? 'there' : `<span class="fault">missing</span>${instead ? `, ${text(instead)} is used` : ''}`,
        ]),
      ),
    ),
    part(
      'Colours',
      table(
        ['Colour', 'Used'],
        page.colours.map(({ value, count }) => [
          `<span class="swatch" style="background:${attribute(swatch(value))}"></span>${text(value)}`,
          times(count),
        ]),
      ),
    ),
    part(
      'Text styles',
      table(
        ['Style', 'Used'],
        page.textStyles.map(({ value, count }) => [text(value), times(count)]),
      ),
    ),
    part(
      'Spacing',
      table(
        ['Between neighbours', 'Used'],
        page.spacings.map(({ value, count }) => [px(value), times(count)]),
      ),
    ),
    part(
      'Forms',
      table(
        ['Form', 'Sent to', 'Fields'],
        page.forms.map(({ name, action, method, fields }) => [
          text(name || 'form'),
          text(`${method} ${action}`),
          text(fields.join(', ')),
        ]),
      ),
    ),
  ];
  const controls = part(
    'Controls that scripts answer',
    table(
      ['Control', 'What it does', 'Without a script'],
      page.behaviours.map((behaviour) => [text(behaviour.name), text(behaviour.kind), withoutScript(behaviour)]),
    ),
  );
  const images = part(
    'Images',
    table(
      ['Image', 'On disk', 'Its size', 'Shown', 'Pixels across'],
      [...page.pictures]
        .sort((a, b) => (b.bytes ?? 0) - (a.bytes ?? 0))
        .map(({ name, bytes, natural, shown, times: more }) => [
          text(name),
          bytes ? sizeInWords(bytes) : '–',
          natural ? `${natural[0]} × ${natural[1]}` : '–',
          px(shown),
          more ? `${more} ×` : '–',
        ]),
    ),
  );
  return `<div class="facts">${parts.join('')}</div>${controls}<div class="two">${images || '<div></div>'}${weightMap(page)}</div>`;
}

/** What becomes of a control where no script runs. */
function withoutScript({ kind, means, reason }: Omit<SurveyedBehaviour, 'name'>): string {
  if (means !== undefined) return `by ${text(MEANS_NAME[means])}`;
  if (kind === 'steps') return 'a row that snaps, if the slides are found';
  if (kind === 'changes nothing visible') return '–';
  return `<span class="fault">lost</span>${reason === undefined ? '' : `: ${text(reason)}`}`;
}

function part(title: string, inside: string): string {
  return inside ? `<section><h3>${title}</h3>${inside}</section>` : '';
}

/** @param rows cells as markup */
function table(head: readonly string[], rows: readonly (readonly string[])[]): string {
  if (rows.length === 0) return '';
  const row = (cells: readonly string[], name: 'td' | 'th'): string =>
    `<tr>${cells.map((cell, at) => `<${name}${at > 0 ? ' class="number-cell"' : ''}${name === 'th' ? ' scope="col"' : ''}>${cell}</${name}>`).join('')}</tr>`;
  const rest = rows.length - MOST_ROWS;
  const more = rest > 0 ? `<p class="soft">and ${rest} more</p>` : '';
  return `<div class="scroll" tabindex="0" role="region" aria-label="${head[0] ?? ''}"><table><thead>${row(head, 'th')}</thead><tbody>${rows
    .slice(0, MOST_ROWS)
    .map((texts) => row(texts, 'td'))
    .join('')}</tbody></table></div>${more}`;
}

/** The widest screen with what weighs on it: the more bytes or shapes, the darker. */
function weightMap({ screens, weights, artwork: illustration }: PageSurvey): string {
  const [screen] = screens;
  if (!screen || weights.length === 0) return '<div></div>';
  const most = Math.max(...weights.map(({ bytes }) => bytes), 1);
  const rects = weights.map(
    ({ box: [x, y, width, height], bytes, pieces, name }) =>
      `<rect x="${Math.round(x)}" y="${Math.round(y)}" width="${Math.round(width)}" height="${Math.round(height)}" fill="${pieces ? 'var(--known)' : 'var(--poor)'}" fill-opacity="${(0.15 + 0.75 * Math.sqrt(bytes / most)).toFixed(2)}"><title>${text(`${name}: ${sizeInWords(bytes)}${pieces ? `, ${pieces} shapes` : ''}`)}</title></rect>`,
  );
  const total = sizeInWords(weights.reduce((sum, { bytes }) => sum + bytes, 0));
  return `<section><h3>Where the weight lies</h3><p class="soft">${total} on the widest screen. Red: images; blue: illustrations, ${illustration.pieces} shapes in ${illustration.count}. The stronger, the heavier.</p><svg class="map" viewBox="0 0 ${screen.width} ${screen.height}" role="img" aria-label="Map of the weight of pictures and artwork">${rects.join('')}</svg></section>`;
}

function swatch(colour: string): string {
  const [hex = '', share] = colour.split(' at ');
  return share ? `color-mix(in srgb, ${hex} ${parseInt(share, 10)}%, transparent)` : hex;
}

function px(value: number): string {
  return `${Math.round(value)} px`;
}

function times(count: number): string {
  return `${count} ×`;
}
