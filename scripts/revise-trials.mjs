// Revisions of the demo page whose truth is known: each is made by script from the same page, every element of which is
// numbered, so that it is known which element became which. After each the project is looked at: were elements found
// again, did edits, corrections and decisions stay, was nothing called a conflict that is none, does the way back give
// what was there.
//   node scripts/revise-trials.mjs [--only NAME,NAME] [--back]
import { spawnSync } from 'node:child_process';
import { cpSync, mkdtempSync, readFileSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { createRequire } from 'node:module';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { parseArgs } from 'node:util';
import { parse } from 'yaml';

const root = join(import.meta.dirname, '..');
const cli = join(root, 'dist/cli/main.js');
const require = createRequire(import.meta.url);
const { openBrowser } = require(join(root, 'dist/browser/launch.js'));
const { values: asked } = parseArgs({ options: { only: { type: 'string' }, back: { type: 'boolean' } } });
const folder = mkdtempSync(join(tmpdir(), 'tavrik-revisions-'));

/* What is done to the page. Each gets the document and two helpers: one element, all elements of a selector. */
const REVISIONS = {
  'a heading reworded': ({ one }) => void (one('h1').textContent = 'The darkest sky of the whole coast'),
  'paragraphs reworded': ({ all }) => all('.words-inner p, .card-body p').forEach((p) => (p.innerHTML = p.innerHTML.replace(/\b(the|a)\b/g, 'this'))), // prettier-ignore
  'a word added everywhere': ({ all }) => all('p').forEach((p) => p.append(' Indeed.')),
  'headings all reworded': ({ all }) => all('h2').forEach((h, at) => (h.textContent = ['Under one dome', 'At home', 'Beginning', 'What is on', 'Joining', 'Asked often', 'A letter', 'The way'][at] ?? 'More')), // prettier-ignore
  'a new card': ({ one, copy }) => one('.cards .clear').before(copy(one('.card-col'), 'Aurora watch', 'When the needle moves we ring you, and you come in your coat over the pyjamas.')), // prettier-ignore
  'a card fewer': ({ all }) => all('.card-col')[1].remove(),
  'cards in another order': ({ one, all }) => one('.cards').prepend(all('.card-col')[2]),
  'a price more': ({ one, copy }) => one('.prices .clear').before(copy(one('.price-col'), 'Student', 'With a letter from your school or your university, until you are thirty.')), // prettier-ignore
  'a price fewer': ({ all }) => all('.price-col')[0].remove(),
  'prices in another order': ({ one, all }) => one('.prices').prepend(all('.price-col')[2]),
  'sections swapped': ({ one }) => one('#questions').after(one('#membership')),
  'the last section first': ({ one }) => one('#hero').after(one('#contact')),
  'a section moved into another': ({ one }) => one('#evenings .wrap').append(one('#questions .faq')),
  'a section removed': ({ one }) => one('#questions').remove(),
  'a new section': ({ one, make }) => one('#questions').before(make('<div id="news"><div class="wrap"><h2>News of the week</h2><p>The new mirror has come, in a crate as large as a boat.</p><p>It is being silvered behind closed doors.</p></div></div>')), // prettier-ignore
  'colours changed': ({ css }) => css((text) => text.replaceAll('#14243a', '#202a1a').replaceAll('#b3541e', '#7a1e54')),
  'type sizes changed': ({ css }) => css((text) => text.replace(/font-size: (\d+)px/g, (_, size) => `font-size: ${Number(size) + 2}px`)), // prettier-ignore
  'distances changed': ({ css }) => css((text) => text.replace(/padding: (\d+)px 0/g, (_, size) => `padding: ${Number(size) + 20}px 0`)), // prettier-ignore
  'rounder corners and no shadows': ({ css }) => css((text) => text.replaceAll('border-radius: 6px', 'border-radius: 16px').replace(/box-shadow: 0 8px[^;]+;/g, '')), // prettier-ignore
  'breakpoints moved': ({ css }) => css((text) => text.replace(/max-width: (\d+)px/g, (_, width) => `max-width: ${Number(width) + 40}px`)), // prettier-ignore
  'boxes around sections': ({ all, wrap }) => all('#hero, #evenings, #membership').forEach((box) => wrap(box, 'band')),
  'boxes around cards': ({ all, wrap }) => all('.card, .price').forEach((box) => wrap(box, 'holder')),
  'boxes around texts': ({ all, wrap }) => all('.words-inner p').forEach((box) => wrap(box, 'para')),
  'boxes taken out': ({ all }) => all('.words-inner, .frame').forEach((box) => box.replaceWith(...box.childNodes)),
  'ids renamed': ({ all, css }) => {
    const names = new Map(all('[id]').map((one) => [one.id, `n-${one.id}`]));
    all('[id]').forEach((one) => (one.id = names.get(one.id)));
    all('a[href^="#"]').forEach((a) => names.has(a.getAttribute('href').slice(1)) && a.setAttribute('href', `#${names.get(a.getAttribute('href').slice(1))}`)); // prettier-ignore
    all('label[for]').forEach((label) => label.setAttribute('for', `n-${label.getAttribute('for')}`));
    css((text) => text.replace(/#([a-z][\w-]*)(?=[\s.:{,>])/g, (whole, id) => (names.has(id) ? `#${names.get(id)}` : whole))); // prettier-ignore
  },
  'classes renamed': ({ all, css }) => {
    all('[class]').forEach((one) => (one.className = String(one.className.baseVal ?? one.className).split(' ').map((name) => `c-${name}`).join(' '))); // prettier-ignore
    css((text) => text.replace(/\.([a-z][\w-]*)(?=[^{}]*\{)/g, '.c-$1'));
  },
  'other elements, the same look': ({ all, rename }) => all('#evenings, #questions, #membership').forEach((box) => rename(box, 'section')), // prettier-ignore
  'headings of another level': ({ all, rename, css }) => {
    all('.card-body h3, .price h3').forEach((h) => rename(h, 'h4'));
    css((text) => text.replace(/\bh3\b/g, 'h4'));
  },
  'lists of other elements': ({ all, rename, css }) => {
    all('.price ul').forEach((list) => rename(list, 'ol'));
    css((text) => text.replaceAll('.price ul', '.price ol'));
  },
  'links called otherwise': ({ all }) => all('a.more').forEach((a, at) => (a.textContent = ['Read on', 'Hire one', 'See when', 'See where', 'Walk along'][at])), // prettier-ignore
  'links that lead elsewhere': ({ all }) => all('a.more').forEach((a, at) => a.setAttribute('href', `page-${at}.html`)),
  'a picture replaced': ({ one }) => one('#card-first img').setAttribute('src', 'pictures/telescope-deck.jpg'),
  'pictures described otherwise': ({ all }) => all('img').forEach((img) => (img.alt = `${img.alt}, seen from afar`)),
  'a picture removed': ({ one }) => one('.contact-right .frame').remove(),
  'pictures swapped': ({ all }) => {
    const [a, b] = all('.half.picture img');
    const [x, y] = [a.getAttribute('src'), b.getAttribute('src')];
    a.setAttribute('src', y);
    b.setAttribute('src', x);
    [a.alt, b.alt] = [b.alt, a.alt];
    return { swapped: [a, b] };
  },
  'an evening more': ({ one, make }) => one('.programme tbody').append(make('<tr><td>13 November</td><td>The Leonids, lying down</td><td class="opt">Tobias Quill</td><td>23:00</td></tr>', 'tbody')), // prettier-ignore
  'an evening fewer': ({ all }) => all('.programme tbody tr')[1].remove(),
  'a question more': ({ one }) => one('.faq').insertAdjacentHTML('beforeend', '<dt>Is there tea?</dt><dd>Always, and soup from November on.</dd>'), // prettier-ignore
  'a question fewer': ({ all }) => [all('.faq dt')[0], all('.faq dd')[0]].forEach((one) => one.remove()),
  'a line more in the form': ({ one, make }) => one('form .line').after(make('<div class="line"><label for="tel">Telephone</label><input type="tel" id="tel" name="tel"></div>')), // prettier-ignore
  'a menu entry more': ({ one, make }) => one('.nav').append(make('<li><a href="shop.html">Shop</a></li>')),
  'menu entries in another order': ({ one, all }) => one('.nav').prepend(all('.nav li')[2]),
  'a button at another place': ({ one }) => one('#contact .contact-right').append(one('.hero-buttons .ghost')),
  'words set off': ({ all }) => all('.card-body p').forEach((p) => (p.innerHTML = p.innerHTML.replace(/^(\w+ \w+)/, '<strong>$1</strong>'))), // prettier-ignore
  'the rows the other way round': ({ all }) => all('.feature-row')[1].after(all('.feature-row')[0]),
  'written anew with other markup': ({ all, rename, css }) => {
    all('.cards').forEach((box) => rename(box, 'section'));
    all('.card').forEach((box) => rename(box, 'article'));
    all('.price').forEach((box) => rename(box, 'article'));
    all('#hero').forEach((box) => rename(box, 'section'));
    css((text) => `${text}\narticle, section { display: block; }`);
  },
  'much at once': ({ one, all, copy, css }) => {
    one('h1').textContent = 'The darkest sky of the whole coast';
    all('.card-col')[1].remove();
    one('.prices .clear').before(copy(one('.price-col'), 'Student', 'With a letter from your school or your university, until you are thirty.')); // prettier-ignore
    one('#questions').after(one('#membership'));
    css((text) => text.replaceAll('#14243a', '#202a1a'));
  },
};

/** Runs in the page: numbers its elements, or revises it. */
const HELPERS = `
  window.numbered = () => { let n = 0; for (const one of document.body.querySelectorAll('*')) one.setAttribute('data-was', String(n++)); document.body.setAttribute('data-was', 'body'); };
  window.helpers = (sheets) => {
    const all = (selector) => [...document.querySelectorAll(selector)];
    const bare = (one) => { for (const x of [one, ...one.querySelectorAll('*')]) { x.removeAttribute('data-was'); x.removeAttribute('id'); } return one; };
    const make = (html, within = 'div') => { const box = document.createElement(within === 'tbody' ? 'tbody' : 'div'); box.innerHTML = html; return box.firstElementChild; };
    return {
      one: (selector) => document.querySelector(selector), all, make,
      copy: (from, title, text) => { const made = bare(from.cloneNode(true)); made.querySelector('h3').textContent = title; const p = made.querySelector('.card-body p') ?? made.querySelector('.price > p'); const list = made.querySelectorAll('li'); list.forEach((li, at) => (li.textContent = title + ' gets ' + ['a lamp', 'a map', 'a stool'][at])); if (p && !p.querySelector('span')) p.textContent = text; const a = made.querySelector('a'); if (a) { a.textContent = title + ', please'; a.setAttribute('href', 'new.html'); } return made; },
      wrap: (one, name) => { const box = document.createElement('div'); box.className = name; one.replaceWith(box); box.append(one); return box; },
      rename: (one, tag) => { const made = document.createElement(tag); for (const { name, value } of one.attributes) made.setAttribute(name, value); made.append(...one.childNodes); one.replaceWith(made); return made; },
      css: (change) => { for (const name of Object.keys(sheets)) sheets[name] = change(sheets[name]); },
    };
  };`; // prettier-ignore

const run = (...args) => spawnSync(process.execPath, [cli, ...args], { encoding: 'utf8', maxBuffer: 1 << 28 });
const must = (ran, what) => {
  if (ran.status !== 0) throw new Error(`${what}: ${ran.stderr}`);
  return ran.stdout;
};
const readSheets = (at) => Object.fromEntries(readdirSync(join(at, 'css')).map((name) => [name, readFileSync(join(at, 'css', name), 'utf8')])); // prettier-ignore

const source = join(folder, 'source');
cpSync(join(root, 'demo/existing'), source, { recursive: true });
const browser = await openBrowser();
const page = await browser.newPage(1440);

/** Opens a page, does something in it, and returns its HTML with and without numbers, and what each numbered element says. */
async function inPage(html, change, sheets) {
  await page.goto(`file://${join(source, 'index.html')}`);
  await page.setContent(html);
  await page.evaluate(HELPERS);
  return page.evaluate(
    ([code, given]) => {
      if (code === null) globalThis.numbered();
      else new Function('helpers', `return (${code})(helpers)`)(globalThis.helpers(given));
      const doctype = '<!doctype html>\n';
      const numbered = doctype + document.documentElement.outerHTML;
      const says = Object.fromEntries([...document.querySelectorAll('[data-was]')].map((one) => [one.getAttribute('data-was'), one.textContent.replace(/\s+/g, ' ').trim()])); // prettier-ignore
      const paths = {};
      for (const one of document.querySelectorAll('[data-was]')) one.removeAttribute('data-was');
      return { numbered, clean: doctype + document.documentElement.outerHTML, says, paths, sheets: given };
    },
    [change === null ? null : change.toString(), sheets],
  );
}

/** Numbers of the elements that nodes of a page document came from, by the ids of the nodes. */
async function numbersOf(numbered, document) {
  await page.setContent(numbered);
  const found = [];
  const visit = (node) => {
    if (node.kind === 'words') return;
    if (node.from?.path) found.push([node.id, node.from.path]);
    (node.children ?? []).forEach(visit);
  };
  visit(document.body);
  const numbers = await page.evaluate((all) => all.map(([id, path]) => { try { return [id, document.querySelector(path)?.getAttribute('data-was') ?? null]; } catch { return [id, null]; } }), found); // prettier-ignore
  return new Map(numbers.filter(([, number]) => number !== null));
}

const pageOf = (project) => JSON.parse(readFileSync(join(project, 'pages/home.json'), 'utf8'));

/** Edits a third of all texts, and corrects the look of three elements. */
function editAll(project, numbers) {
  const document = pageOf(project);
  const leaves = [];
  const visit = (node) => {
    if (node.kind === 'words') return;
    const own = (node.children ?? []).find((child) => child.kind === 'words' && child.field);
    if (own && ['heading', 'text', 'button', 'link'].includes(node.kind)) leaves.push({ field: own.field, number: numbers.get(node.id), id: node.id }); // prettier-ignore
    (node.children ?? []).forEach(visit);
  };
  visit(document.body);
  const edits = leaves.filter((one, at) => at % 3 === 1 && one.number !== undefined);
  edits.forEach((one, at) => {
    one.text = `Edited by the client ${at}`;
    must(run('content', project, 'set', one.field, one.text), one.field);
  });
  const looks = leaves.filter((one, at) => at % 9 === 2 && one.number !== undefined).slice(0, 3);
  writeFileSync(join(project, 'adjust.yaml'), `format: tavrik-adjust\nversion: 1\nadjustments:\n${looks.map(({ id }) => `  - element: "${id}"\n    set: { opacity: "0.9" }\n`).join('')}`); // prettier-ignore
  must(run('render', project), 'render');
  return { edits, looks };
}

/** All values of a content file by their paths, so that two can be compared. */
function contentOf(project) {
  return JSON.stringify(parse(readFileSync(join(project, 'content/home.yaml'), 'utf8')));
}

const first = await inPage(readFileSync(join(source, 'index.html'), 'utf8'), null, {});
writeFileSync(join(source, 'index.html'), first.clean);
const base = join(folder, 'base');
const began = Date.now();
must(run('convert', join(source, 'index.html'), '--out', base, '--no-proof', '--no-tune', '--brief', join(root, 'demo/existing/brief.yaml')), 'convert'); // prettier-ignore
const converting = Date.now() - began;
const numbersBefore = await numbersOf(first.numbered, pageOf(base));
const { edits, looks } = editAll(base, numbersBefore);

const names = asked.only ? asked.only.split(',') : Object.keys(REVISIONS);
const all = { right: 0, known: 0, kept: 0, edits: 0, looks: 0, adjusted: 0, falsely: 0, back: 0, slow: 0 };
const faults = [];
for (const name of names) {
  const next = join(folder, 'next');
  const project = join(folder, 'project');
  for (const one of [next, project]) rmSync(one, { recursive: true, force: true });
  cpSync(source, next, { recursive: true });
  const made = await inPage(first.numbered, REVISIONS[name], readSheets(source));
  writeFileSync(join(next, 'index.html'), made.clean);
  for (const [sheet, text] of Object.entries(made.sheets)) writeFileSync(join(next, 'css', sheet), text);
  cpSync(base, project, { recursive: true });
  const started = Date.now();
  const ran = run('revise', project, join(next, 'index.html'), '--json');
  const took = Date.now() - started;
  if (ran.status !== 0) {
    faults.push(`${name}: ${ran.stderr.trim()}`);
    continue;
  }
  const { pages } = JSON.parse(ran.stdout);
  const after = await numbersOf(made.numbered, pageOf(project));
  const there = new Set(after.values());
  const known = [...numbersBefore].filter(([, number]) => there.has(number));
  const wrong = known.filter(([id, number]) => after.get(id) !== number);
  const html = readFileSync(join(project, 'site/index.html'), 'utf8');
  const due = edits.filter(({ number }) => there.has(number));
  const lost = due.filter(({ text }) => !html.includes(text));
  const ids = new Set(after.keys());
  const corrections = looks.filter(({ number }) => there.has(number));
  const uncorrected = corrections.filter(({ id }) => !ids.has(id));
  const reworded = new Set(
    edits.filter(({ number }) => made.says[number] !== first.says[number]).map(({ field }) => field),
  );
  const falsely = pages[0].conflicts.filter(({ path }) => ![...reworded].some((one) => path === one));
  let back = true;
  if (asked.back) {
    must(run('revise', project, join(source, 'index.html'), '--anyway'), `${name}, back`);
    const values = contentOf(project);
    back = edits.every(({ text }) => values.includes(text));
  }
  all.right += known.length - wrong.length;
  all.known += known.length;
  all.kept += due.length - lost.length;
  all.edits += due.length;
  all.looks += corrections.length - uncorrected.length;
  all.adjusted += corrections.length;
  all.falsely += falsely.length;
  all.back += back ? 1 : 0;
  all.slow = Math.max(all.slow, took / converting);
  const notes = [wrong.length && `${wrong.length} elements wrong: ${wrong.slice(0, 4).map(([id]) => id).join(' ')}`, lost.length && `${lost.length} edits lost: ${lost.slice(0, 3).map(({ field }) => field).join(' ')}`, uncorrected.length && `${uncorrected.length} corrections lost`, falsely.length && `falsely a conflict: ${falsely.map(({ path }) => path).join(' ')}`, !back && 'the way back lost an edit'].filter(Boolean); // prettier-ignore
  console.log(`${name.padEnd(34)} ${String(known.length - wrong.length).padStart(3)}/${known.length} elements  ${due.length - lost.length}/${due.length} edits  ${(took / converting).toFixed(2)} x${notes.length ? `  – ${notes.join('; ')}` : ''}`); // prettier-ignore
}
await browser.close();
rmSync(folder, { recursive: true, force: true });
for (const fault of faults) console.log(`refused: ${fault}`);
const rate = (part, whole) => (whole ? `${((part / whole) * 100).toFixed(2)} %` : 'none');
console.log(`${names.length} revisions: elements ${rate(all.right, all.known)}, edits ${rate(all.kept, all.edits)}, corrections ${rate(all.looks, all.adjusted)}, ${all.falsely} false conflicts${asked.back ? `, ${all.back} of ${names.length} come back whole` : ''}; the slowest takes ${all.slow.toFixed(2)} x a conversion`); // prettier-ignore
process.exit(
  faults.length === 0 && all.right / all.known >= 0.98 && all.kept === all.edits && all.falsely === 0 ? 0 : 1,
);
