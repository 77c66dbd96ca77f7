import { percent } from '../core/proof/percent.js';
import type { Proof } from '../core/proof/proof.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { fileNameOf } from '../core/render/site.js';
import { grade } from './grade.js';
import { PROOF_STYLE } from './proof-style.js';
import { reportPage, verdict } from './shell.js';

/** The pages of a project with their figures, each leading to its own report: one HTML file. */
export function proofTable(proofs: readonly Proof[]): string {
  const widths = [...new Set(proofs.flatMap((proof) => proof.widths.map(({ width }) => width)))].sort((a, b) => b - a);
  const head = widths.map((width) => `<th colspan="2" scope="colgroup">${width} px</th>`).join('');
  const under = widths.map(() => '<th scope="col">pixels</th><th scope="col">position</th>').join('');
  const rows = proofs.map(
    (proof) =>
      `<tr><th scope="row"><a href="${attribute(fileNameOf(proof.page))}.html">${text(proof.page)}</a></th>${widths.map((width) => cells(proof, width)).join('')}</tr>`,
  );
  return reportPage({
    title: `Proof of ${proofs.length} pages`,
    style: PROOF_STYLE,
    skip: ['figures', 'To the figures'],
    lead: verdict(
      proofs.flatMap((proof) => proof.over),
      'All pages are within the limits at every width.',
    ),
    body: `<div class="scroll" id="figures" tabindex="0" role="region" aria-label="Table of figures"><table>
<thead><tr><th rowspan="2" scope="col">Page</th>${head}</tr><tr>${under}</tr></thead>
<tbody>
${rows.join('\n')}</tbody></table></div>`,
    foot: '',
  });
}

function cells(proof: Proof, width: number): string {
  const found = proof.widths.find((widthProof) => widthProof.width === width);
  if (!found) return '<td class="first soft">–</td><td class="soft">–</td>';
  const link = `${attribute(fileNameOf(proof.page))}.html#w${width}`;
  return `<td class="first ${grade(found.differ)}"><a href="${link}">${percent(found.differ)}</a></td><td>${percent(found.words.placed)}</td>`;
}
