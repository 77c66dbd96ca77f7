// node scripts/check-fields.mjs PROJECT…: for each page of converted projects, the share of words, pictures and links that a
// field reaches, the share of the words of texts that stand in one field each, and whether each field that is set changes
// just its own place in the rendered page. Exit code 1 if not.
import { existsSync, readFileSync, readdirSync } from 'node:fs';
import { createRequire } from 'node:module';
import { join } from 'node:path';
import { triedEdits } from './try-edits.mjs';

const require = createRequire(import.meta.url);
const { fillPage } = require('../dist/core/content/content.js');
const { originalValues } = require('../dist/core/content/source-values.js');
const { iconsOf } = require('../dist/core/content/icons.js');
const { nest } = require('../dist/core/content/values.js');
const { renderHtml } = require('../dist/core/render/html.js');

/** What shows and is no ornament: whether a field fills it, and what it is. */
function thingsIn(body) {
  const found = [];
  const visit = (node, rich) => {
    const { attributes = {}, fields = {}, children = [] } = node;
    const ornament = attributes['aria-hidden'] === 'true' || node.kind === 'artwork' || attributes.alt === '';
    if (node.element === 'a' && attributes.href !== undefined)
      found.push({ what: `link ${node.id}`, reached: rich || fields.href !== undefined });
    if (node.element === 'img' && !ornament)
      found.push({ what: `picture ${attributes.src}`, reached: rich || fields.src !== undefined });
    for (const child of children) {
      const inRich = rich || node.rich !== undefined;
      if (child.kind !== 'words') visit(child, inRich);
      else if (/[\p{L}\p{N}]/u.test(child.text))
        found.push({ what: child.text.trim(), reached: inRich || child.field !== undefined });
    }
  };
  visit(body, false);
  return found;
}

/** Elements that a person sees as one text each. */
const TEXT = /^(p|h[1-6]|li|td|th|dt|dd|figcaption|caption|blockquote|summary|legend|address)$/;
/** What begins a text, or a thing, of its own in such an element. */
const APART =
  /^(p|h[1-6]|ul|ol|dl|table|div|section|article|figure|blockquote|form|input|select|textarea|button|label|details|iframe|video)$/;

/** Texts with words of their own and nothing but in-line things in them: how many words there are, and whether one field has them. */
function textsIn(body) {
  const found = [];
  const children = (node) => node.children ?? [];
  const isPlain = (node) =>
    children(node).every((child) => child.kind === 'words' || (!APART.test(child.element) && isPlain(child)));
  const fieldsOf = (node) =>
    node.rich
      ? [node.rich]
      : children(node).flatMap((child) => (child.kind === 'words' ? (child.field ?? []) : fieldsOf(child)));
  const said = (node) =>
    children(node)
      .map((child) => (child.kind === 'words' ? child.text : said(child)))
      .join('');
  const visit = (node, article) => {
    const own = children(node).some((child) => child.kind === 'words' && /[\p{L}\p{N}]/u.test(child.text));
    if (TEXT.test(node.element) && own && isPlain(node)) {
      const words = said(node).split(/\s+/).filter(Boolean);
      found.push({
        words: words.length,
        whole: article || new Set(fieldsOf(node)).size === 1,
        says: words.slice(0, 8).join(' '),
      });
    } else
      for (const child of children(node)) if (child.kind !== 'words') visit(child, article || node.rich !== undefined);
  };
  visit(body, false);
  return found;
}

/** Another value that a field can have. */
function otherThan(path, value, document) {
  if (path.endsWith('.focus')) return '7% 93%';
  if (/\.(required|open|new-window)$/.test(path)) return value === 'yes' ? 'no' : 'yes';
  if (path.endsWith('.icon')) {
    const [icons, lines] = [[...iconsOf(document)], (drawing) => drawing.split('\n').length];
    const own = lines(iconsOf(document).get(value) ?? '');
    return icons.find(([name, drawing]) => name !== value && lines(drawing) === own)?.[0] ?? value;
  }
  return 'zzmark';
}

/** Fields that change more, or less, than their own place. */
function inexact(document) {
  const { values, lists } = originalValues(document);
  const before = renderHtml(document, 'style.css').split('\n');
  return [...values.keys()].filter((path) => {
    if (/\.(look|highlighted|flipped)$/.test(path) || path.startsWith('page.')) return false;
    const mark = otherThan(path, values.get(path), document);
    if (mark === values.get(path)) return false;
    /* An article, or code, has several lines: then it is enough that it says what it was given. */
    const isLong = /\n/.test(values.get(path)) && !/\\\n/.test(values.get(path));
    const after = renderHtml(
      fillPage(document, nest({ values: new Map(values).set(path, mark), lists })),
      'style.css',
    ).split('\n');
    const lines = after.filter((line, at) => line !== before[at]);
    if (isLong) return lines.filter((line) => line.includes(mark)).length !== 1;
    return (
      after.length !== before.length ||
      lines.length === 0 ||
      lines.some((line) => !/\.(required|open|new-window|icon)$/.test(path) && !line.includes(mark))
    );
  });
}

let wrong = false;
for (const project of process.argv.slice(2)) {
  const folder = join(project, 'pages');
  for (const file of existsSync(folder) ? readdirSync(folder) : []) {
    const document = JSON.parse(readFileSync(join(folder, file), 'utf8'));
    const things = thingsIn(document.body);
    const missed = things.filter(({ reached }) => !reached);
    const { values, lists } = originalValues(document);
    const off = inexact(document);
    const texts = textsIn(document.body);
    const split = texts.filter(({ whole }) => !whole);
    const count = (list) => list.reduce((sum, { words }) => sum + words, 0);
    const whole = count(texts) ? Math.round((1000 * (count(texts) - count(split))) / count(texts)) / 10 : 100;
    const numbered = [...values.keys()].filter((path) =>
      /\.(text|item|cell|link|heading|picture|button|label)-\d+$/.test(path),
    );
    const { tried, faults } = triedEdits(document);
    wrong ||= missed.length > 0 || off.length > 0 || faults.length > 0;
    console.log(
      `${project} ${document.name}: ${things.length - missed.length} of ${things.length} reached, ${values.size} fields, ${whole} % of the words of texts in one field, ${off.length} not exact, ${lists.size} lists, ${numbered.length} named by number, ${faults.length} of ${tried} edits failed`,
    );
    for (const { what } of missed.slice(0, 5)) console.log(`  not reached: ${what}`);
    for (const { says } of split.slice(0, 5)) console.log(`  in several fields: ${says}`);
    for (const path of off.slice(0, 5)) console.log(`  not exact: ${path}`);
    for (const path of numbered.slice(0, 5)) console.log(`  named by number: ${path}`);
    for (const text of faults.slice(0, 12)) console.log(`  edit failed: ${text}`);
  }
}
if (wrong) process.exitCode = 1;
