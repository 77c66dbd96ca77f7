import { existsSync, readFileSync } from 'node:fs';
import {
  isMap,
  isScalar,
  isSeq,
  parse,
  parseDocument,
  Scalar,
  visit,
  type Document,
  type Node,
  type YAMLSeq,
} from 'yaml';
import { entriesAt, ID, nest, type FlatContent, type Group, type Value } from '../core/content/values.js';
import { writeFile } from './folder.js';

/* Changes of a content file that leave everything else in it as it was, notes of people too. */

/** A content file that is being changed. */
export type ContentFile = Document;

/**
 * The file as it can be changed. It must have been read without a problem before. Every value is a text as it was written:
 * 0170 stays 0170.
 */
export function openContent(file: string): ContentFile {
  return parseDocument(existsSync(file) ? readFileSync(file, 'utf8') : '{}\n', { schema: 'failsafe' });
}

export function saveContent(file: string, document: ContentFile): void {
  if (isMap(document.contents)) document.contents.flow = false;
  writeFile(file, document.toString({ lineWidth: 0 }));
}

/** The keys of a path in a file: names, and numbers for the entries of lists. */
function keysOf(document: ContentFile, path: string): (string | number)[] {
  const keys: (string | number)[] = [];
  for (const part of path.split('.')) {
    const here = keys.length ? document.getIn(keys) : document.contents;
    keys.push(isSeq(here) ? indexOf(here, part) : part);
  }
  return keys;
}

/** Where the entry of an id is; entries without one are known by their number. */
function indexOf(list: YAMLSeq, id: string): number {
  const at = list.items.findIndex((item) => isMap(item) && String(item.get(ID)) === id);
  return at >= 0 ? at : Number(id) - 1;
}

/** Sets a text. Notes beside it stay. */
export function setValue(document: ContentFile, path: string, value: string): void {
  const keys = keysOf(document, path);
  const before = document.getIn(keys, true);
  const scalar = isScalar(before) ? before : new Scalar('');
  scalar.value = value;
  written(scalar);
  if (scalar !== before) document.setIn(keys, scalar);
}

/** Has a text written so that it is read as a text: lines as lines, and what would be a number or nothing in quotes. */
function written(scalar: Scalar): void {
  const value = String(scalar.value);
  delete scalar.source;
  if (value.includes('\n')) scalar.type = 'BLOCK_LITERAL';
  else if (value === '' || isOther(value)) scalar.type = 'QUOTE_DOUBLE';
  else delete scalar.type;
}

function isOther(value: string): boolean {
  try {
    return typeof parse(value) !== 'string';
  } catch {
    return false;
  }
}

/** A value as a node of the file. */
function nodeOf(document: ContentFile, value: Value): Node {
  const node = document.createNode(value);
  visit(node, { Scalar: (key, scalar) => (key === 'key' ? undefined : written(scalar)) });
  return node;
}

/** Puts an entry into a list, before the one that is there. @param at its place, from 0 on */
export function addEntry(document: ContentFile, list: string, entry: string | Group, at: number): void {
  listAt(document, list).items.splice(at, 0, nodeOf(document, entry));
}

export function removeEntry(document: ContentFile, list: string, id: string): void {
  const found = listAt(document, list);
  found.items.splice(indexOf(found, id), 1);
}

export function moveEntry(document: ContentFile, list: string, id: string, at: number): void {
  const found = listAt(document, list);
  const [entry] = found.items.splice(indexOf(found, id), 1);
  if (entry !== undefined) found.items.splice(at, 0, entry);
}

/** Puts a whole list in, where the file has none of that name yet. */
export function setList(document: ContentFile, list: string, entries: Value): void {
  document.setIn(keysOf(document, list), nodeOf(document, entries));
}

export function hasList(document: ContentFile, list: string): boolean {
  return isSeq(document.getIn(keysOf(document, list)));
}

/** Brings a file from what it says to something else; what is the same stays as it stands, with the notes of people. */
export function bringTo(document: ContentFile, before: FlatContent, after: FlatContent): void {
  /* A list that becomes a group is taken out whole: all that was in it is put in anew. */
  const gone = [...before.lists.keys()].filter((list) => !after.lists.has(list));
  const isAnew = (path: string): boolean => gone.some((list) => path.startsWith(`${list}.`));
  const changed = [...after.lists]
    .filter(([list, ids]) => isAnew(list) || before.lists.get(list)?.join() !== ids.join())
    .map(([list]) => list);
  const lists = changed.filter((list) => !changed.some((other) => list.startsWith(`${other}.`)));
  const isApart = (path: string): boolean => !lists.some((list) => path.startsWith(`${list}.`));
  for (const path of [...before.lists.keys(), ...before.values.keys()])
    if (isApart(path) && !after.values.has(path) && !after.lists.has(path)) remove(document, path);
  const whole = nest(after);
  for (const list of lists) setList(document, list, entriesAt(whole, list));
  for (const [path, value] of after.values)
    if (isApart(path) && (isAnew(path) || before.values.get(path) !== value)) setValue(document, path, value);
}

/** Takes a field out, and the groups that it leaves empty. */
function remove(document: ContentFile, path: string): void {
  for (let keys = keysOf(document, path); keys.length; keys = keys.slice(0, -1)) {
    const here = document.getIn(keys);
    if (isMap(here) && here.items.length > 0) return;
    if (document.hasIn(keys)) document.deleteIn(keys);
  }
}

function listAt(document: ContentFile, list: string): YAMLSeq {
  const found = document.getIn(keysOf(document, list));
  if (!isSeq(found)) throw new Error(`${list} is not a list`);
  return found;
}
