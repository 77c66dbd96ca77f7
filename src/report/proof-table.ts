import { percent, type Proof } from '../core/proof/proof.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { grade } from './grade.js';
import { PROOF_STYLE } from './proof-style.js';

/** The pages of a project with their figures, each leading to its own report: one HTML file. */
export function proofTable(proofs: readonly Proof[]): string {
  const widths = [...new Set(proofs.flatMap((one) => one.widths.map(({ width }) => width)))].sort((a, b) => b - a);
  const over = proofs.flatMap((one) => one.over);
  const verdict =
    over.length === 0
      ? '<p class="verdict good">All pages are within the limits at every width.</p>'
      : `<p class="verdict poor">Over the limits:</p><ul class="over">${over.map((one) => `<li>${text(one)}</li>`).join('')}</ul>`;
  const head = widths.map((width) => `<th colspan="2" scope="colgroup">${width} px</th>`).join('');
  const under = widths.map(() => '<th scope="col">differ</th><th scope="col">in place</th>').join('');
  const rows = proofs.map(
    (proof) =>
      `<tr><th scope="row"><a href="${attribute(proof.page)}.html">${text(proof.page)}</a></th>${widths.map((width) => cells(proof, width)).join('')}</tr>`,
  );
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>Proof of ${proofs.length} pages</title>
<style>${PROOF_STYLE}</style>
</head>
<body>
<header>
<h1>Proof of ${proofs.length} pages</h1>
${verdict}
</header>
<main>
<div class="scroll" tabindex="0" role="region" aria-label="Table of figures"><table>
<thead><tr><th rowspan="2" scope="col">Page</th>${head}</tr><tr>${under}</tr></thead>
<tbody>
${rows.join('\n')}</tbody></table></div>
</main>
</body>
</html>
`;
}

function cells(proof: Proof, width: number): string {
  const found = proof.widths.find((one) => one.width === width);
  if (!found) return '<td class="first soft">–</td><td class="soft">–</td>';
  const link = `${attribute(proof.page)}.html#w${width}`;
  return `<td class="first ${grade(found.differ)}"><a href="${link}">${percent(found.differ)}</a></td><td>${percent(found.words.placed)}</td>`;
}
