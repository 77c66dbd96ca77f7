// What a client does with a page, tried on every list and every field of it: entries added, copied, moved and taken away,
// fields set to values that nobody expects. Each must be allowed, and must change just what it is about.
import { createRequire } from 'node:module';

const require = createRequire(import.meta.url);
const { checkContent, fieldsByPath } = require('../dist/core/content/check.js');
const { fillPage, unknownFields } = require('../dist/core/content/content.js');
const { originalContent, originalValues } = require('../dist/core/content/source-values.js');
const { edited } = require('../dist/core/content/edits.js');
const { regionsOf } = require('../dist/core/content/regions.js');
const { nest } = require('../dist/core/content/values.js');
const { renderHtml } = require('../dist/core/render/html.js');

/** Values that no designer thought of. */
const ODD = {
  empty: '',
  long: 'The tide came in over the northern flats before anyone had packed the instruments. '.repeat(4).trim(),
  word: 'Rheinschifffahrtsgesellschaftskapitaensmuetzenstaender',
  markup: '<script>alert("1")</script> & <b title=\'x\'>b</b> {{x}} \\',
  arabic: 'مرصد المستنقع المالح',
  japanese: '塩性湿地の小さな天文台',
  emoji: '🔭 👩‍🚀 e\u0301',
};

/** Fields that say how an entry looks: read from a page in which a text is gone, they say what is left. */
const LOOKS = /\.(look|highlighted|flipped)$/;

/** What each entry of a list says in a page, in the order of the page. */
function entriesSay(document, list) {
  const found = [];
  const said = (node) =>
    node.kind === 'words' ? node.text : `${node.attributes?.src ?? ''} ${(node.children ?? []).map(said).join('')}`;
  const visit = (node) => {
    if (node.kind === 'words') return;
    if (node.entry?.list === list) found.push(said(node).replace(/\s+/g, ' ').trim());
    node.children?.forEach(visit);
  };
  visit(document.body);
  return found;
}

/** The page without what is in a list, and without signs: those between entries go and come with them. */
function around(document, list) {
  const says = (node) => (node.kind === 'words' ? node.text : (node.children ?? []).map(says).join(''));
  const isSign = (node) => node.entry?.list === list || (/\S/.test(says(node)) && !/[\p{L}\p{N}]/u.test(says(node)));
  const without = (node) =>
    node.kind === 'words' ? node : { ...node, children: node.children?.filter((child) => !isSign(child)).map(without) };
  return renderHtml({ ...document, body: without(document.body) }, 'style.css').replace(/\s+/g, ' ');
}

/** The edits of a list, each with the order of the entries that it should end in: numbers of the old ones. */
function editsOf(list, ids) {
  const all = ids.map((_, at) => at);
  const last = all.at(-1);
  return [
    ['add', { do: 'add', list }, [...all, last]],
    ['add first', { do: 'add', list, at: 0, like: ids[0], name: 'New one' }, [0, ...all]],
    ['duplicate', { do: 'add', list, at: 1, like: ids[0] }, [0, 0, ...all.slice(1)]],
    ['remove first', { do: 'remove', list, id: ids[0] }, all.slice(1)],
    ['remove last', { do: 'remove', list, id: ids[last] }, all.slice(0, -1)],
    ['move last to first', { do: 'move', list, id: ids[last], to: 0 }, [last, ...all.slice(0, -1)]],
    ['move first to second', { do: 'move', list, id: ids[0], to: 1 }, [1, 0, ...all.slice(2)]],
  ];
}

/** Everything that went wrong when the content of a page was edited: each what was done, where, and what came of it. */
export function triedEdits(document) {
  const faults = [];
  let tried = 0;
  const source = originalValues(document);
  const regions = regionsOf(document);
  const find = fieldsByPath(regions);
  const files = new Set([...source.values.values()].filter((value) => value.startsWith('assets/')));
  const wrongIn = (content) =>
    checkContent(document, regions, content, files)
      .filter(({ wrong }) => wrong)
      .map(({ path, what }) => `${path}: ${what}`);
  const before = new Set(wrongIn(originalContent(document)));
  const attempt = (what, path, run) => {
    tried += 1;
    try {
      const fault = run();
      if (fault) faults.push(`${what} ${path}: ${fault}`);
    } catch (error) {
      faults.push(`${what} ${path}: ${error.message} ${(error.stack ?? '').split('\n')[1]?.trim()}`);
    }
  };
  const newFault = (content) =>
    wrongIn(content).find((text) => !before.has(text)) ?? unknownFields(document, content)[0];
  for (const [list, ids] of source.lists) {
    const said = entriesSay(document, list);
    const rest = around(document, list);
    if (said.length !== ids.length) faults.push(`list ${list}: ${ids.length} entries, ${said.length} in the page`);
    for (const [what, edit, order] of editsOf(list, ids))
      attempt(what, list, () => {
        const content = nest(edited(document, source, edit));
        const page = fillPage(document, content);
        const now = entriesSay(page, list);
        const wanted = order.map((at) => said[at]);
        const at = wanted.findIndex((text, place) => text !== now[place]);
        if (now.length !== wanted.length) return `${now.length} entries instead of ${wanted.length}`;
        if (at >= 0) return `entry ${at + 1} says "${now[at].slice(0, 60)}" instead of "${wanted[at].slice(0, 60)}"`;
        if (order.length && around(page, list) !== rest) return 'something beside the list changed';
        return newFault(content);
      });
  }
  for (const [path, value] of source.values) {
    const field = find(path);
    if (!field) {
      faults.push(`field ${path}: not in the form`);
      continue;
    }
    if (!/^(text|rich|date)$/.test(field.type)) continue;
    for (const [what, text] of Object.entries(ODD))
      attempt(`set ${what}`, path, () => {
        const content = nest({ values: new Map(source.values).set(path, text), lists: source.lists });
        const page = fillPage(document, content);
        const html = renderHtml(page, 'style.css');
        if (html.includes('<script>alert')) return 'markup came through';
        const now = originalValues(page).values;
        const other = [...source.values].find(
          ([name, old]) => name !== path && !LOOKS.test(name) && now.has(name) && now.get(name) !== old,
        );
        if (other) return `${other[0]} changed too: "${now.get(other[0]).slice(0, 50)}"`;
        if (text !== '' && field.type === 'text' && now.get(path) !== text)
          return `it says "${now.get(path)?.slice(0, 50)}"`;
        if (text === '' && value !== '' && now.get(path)) return `it still says "${now.get(path).slice(0, 50)}"`;
        return newFault(content);
      });
  }
  return { tried, faults };
}
