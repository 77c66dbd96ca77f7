import { required } from '../data/required.js';
import { DOMParser, type Document, type Element, type Node } from '@xmldom/xmldom';
import { TavrikError } from '../errors/tavrik-error.js';
import { inlinesOf, markdownOf, type Inline, type RunKind } from './inline-marks.js';

/** Texts to be translated, as XLIFF 2.1 (OASIS Standard, 2018): a unit for each field, placeholders for what is set off. */

/** One text. */
export interface Unit {
  /** Path of the field. */
  readonly path: string;
  readonly label: string;
  readonly help?: string;
  /** Both as CommonMark if it is rich, else as they are. */
  readonly rich: boolean;
  readonly source: string;
  readonly target?: string;
}

/** Text as XML has it; what XML 1.0 cannot hold goes. */
function escaped(text: string): string {
  const names: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
  const bare = text.replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, ''); // eslint-disable-line no-control-regex
  return bare.replace(/[&<>"]/g, (sign) => names[sign] ?? sign);
}

const NAMESPACE = 'urn:oasis:names:tc:xliff:document:2.0';
/** What a run is, for tools that show it (XLIFF 2.1, 4.7.3, fs and the sub-types of its own). */
const TYPES: Readonly<Record<RunKind, string>> = {
  strong: 'type="fmt" subType="xlf:b"',
  emphasis: 'type="fmt" subType="xlf:i"',
  link: 'type="link"',
  code: 'type="fmt" subType="tavrik:code"',
  named: 'type="other"',
};

/** A page as an XLIFF file. @param languages as BCP 47 tags */
export function writeXliff(
  page: string,
  languages: { readonly source: string; readonly target: string },
  units: readonly Unit[],
): string {
  const lines = units.map((unit, at) => unitText(unit, at + 1));
  return [
    '<?xml version="1.0" encoding="UTF-8"?>',
    `<xliff xmlns="${NAMESPACE}" version="2.1" srcLang="${escaped(languages.source)}" trgLang="${escaped(languages.target)}">`,
    `  <file id="${escaped(page)}" original="content/${escaped(page)}.yaml">`,
    ...lines,
    '  </file>',
    '</xliff>',
    '',
  ].join('\n');
}

function unitText({ path, label, help, rich, source, target }: Unit, number: number): string {
  const data = new Map<string, string>();
  const written = (value: string): string => (rich ? inlineText(inlinesOf(value), data, { next: 1 }) : escaped(value));
  const [from, to] = [written(source), target === undefined ? undefined : written(target)];
  const notes = [label, ...(help ? [help] : [])].map((note) => `        <note>${escaped(note)}</note>`);
  return [
    `    <unit id="u${number}" name="${escaped(path)}">`,
    '      <notes>',
    ...notes,
    '      </notes>',
    ...(data.size
      ? [
          '      <originalData>',
          ...[...data].map(([mark, id]) => `        <data id="${id}">${escaped(mark)}</data>`),
          '      </originalData>',
        ]
      : []),
    `      <segment${to === undefined ? '' : ' state="translated"'}>`,
    `        <source xml:space="preserve">${from}</source>`,
    ...(to === undefined ? [] : [`        <target xml:space="preserve">${to}</target>`]),
    '      </segment>',
    '    </unit>',
  ].join('\n');
}

/** @param data ids of the marks that were met, by the mark */
function inlineText(inlines: readonly Inline[], data: Map<string, string>, count: { next: number }): string {
  const idOf = (mark: string): string => {
    if (!data.has(mark)) data.set(mark, `d${data.size + 1}`);
    return required(data.get(mark));
  };
  return inlines
    .map((inline) => {
      if (inline.type === 'words') return escaped(inline.text);
      const id = count.next++;
      if (inline.type === 'break') return `<ph id="${id}" type="fmt" subType="xlf:lb" dataRef="${idOf(inline.mark)}"/>`;
      const [start, end] = [idOf(inline.open), idOf(inline.close)];
      return `<pc id="${id}" ${TYPES[inline.kind]} dataRefStart="${start}" dataRefEnd="${end}">${inlineText(inline.inside, data, count)}</pc>`;
    })
    .join('');
}

/** What an XLIFF file says. */
export interface Translation {
  readonly source: string;
  readonly target: string;
  /** The pages (`file`) in it, by their ids. */
  readonly pages: ReadonlyMap<string, readonly TranslatedUnit[]>;
}

/** A unit as a translator gave it back. */
export interface TranslatedUnit {
  readonly path: string;
  readonly line: number;
  /** As its field would have it: CommonMark if the field is rich. */
  readonly source: (rich: boolean) => string;
  /** Undefined if it is not translated yet. */
  readonly target: ((rich: boolean) => string) | undefined;
  /** Ids of placeholders that the translation lost. */
  readonly lost: readonly string[];
}

/** Reads an XLIFF 2 file. @throws TavrikError naming what is wrong, with its line */
export function readXliff(text: string, file: string): Translation {
  if (/<!DOCTYPE|<!ENTITY/i.test(text))
    throw new TavrikError(
      'This file has a document type declaration.',
      file,
      'XLIFF does not allow one: export the texts again.',
    );
  const root = parsed(text, file).documentElement;
  const version = root?.getAttribute('version') ?? '';
  if (root?.localName !== 'xliff' || root.namespaceURI !== NAMESPACE || !/^2\.\d$/.test(version))
    throw new TavrikError('This is not XLIFF 2.', file, 'Give a file that tavrik content export --format xliff wrote.');
  const [source, target] = [root.getAttribute('srcLang') ?? '', root.getAttribute('trgLang') ?? ''];
  if (!target)
    throw new TavrikError(
      'The target language is missing.',
      `${file}, line ${lineOf(root)}`,
      'Set trgLang of <xliff>.',
      'not-found',
    );
  const pages = new Map(
    [...named(root, 'file')].map(
      (page) => [page.getAttribute('id') ?? '', [...named(page, 'unit')].map((unit) => unitOf(unit, file))] as const,
    ),
  );
  return { source, target, pages };
}

function parsed(text: string, file: string): Document {
  try {
    return new DOMParser({
      onError: (level, message) => {
        if (level !== 'warning') throw new Error(message);
      },
    }).parseFromString(text.replace(/^\uFEFF/, ''), 'application/xml');
  } catch (error) {
    throw new TavrikError(
      `This is not XML (${(error as Error).message.split('\n')[0]}).`,
      file,
      'Fix it, or export it again.',
    );
  }
}

function unitOf(unit: Element, file: string): TranslatedUnit {
  const line = lineOf(unit);
  const path = unit.getAttribute('name') ?? '';
  if (!path)
    throw new TavrikError(
      'A unit has no field name.',
      `${file}, line ${line}`,
      'Keep the name of each <unit>.',
      'not-found',
    );
  const data = new Map(
    [...named(unit, 'data')].map((element) => [element.getAttribute('id') ?? '', element.textContent ?? '']),
  );
  const segments = [...named(unit, 'segment')];
  const sides = (side: string): Element[] => segments.flatMap((segment) => [...named(segment, side)].slice(0, 1));
  const [from, to] = [sides('source'), sides('target')];
  const value =
    (of: readonly Element[]) =>
    (rich: boolean): string =>
      of.map((element) => (rich ? markdownOf(inlinesIn(element, data)) : (element.textContent ?? ''))).join('');
  const isDone = to.length === segments.length && to.some((element) => element.textContent?.trim());
  const ids = new Set(to.flatMap(placeholders));
  const lost = isDone ? from.flatMap(placeholders).filter((id) => !ids.has(id)) : [];
  return { path, line, source: value(from), target: isDone ? value(to) : undefined, lost };
}

function placeholders(side: Element): string[] {
  return ['pc', 'ph'].flatMap((name) => [...named(side, name)].map((element) => element.getAttribute('id') ?? ''));
}

function inlinesIn(parent: Node, data: ReadonlyMap<string, string>): Inline[] {
  const found: Inline[] = [];
  for (let node = parent.firstChild; node; node = node.nextSibling) {
    if (node.nodeType === 3 || node.nodeType === 4) found.push({ type: 'words', text: node.nodeValue ?? '' });
    if (node.nodeType !== 1) continue;
    const element = node as Element;
    const mark = (name: string): string => data.get(element.getAttribute(name) ?? '') ?? '';
    if (element.localName === 'ph') found.push({ type: 'break', mark: mark('dataRef') });
    else if (element.localName === 'pc') {
      const open = mark('dataRefStart');
      const kind = KINDS[open.slice(0, 2)] ?? KINDS[open.slice(0, 1)] ?? 'emphasis';
      found.push({ type: 'run', kind, open, close: mark('dataRefEnd'), inside: inlinesIn(element, data) });
    } else found.push(...inlinesIn(element, data));
  }
  return found;
}

/** Kinds of runs by what opens them. */
const KINDS: Readonly<Record<string, RunKind>> = {
  '`': 'code',
  '[': 'link',
  '**': 'strong',
  '*': 'emphasis',
  '{': 'named',
};

function* named(parent: Element, name: string): Generator<Element> {
  const all = parent.getElementsByTagNameNS(NAMESPACE, name);
  for (let at = 0; at < all.length; at += 1) yield required(all.item(at));
}

function lineOf(node: Node): number {
  return (node as Node & { readonly lineNumber?: number }).lineNumber ?? 1;
}
