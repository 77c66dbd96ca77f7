import { required } from '../data/required.js';
import type { FieldType } from '../document/field-types.js';
import type { ElementNode, PageDocument, PageNode } from '../document/types.js';
import { isElement, isWords } from '../document/walk.js';
import { originalValues } from './source-values.js';
import { recognised, type FieldUse } from './field-behaviour.js';
import { wholePath } from './short-wordings.js';
import { ID } from './values.js';

/** A place in a page that a client fills. */
export interface Field {
  readonly name: string;
  /** From its section on, with dots; in entries of a list with a star in the place of their id. */
  readonly path: string;
  /** What a client calls it. */
  readonly label: string;
  readonly type: FieldType;
  readonly required: boolean;
  /** What the source says there. */
  readonly example?: string;
  /** How it is written: what a person should know before writing. */
  readonly help?: string;
  /** More letters than this will hardly fit. */
  readonly longest?: number;
  /** Of a list: entries at least, and at most. */
  readonly fewest?: number;
  readonly most?: number;
  /** It is seen and cannot be changed. */
  readonly locked?: true;
  /** Of code: the language, by the name that highlighters know it by. */
  readonly language?: string;
  /** Of a choice. */
  readonly choices?: readonly string[];
  /** Of a group, and of each entry of a list. */
  readonly fields?: readonly Field[];
}

/** A part of a page as a client sees it. */
export interface Region {
  readonly name: string;
  readonly label: string;
  readonly fields: readonly Field[];
}

/** A page never changes: its regions are found once. */
const KNOWN = new WeakMap<PageDocument, readonly Region[]>();

/** The regions of a page with their fields, in the order of the page. */
export function regionsOf(document: PageDocument): readonly Region[] {
  const known = KNOWN.get(document) ?? regionsIn(document);
  KNOWN.set(document, known);
  return known;
}

function regionsIn(document: PageDocument): Region[] {
  const source = originalValues(document);
  const uses = usesIn(document.body);
  const labels = sectionLabels(document.body);
  const build = new Build(document, source.values, source.lists, uses);
  const sections = [
    ...new Set([...source.values.keys(), ...source.lists.keys()].map((path) => required(path.split('.')[0]))),
  ];
  return sections.map((name) => ({
    name,
    label: document.fieldRules?.[name]?.label ?? labels.get(name) ?? inWords(name),
    fields: build.below([name], [name]),
  }));
}

class Build {
  private readonly paths: readonly (readonly string[])[];
  /** Every path, and every path on the way to one. */
  private readonly known = new Set<string>();

  constructor(
    private readonly document: PageDocument,
    private readonly values: ReadonlyMap<string, string>,
    private readonly lists: ReadonlyMap<string, readonly string[]>,
    private readonly uses: ReadonlyMap<string, FieldUse>,
  ) {
    this.paths = [...new Set([...values.keys(), ...lists.keys()])].map((path) => path.split('.'));
    for (const path of this.paths) path.forEach((_, at) => this.known.add(path.slice(0, at + 1).join('.')));
  }

  /** The fields right below some paths that stand for each other: one, or the entries of a list. @param shown the path as it is told */
  below(
    parent: readonly string[],
    shown: readonly string[],
    fellows: readonly (readonly string[])[] = [parent],
  ): Field[] {
    const names: string[] = [];
    for (const fellow of fellows)
      for (const path of this.paths) {
        const name = path[fellow.length];
        if (name !== undefined && name !== ID && !names.includes(name) && fellow.every((part, at) => path[at] === part))
          names.push(name);
      }
    return names.map((name) => {
      const own = fellows.map((fellow) => [...fellow, name].join('.'));
      const known = own.filter((path) => this.known.has(path));
      return this.field(name, [...shown, name].join('.'), known, known.length === fellows.length);
    });
  }

  /** A field as the page has it, with what a person said of it. */
  private field(name: string, path: string, fellows: readonly string[], everywhere: boolean): Field {
    const { locked, ...said } = this.document.fieldRules?.[path] ?? {};
    const around = path
      .split('.')
      .some((_, at, parts) => this.document.fieldRules?.[parts.slice(0, at + 1).join('.')]?.locked);
    return { ...this.drawn(name, path, fellows, everywhere), ...said, ...(locked || around ? { locked: true } : {}) };
  }

  private drawn(name: string, path: string, fellows: readonly string[], everywhere: boolean): Field {
    const [first] = fellows as [string, ...string[]];
    const label = inWords(name);
    const list = fellows.find((fellow) => this.lists.has(fellow));
    if (list !== undefined) {
      const entries = fellows.flatMap((fellow) =>
        (this.lists.get(fellow) ?? []).map((id) => [...fellow.split('.'), id]),
      );
      const plain = entries.every((entry) => this.values.has(entry.join('.')));
      const fields = plain
        ? [
            this.leaf(
              'text',
              `${path}.*`,
              entries.map((entry) => entry.join('.')),
              true,
            ),
          ]
        : this.below([], [...path.split('.'), '*'], entries);
      return { name, path, label, type: name === 'menu' ? 'menu' : 'list', required: false, fields };
    }
    if (this.values.has(first)) return { ...this.leaf(name, path, fellows, everywhere), label };
    const fields = this.below(
      [],
      path.split('.'),
      fellows.map((fellow) => fellow.split('.')),
    );
    const parts = new Set(fields.map((field) => field.name));
    return {
      name,
      path,
      label,
      type: this.groupType(first, parts),
      required: everywhere && fields.some(({ required }) => required),
      fields,
    };
  }

  /** What several fields are together. */
  private groupType(path: string, parts: ReadonlySet<string>): FieldType {
    const holder = this.uses.get(`${path}.address`)?.node.element;
    if (holder === 'form') return 'form';
    if (holder === 'iframe') return 'embed';
    if (parts.has('address') && parts.size <= 4) return 'link';
    if (!parts.has('file')) return 'group';
    return /^(video|audio|source)$/.test(this.uses.get(`${path}.file`)?.node.element ?? '') ? 'video' : 'picture';
  }

  private leaf(name: string, path: string, fellows: readonly string[], everywhere: boolean): Field {
    const texts = fellows.map((fellow) => this.values.get(fellow) ?? '');
    const use = this.uses.get(fellows[0] ?? '');
    const {
      type,
      required = false,
      ...details
    } = recognised(
      { name, texts, everywhere, document: this.document, ...(use ? { use } : {}) },
      !use?.rich && wholePath(fellows[0] ?? '', (whole) => this.values.has(whole)) !== undefined,
    );
    return { name, path, label: inWords(name), example: texts[0] ?? '', type, required, ...details };
  }
}

function usesIn(body: ElementNode): ReadonlyMap<string, FieldUse> {
  const found = new Map<string, FieldUse>();
  const visit = (node: PageNode, parent: ElementNode): void => {
    if (isWords(node)) {
      if (node.field && !found.has(node.field)) found.set(node.field, { node: parent });
      return;
    }
    for (const [attribute, path] of Object.entries(node.fields ?? {}))
      if (!found.has(path)) found.set(path, { node, attribute });
    if (node.rich && !found.has(node.rich)) found.set(node.rich, { node, rich: true });
    for (const child of node.children ?? []) visit(child, node);
  };
  visit(body, body);
  return found;
}

/** What sections are called, by the name that their fields begin with. */
function sectionLabels(body: ElementNode): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  const visit = (node: ElementNode): void => {
    if (node.kind === 'section') {
      const [first] = firstPath(node);
      if (first && !found.has(first)) found.set(first, node.name);
    }
    for (const child of node.children ?? []) if (isElement(child)) visit(child);
  };
  visit(body);
  return found;
}

function firstPath(node: PageNode): string[] {
  if (isWords(node)) return node.field ? [required(node.field.split('.')[0])] : [];
  const own = [...Object.values(node.fields ?? {}), ...(node.rich ? [node.rich] : [])];
  if (own[0]) return [required(own[0].split('.')[0])];
  for (const child of node.children ?? []) {
    const found = firstPath(child);
    if (found.length) return found;
  }
  return [];
}

/** `take-a-telescope-home` → `Take a telescope home`. */
export function inWords(name: string): string {
  const words = name.replace(/-/g, ' ');
  return words.charAt(0).toUpperCase() + words.slice(1);
}
