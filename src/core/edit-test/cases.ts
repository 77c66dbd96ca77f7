import { required } from '../data/required.js';
import { fieldsByPath } from '../content/check.js';
import { wholeContent } from '../content/content.js';
import type { Field, Region } from '../content/regions.js';
import { flatten, nest, type Content, type FlatContent } from '../content/values.js';
import type { PageDocument } from '../document/types.js';

/** One thing that clients do to a page, done everywhere at once. */
export interface TrialCase {
  readonly name: string;
  /** In words, what a client did. */
  readonly what: string;
  readonly content: Content;
  /** What was typed in and has to be on the page as words. */
  readonly literal?: string;
}

/** Pictures of other shapes than any in the page, which the trial brings along. */
export const TALL_IMAGE = 'assets/trial-tall.svg';
export const WIDE_IMAGE = 'assets/trial-wide.svg';

/** Of forty letters, as languages with long words have them. */
const LONG_WORD = 'Sternwartenbesucherbegrüßungsabendordnung';
/** What a client may paste who has seen how pages are made. */
const MARKUP = '<b>bold</b> {{name}} <script>alert(1)</script> & "so"';

const SCRIPTS: readonly (readonly [name: string, what: string, words: string])[] = [
  ['greek', 'texts in Greek', 'Κοιτάζουμε τον ουρανό πάνω από τον βάλτο και περιμένουμε να ανατείλει το φεγγάρι'],
  ['arabic', 'texts in Arabic', 'ننظر إلى السماء فوق المستنقع وننتظر طلوع القمر في ليلة صافية وهادئة'],
  ['chinese', 'texts in Chinese', '我们在沼泽上仰望星空等待月亮升起请带上暖和的衣服和红色的灯'],
  ['emoji', 'texts with emoji', '🌕 🔭 ✨ clear night 🌌 come 🚲 warm 🧤 tea ☕'],
];

type Change = (value: string, field: Field, path: string) => string | undefined;

/** Everything that is done to a page, case by case. */
// eslint-disable-next-line max-lines-per-function -- the list of cases, one entry each
export function casesOf(document: PageDocument, regions: readonly Region[], written: Content): TrialCase[] {
  const now = flatten(wholeContent(document, written));
  const find = fieldsByPath(regions);
  const edit = (name: string, what: string, change: Change): TrialCase => {
    const values = new Map(now.values);
    for (const [path, value] of now.values) {
      const field = path.startsWith('page.') ? undefined : find(path);
      const changed = field && change(value, field, path);
      if (changed !== undefined && !field?.locked)
        values.set(path, within(changed, document.fieldRules?.[field?.path ?? '']?.longest));
    }
    return { name, what, content: nest({ values, lists: now.lists }) };
  };
  const lists = (
    name: string,
    what: string,
    ids: (before: readonly string[], field: Field) => readonly string[],
  ): TrialCase => {
    const outer = [...now.lists.keys()].filter(
      (path) => ![...now.lists.keys()].some((other) => path.startsWith(`${other}.`)),
    );
    const changed = new Map(now.lists);
    const values = new Map(now.values);
    for (const list of outer) {
      const before = now.lists.get(list) ?? [];
      const field = find(list);
      const after = field && !field.locked ? between(ids(before, field), before, field) : before;
      changed.set(list, after);
      for (const id of after.filter((text) => !before.includes(text)))
        copyEntry(list, required(before[Number(/\d+$/.exec(id)?.[0] ?? 0) % before.length]), id, now, values, changed);
    }
    return { name, what, content: nest({ values, lists: changed }) };
  };
  const isText = ({ type, name }: Field): boolean =>
    (type === 'text' || type === 'rich') && name !== 'alt' && name !== 'hint';
  const isTitle = (field: Field): boolean =>
    isText(field) && (field.name === 'heading' || field.path.endsWith('.label'));
  const numbered = (before: readonly string[], count: number): string[] =>
    [...before, ...Array.from({ length: Math.max(0, count - before.length) }, (_, at) => `more-${at + 1}`)].slice(
      0,
      count,
    );
  return [
    edit('long-titles', 'titles and labels twice as long', (value, field) =>
      isTitle(field) && value ? `${value} ${value}` : undefined,
    ),
    edit('short-titles', 'titles and labels of one word', (value, field) =>
      isTitle(field) ? value.split(/\s+/)[0] : undefined,
    ),
    edit('long-word', 'a word of forty letters in every text', (value, field) =>
      isText(field) && value ? `${LONG_WORD} ${value}` : undefined,
    ),
    edit('empty-fields', 'optional fields left empty', (_, field) =>
      isText(field) && !field.required ? '' : undefined,
    ),
    edit('no-pictures', 'no image', (_, field) => (field.type === 'file' ? '' : undefined)),
    edit('tall-pictures', 'images twice as high as wide', (_, { type, path }) =>
      type === 'file' && path.endsWith('file') ? TALL_IMAGE : undefined,
    ),
    edit('wide-pictures', 'images three times as wide as high', (_, { type, path }) =>
      type === 'file' && path.endsWith('file') ? WIDE_IMAGE : undefined,
    ),
    lists('no-entries', 'empty lists', () => []),
    lists('one-entry', 'lists of one entry', (before) => before.slice(0, 1)),
    lists('twice-the-entries', 'lists of twice as many entries', (before, { type }) =>
      type === 'menu' ? before : numbered(before, before.length * 2),
    ),
    lists('hundred-entries', 'lists of a hundred entries', (before, { type, name }) =>
      type === 'menu' || /^(links|buttons|options)$/.test(name) ? before : numbered(before, 100),
    ),
    ...SCRIPTS.map(([name, what, words]) =>
      edit(name, what, (value, field) => (isText(field) && value ? asLong(words, value) : undefined)),
    ),
    edit('capitals', 'texts in capitals', (value, field) =>
      isText(field) && field.type === 'text' ? value.toUpperCase() : undefined,
    ),
    {
      ...edit('markup', 'markup and template syntax as text', (value, field) =>
        isText(field) && field.type === 'text' && value ? `${value} ${MARKUP}` : undefined,
      ),
      literal: MARKUP,
    },
  ];
}

/** No longer than a person allows: a client is stopped there. */
function within(text: string, longest: number | undefined): string {
  return longest === undefined || text.length <= longest ? text : text.slice(0, longest).trimEnd();
}

/** No fewer entries than a person allows, and no more. */
function between(
  ids: readonly string[],
  before: readonly string[],
  { fewest = 0, most = Infinity }: Field,
): readonly string[] {
  return ids.length < fewest ? before.slice(0, Math.max(fewest, ids.length)) : ids.slice(0, most);
}

function copyEntry(
  list: string,
  from: string,
  to: string,
  now: FlatContent,
  values: Map<string, string>,
  lists: Map<string, readonly string[]>,
): void {
  const own = `${list}.${from}`;
  for (const [path, value] of now.values)
    if (path === own || path.startsWith(`${own}.`)) values.set(`${list}.${to}${path.slice(own.length)}`, value);
  for (const [path, ids] of now.lists)
    if (path.startsWith(`${own}.`)) lists.set(`${list}.${to}${path.slice(own.length)}`, ids);
}

/** Words of a script, about as many letters as a text had. */
function asLong(words: string, value: string): string {
  const letters = Math.max(2, Math.round(value.length * 0.9));
  let text = words;
  while (text.length < letters) text += ` ${words}`;
  const cut = text.slice(0, letters);
  return cut.includes(' ') && words.includes(' ') ? cut.slice(0, Math.max(cut.lastIndexOf(' '), 2)).trim() || cut : cut;
}
