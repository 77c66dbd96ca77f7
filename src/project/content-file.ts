import { schemaLine } from './schema-line.js';
import { existsSync, readFileSync, statSync } from 'node:fs';
import { isAlias, isMap, isScalar, isSeq, LineCounter, parseDocument, stringify, type Document, type Node } from 'yaml';
import { TavrikError } from '../core/errors/tavrik-error.js';
import { PARKED } from './parked-content.js';
import { ID, type Content, type Group, type Value } from '../core/content/values.js';

/** Largest content file, and longest text of a field; bytes, letters. */
const LARGEST = 8 * 1024 * 1024;
const LONGEST = 100_000;
/** Most values of a page: more come of aliases that repeat each other. */
const MOST = 50_000;

/** Reads the content of a page; none if there is no file. @throws TavrikError naming the line */
export function readContentFile(file: string): Content {
  if (!existsSync(file)) return {};
  if (statSync(file).size > LARGEST)
    throw new TavrikError(
      'This file is larger than 8 MB.',
      file,
      'Content is text; put images and videos into files of their own.',
      'too-large',
    );
  return readContentText(readFileSync(file, 'utf8'), file);
}

/** Reads content from YAML, of which JSON is a part. @throws TavrikError naming the line */
export function readContentText(text: string, file: string): Content {
  const conflict = text.split('\n').findIndex((line) => /^(<{7}|={7}|>{7})(\s|$)/.test(line));
  if (conflict >= 0)
    throw new TavrikError(
      'This file has unresolved merge conflicts.',
      `${file}, line ${conflict + 1}`,
      'Choose one version of each, and delete the conflict markers.',
      'conflict',
    );
  const lines = new LineCounter();
  const document = parseDocument(text, { lineCounter: lines, uniqueKeys: true });
  const [error] = document.errors;
  if (error)
    throw new TavrikError(`This is not YAML (${error.message.split('\n')[0]}).`, file, 'Fix the line it names.');
  if (document.contents === null) return {};
  return new Reader(document, lines, file).content();
}

class Reader {
  private count = 0;

  constructor(
    private readonly document: Document.Parsed,
    private readonly lines: LineCounter,
    private readonly file: string,
  ) {}

  content(): Content {
    const { contents } = this.document;
    if (!isMap(contents))
      throw new TavrikError(
        'This file has no sections with fields.',
        this.file,
        'Write it as "section:" with "field: value" lines below.',
        'not-found',
      );
    const record: Record<string, Group> = {};
    for (const { key, value } of contents.items) {
      if (isScalar(key) && key.value === PARKED) continue;
      const name = this.nameOf(key, 'section');
      if (value === null || (isScalar(value) && value.value === null)) continue;
      const node = this.resolved(value);
      if (!isMap(node))
        throw this.problem(node, `"${name}" has no fields.`, 'Write its fields as "field: value" lines below it.');
      record[name] = this.value(node, name) as Group;
    }
    return record;
  }

  private value(given: Node | null, path: string): Value {
    this.count += 1;
    if (this.count > MOST)
      throw this.problem(given, `These are more than ${MOST} values.`, 'Remove aliases that refer to each other.');
    const node = given && this.resolved(given);
    if (node === null) return '';
    if (isScalar(node)) return this.text(node, path);
    if (isSeq(node)) return this.entries(node.items as Node[], path);
    if (!isMap(node)) throw this.problem(node, `"${path}" is not a text, list or group.`, 'Write one text for it.');
    const record: Record<string, Value> = {};
    for (const { key, value } of node.items) {
      const name = this.nameOf(key, path);
      record[name] = this.value(value as Node | null, `${path}.${name}`);
    }
    return record;
  }

  private text(node: { readonly value: unknown; readonly source?: string }, path: string): string {
    if (node.value === null) return '';
    /* As it was written: 0170 is no number, and 8.50 is not 8.5. */
    const text = typeof node.value === 'string' ? node.value : (node.source ?? String(node.value));
    if (text.length > LONGEST)
      throw this.problem(node as Node, `"${path}" is longer than ${LONGEST} letters.`, 'Shorten it.');
    return text;
  }

  private entries(items: readonly Node[], path: string): (string | Group)[] {
    const seen = new Set<string>();
    return items.map((item, at) => {
      const value = this.value(item, `${path}.${at + 1}`);
      if (typeof value === 'string') return value;
      if (Array.isArray(value))
        throw this.problem(item, `Entry ${at + 1} of "${path}" is a list.`, 'Write a text or fields for it.');
      const group = value as Group;
      const id = typeof group[ID] === 'string' && group[ID] ? group[ID] : String(at + 1);
      if (/[.\s]/.test(id))
        throw this.problem(
          item,
          `The id "${id}" of "${path}" holds a dot or a space.`,
          'Use letters, digits and hyphens.',
        );
      if (seen.has(id))
        throw this.problem(item, `"${path}" has two entries with the id "${id}".`, 'Change one of them.');
      seen.add(id);
      return group;
    });
  }

  private resolved(node: Node): Node {
    return isAlias(node) ? ((node.resolve(this.document) as Node | undefined) ?? node) : node;
  }

  private nameOf(key: unknown, path: string): string {
    const name = isScalar(key) ? String(key.source ?? key.value) : '';
    if (name && !name.includes('.')) return name;
    throw this.problem(
      key as Node,
      `"${name}" below "${path}" is not a valid field name.`,
      'Names hold letters, digits and hyphens.',
    );
  }

  private problem(node: Node | null, what: string, todo: string): TavrikError {
    const line = node?.range ? this.lines.linePos(node.range[0]).line : undefined;
    return new TavrikError(what, line === undefined ? this.file : `${this.file}, line ${line}`, todo);
  }
}

/** Content as a file that a person can edit. @param schema where its schema lies, from the file on */
export function writeContent(content: Content, schema?: string): string {
  const head = schema === undefined ? '' : schemaLine(schema);
  return head + stringify(content, { lineWidth: 0, aliasDuplicateObjects: false });
}
