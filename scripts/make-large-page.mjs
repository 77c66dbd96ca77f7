#!/usr/bin/env node
// Writes a page with about so many elements, to see how time and memory grow: node scripts/make-large-page.mjs 25000 FILE
import { writeFileSync } from 'node:fs';

const [count = '25000', file = 'large.html'] = process.argv.slice(2);
const PER_CARD = 12;
const objects = ['Saturn', 'Orion', 'the Pleiades', 'Vega', 'Andromeda', 'the Ring', 'Jupiter', 'the Moon'];
const card = (index) => `
      <div class="cell"><div class="wrap"><article class="card${index % 7 === 0 ? ' late' : ''}">
        <div class="top"><span class="dot"></span><h3>Evening ${index + 1}</h3></div>
        <p>We look at <em>${objects[index % objects.length]}</em> from the <a href="#night-${index}">east dome</a>.</p>
        <ul><li>${18 + (index % 5)}:30</li><li>${20 + (index % 30)} places</li></ul>
      </article></div></div>`;
const cards = Math.round(Number(count) / PER_CARD);
const months = Array.from({ length: Math.ceil(cards / 120) }, (_, month) => {
  const own = Math.min(120, cards - month * 120);
  return `
  <section class="month"><h2>Month ${month + 1}</h2>
    <div class="grid">${Array.from({ length: own }, (_, index) => card(month * 120 + index)).join('')}
    </div>
  </section>`;
});
const style = `
  * { box-sizing: border-box } body { margin: 0; font: 16px/1.5 sans-serif; color: #223 }
  .month { padding: 40px 5% } .grid { display: flex; flex-wrap: wrap; margin: 0 -10px }
  .cell { width: 25%; padding: 10px } @media (max-width: 900px) { .cell { width: 50% } } @media (max-width: 500px) { .cell { width: 100% } }
  .wrap { height: 100% } .card { height: 100%; padding: 16px; background: #f2f4f8 } .card.late { background: #dde3f0 } .card:hover { background: #fff }
  .top { display: flex; gap: 8px; align-items: center } .dot { width: 10px; height: 10px; border-radius: 5px; background: #c63 }
  h3 { margin: 0; font-size: 18px } ul { list-style: none; padding: 0; display: flex; gap: 12px }`;
writeFileSync(
  file,
  `<!doctype html><html lang="en"><head><meta charset="utf-8"><title>All evenings</title><style>${style}</style></head><body><h1>All evenings</h1>${months.join('')}</body></html>\n`,
);
