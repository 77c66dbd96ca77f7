import { existsSync, readFileSync } from 'node:fs';
import { isMap, isSeq, parseDocument, Scalar, type Document, type YAMLMap, type YAMLSeq } from 'yaml';
import { ID, type Group, type Value } from '../core/content/values.js';
import { writeFile } from './folder.js';

/* Changes of a content file that leave everything else in it as it was, notes of people too. */

/** A content file that is being changed. */
export type ContentFile = Document;

/** The file as it can be changed. It must have been read without a problem before. */
export function openContent(file: string): ContentFile {
  return parseDocument(existsSync(file) ? readFileSync(file, 'utf8') : '{}\n');
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
  const at = list.items.findIndex((item) => isMap(item) && String((item as YAMLMap).get(ID)) === id);
  return at >= 0 ? at : Number(id) - 1;
}

export function setValue(document: ContentFile, path: string, value: string): void {
  const scalar = new Scalar(value);
  if (value.includes('\n')) scalar.type = 'BLOCK_LITERAL';
  document.setIn(keysOf(document, path), scalar);
}

/** Puts an entry into a list, before the one that is there. @param at its place, from 0 on */
export function addEntry(document: ContentFile, list: string, entry: string | Group, at: number): void {
  listAt(document, list).items.splice(at, 0, document.createNode(entry as Value));
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
  document.setIn(keysOf(document, list), document.createNode(entries));
}

export function hasList(document: ContentFile, list: string): boolean {
  return isSeq(document.getIn(keysOf(document, list)));
}

function listAt(document: ContentFile, list: string): YAMLSeq {
  const found = document.getIn(keysOf(document, list));
  if (!isSeq(found)) throw new Error(`${list} is no list`);
  return found;
}
