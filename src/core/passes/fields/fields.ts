import { LAYOUT_KINDS } from '../../document/element-kinds.js';
import { required } from '../../data/required.js';
import { BACKGROUND, hasBackground } from '../../content/backgrounds.js';
import { ICON } from '../../content/icons.js';
import { FLAGS } from '../../content/looks.js';
import { isArticle, isBlock } from '../../content/blocks.js';
import { isCode, isLineNumbers } from '../../content/code.js';
import { ID, LOOK } from '../../content/values.js';
import type { ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { elements, isElement, isWords, textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import { NameGiver, nth } from '../../text/words.js';
import type { Pass } from '../pass.js';
import { alikeRich } from './rich-entries.js';
import { isRich, plainEntry } from './rich-texts.js';
import { isWrittenInOne } from './articles.js';
import { clonesIn } from './clones.js';
import { runsIn, type EntryRun } from './lists.js';
import {
  COLUMN,
  handedOn,
  hasControl,
  LONGEST,
  nameIn,
  onlyChild,
  saysOne,
  scopeOf,
  spoken,
  stripped,
  textName,
  type Scope,
} from './naming.js';
import { announced, isBrand, isMenu } from './header-names.js';
import { Labels } from './labels.js';
import { pressed, saysOf } from './says.js';
import { Slots } from './slots.js';
import { columnsOf, isHead } from './tables.js';
import { withShortWordings } from './wordings.js';
import { headingsIn, isDecoration, isOrnament, titlesOf, wordFor } from './roles.js';
import { EDITABLE, isSaid, NAMES, opens, sentIn, switchesLast, unwritten } from './field-attributes.js';

/**
 * A pass that gives every word, picture and link a field with a speaking name, by section, group and list.
 *
 * Before: a card among three alike, after: `entry: { list: "membership.cards", id: "household" }`, its words with
 * `field: "membership.cards.household.heading"`.
 * @param richFrom from how many words on words of a text may be set off as CommonMark; without it, where some are in the source
 */
export function fieldsPass(richFrom?: number): Pass {
  return {
    name: 'fields',
    does: 'names a field for every text, image and link, and the lists that they are entries of',
    run(document) {
      const body = stripped(document.body) as ElementNode;
      const sections = new NameGiver();
      for (const taken of ['page', 'site']) sections.give(taken);
      const named = new Naming(document, sections, richFrom, body).element(body, scopeOf('page', body));
      return { ...document, body: withShortWordings(named, document) };
    },
  };
}

/** The pass where nobody decided otherwise. */
export const fields: Pass = fieldsPass();

/** What the words in an element are called: terms and what is said of them are what their list makes of them. */
function saidWord(node: ElementNode, { word }: Scope): string | undefined {
  return word !== undefined && /^d[td]$/.test(node.element) ? word : wordFor(node);
}

class Naming {
  private readonly labels: Labels;
  private readonly clones: ReadonlySet<PageNode>;
  private readonly sent: ReadonlySet<ElementNode>;
  private readonly groups = new Map<ElementNode, Scope>();
  /** The last brief text that was named: what comes after it may be what it announces. */
  private before = '';

  constructor(
    private readonly document: PageDocument,
    private readonly sections: NameGiver,
    private readonly richFrom: number | undefined,
    body: ElementNode,
  ) {
    this.labels = new Labels(body);
    this.clones = clonesIn({ ...document, body });
    this.sent = sentIn(body);
  }

  element(node: ElementNode, outer: Scope): ElementNode {
    const scope = this.enter(node, outer);
    const word = scope.path === outer.path ? (saidWord(node, scope) ?? scope.word) : scope.word;
    const icon = this.icon(node, scope);
    const own = icon ?? this.background(node, scope) ?? (isDecoration(node) ? undefined : this.attributes(node, scope));
    const inner: Scope = { ...scope, ...(word === undefined ? {} : { word }), ...(own?.scope ?? {}) };
    if (isCode(node) && isLineNumbers(node)) return node;
    if (this.isWhole(node, inner)) {
      const { children, ...rest } = node;
      return {
        ...rest,
        ...(own?.fields ? { fields: own.fields } : {}),
        rich: this.words(node, inner),
        ...(children ? { children: isArticle(node) ? this.things(children, inner) : children } : {}),
      };
    }
    const children = node.children && this.children(node, inner);
    const fields = own?.fields ? { fields: own.fields, ...switchesLast(node, own.fields) } : {};
    return { ...node, ...fields, ...(children ? { children } : {}) };
  }

  /** What stands between the blocks of an article has fields of its own. */
  private things(children: readonly PageNode[], { word: _, ...scope }: Scope): PageNode[] {
    return children.map((child) => (isElement(child) && !isBlock(child) ? this.element(child, scope) : child));
  }

  /** In entries of a list an icon says what each is about: it can be exchanged for another one of the page. */
  private icon(
    node: ElementNode,
    scope: Scope,
  ): { readonly fields: Record<string, string>; readonly scope?: undefined } | undefined {
    if (node.kind !== 'icon' || node.markup === undefined || !scope.icons) return undefined;
    return { fields: { [ICON]: `${scope.path}.${nameIn(scope, node, ICON, () => nth(scope.giver, 'icon'))}` } };
  }

  private background(
    node: ElementNode,
    scope: Scope,
  ): { readonly fields: Record<string, string>; readonly scope?: undefined } | undefined {
    if (!hasBackground(node, this.document)) return undefined;
    const name = nameIn(scope, node, BACKGROUND, () => nth(scope.giver, 'background'));
    return { fields: { [BACKGROUND]: `${scope.path}.${name}` } };
  }

  private children(node: ElementNode, scope: Scope): PageNode[] {
    const runs = new Map<PageNode, EntryRun>();
    for (const run of runsIn(node, this.clones)) for (const entry of run.entries) runs.set(entry, run);
    const done = new Map<PageNode, PageNode>();
    const columns = node.element === 'table' ? columnsOf(node) : scope.columns;
    const own = columns ? { ...scope, columns } : scope;
    let pair: Scope | undefined;
    return (node.children ?? []).map((child) => {
      const run = runs.get(child);
      if (run && !done.has(child))
        this.entries(run, own).forEach((entry, at) => done.set(required(run.entries[at]), entry));
      const named = done.get(child);
      if (named) return named;
      if (this.clones.has(child)) return child;
      if (!isElement(child)) return this.text(child, own);
      if (node.kind === 'question' && /^d[td]$/.test(child.element))
        return this.element(child, { ...own, word: child.element === 'dt' ? 'question' : 'answer' });
      if (scope.root === node && /^d[td]$/.test(child.element)) return this.element(child, own);
      if (child.element === 'dt') pair = this.group(child, 'term', child, own);
      if (child.element === 'dt' || child.element === 'dd') return this.element(child, pair ?? own);
      if (child.element === 'label' && !hasControl(child)) {
        pair = this.labelled(child, own) ?? this.group(child, 'field', child, own);
        return this.element(child, { ...pair, pair });
      }
      const message = this.labels.holderOf(child, node);
      if (message) pair = this.labelled(message, own) ?? pair;
      if (message && child !== message)
        return this.element(child, opens(message) ? (pair ?? own) : { ...(pair ?? own), word: 'message' });
      if (child.element !== 'td' && child.element !== 'th') return this.element(child, pair ? { ...own, pair } : own);
      const column = own.columns?.get(child);
      return this.element(child, { ...own, word: node.children && isHead(node) ? COLUMN : (column ?? 'cell') });
    });
  }

  /** A section, a group under a heading of its own, or the scope that it is in. */
  private enter(node: ElementNode, scope: Scope): Scope {
    if (node.kind === 'section') this.before = '';
    if (node.kind === 'section')
      return scopeOf(
        this.sections.give(/\p{L}/u.test(node.name) ? slug(node.name, LONGEST) || 'section' : 'section'),
        node,
        node.element === 'nav' ? { nav: true } : {},
      );
    if (node.kind === 'menu' || node.element === 'nav') return { ...scope, nav: true };
    if (!LAYOUT_KINDS.has(node.kind) && node.kind !== 'card' && node.kind !== 'picture-box') return scope;
    if (isWrittenInOne(node, this.document)) return scope;
    const own = headingsIn(node);
    const all = headingsIn(scope.root);
    const isPart = own.length === 1 && all.length > 1 && node !== scope.root && all[0] !== own[0];
    if (!isPart) return scope;
    return this.group(required(own[0]), 'part', node, scope);
  }

  /** The group of a control and its label, wherever these two stand; undefined for what has no partner. */
  private labelled(node: ElementNode, scope: Scope): Scope | undefined {
    const label = this.labels.of(node);
    if (!label) return undefined;
    const known = this.groups.get(label) ?? this.group(label, 'field', label, scope);
    this.groups.set(label, known);
    return known;
  }

  /** A group that is called by the words of an element, as far as these can name it. */
  private group(by: ElementNode, otherwise: string, node: ElementNode, scope: Scope): Scope {
    const name = nameIn(scope, by, 'group', (words) => nth(scope.giver, slug(words, LONGEST) || otherwise));
    return scopeOf(`${scope.path}.${name}`, node, handedOn(scope));
  }

  /** The entries of a list, each with names of its own; texts alone are known by their numbers. */
  private entries({ name, entries }: EntryRun, scope: Scope): ElementNode[] {
    const [first] = entries as [ElementNode];
    const called = isMenu(entries, scope) ? 'menu' : name;
    const list = `${scope.path}.${nameIn(scope, first, 'list', () => announced(scope.giver, called, this.before))}`;
    const plain = entries.map((entry, at) => plainEntry(entry, `${list}.${at + 1}`, (node) => this.isRich(node)));
    const drawings = entries.map((entry) => [...elements(entry)].flatMap(({ markup }) => markup ?? []).join());
    const icons = new Set(drawings).size > 1;
    if (!icons && plain.every((element) => element !== undefined))
      return alikeRich(
        plain.map((element, at) => ({ ...element, entry: { list, id: String(at + 1) } })),
        this.document,
      );
    const ids = new NameGiver();
    const titles = titlesOf(entries);
    const slots = new Slots(entries, scope.slots?.namesIn(first));
    const named = entries.map((entry, at): ElementNode => {
      const id = ids.give(slug(required(titles[at]), LONGEST) || String(at + 1));
      const own = scopeOf(`${list}.${id}`, entry, {
        slots,
        ...(icons ? { icons } : {}),
        ...(scope.columns ? { columns: scope.columns } : {}),
      });
      for (const taken of [ID, LOOK, ...FLAGS]) own.giver.give(taken);
      return { ...this.element(entry, own), entry: { list, id } };
    });
    this.before = '';
    return alikeRich(named, this.document);
  }

  /** Whether the words of an element are one field: code, an article, or a text. */
  private isWhole(node: ElementNode, { slots }: Scope): boolean {
    if (isCode(node) && textOf(node).trim()) return true;
    return (slots === undefined && isWrittenInOne(node, this.document)) || this.isRich(node);
  }

  private isRich(node: ElementNode): boolean {
    return isRich(node, this.document, this.richFrom);
  }

  private text(node: PageNode, scope: Scope): PageNode {
    if (!isWords(node) || (node.text !== '' && isOrnament(node.text))) return node;
    return { ...node, field: this.words(node, scope) };
  }

  /** The path of the field of a text. */
  private words(node: PageNode, scope: Scope): string {
    const { path, giver, word, seen } = scope;
    const { before } = this;
    const name = word ?? textName(node, scope);
    if (word === 'heading') seen.headings += 1;
    seen.last = name;
    if (name !== 'code') this.before = saysOf(node);
    /* What code says names nothing: what is written before it may. */
    const told = name === 'code' ? before : undefined;
    return `${path}.${nameIn(scope, node, 'words', (words) => spoken(giver, name, told ?? words, told !== undefined))}`;
  }

  /** The fields of an element's attributes, and the scope of the words in it: they belong together. */
  private attributes(
    node: ElementNode,
    scope: Scope,
  ): { readonly fields?: Record<string, string>; readonly scope?: Partial<Scope> } | undefined {
    if (pressed(node)) {
      const name = nameIn(scope, node, 'own', (words) => spoken(scope.giver, 'button', words));
      return { fields: { value: `${scope.path}.${name}` } };
    }
    const named = Object.entries(EDITABLE[node.element] ?? {}).filter(([name]) => isSaid(node, name));
    const names = [...named, ...unwritten(node, this.document.styles, this.sent.has(node))];
    if (node.element === 'form' && names.length) {
      const own = `${scope.path}.${spoken(scope.giver, 'form', '')}`;
      return { fields: Object.fromEntries(names.map(([name, part]) => [name, `${own}.${part}`])) };
    }
    if (node.element === 'details' && scope.root === node) return { fields: { open: `${scope.path}.open` } };
    if (names.length === 0 && !/^(label|select|button)$/.test(node.element)) return undefined;
    const kind = node.kind === 'button' ? 'button' : (NAMES[node.element] ?? node.kind);
    const isEntry = scope.root === node || onlyChild(scope.root) === node;
    const make = (words: string): string => {
      if (kind === 'link' && isBrand(node, scope)) return scope.giver.give('brand');
      return spoken(scope.giver, kind === 'field' ? slug(words, LONGEST) || kind : kind, words);
    };
    if (node.element === 'label' && scope.pair) return { scope: { word: 'label' } };
    const label = this.labelled(node, scope) ?? scope.pair ?? (scope.root.element === 'label' ? scope : undefined);
    if (label && /^(input|textarea|select)$/.test(node.element)) {
      /* What a label stands before, or around, has its fields beside the label's. */
      return { fields: Object.fromEntries(names.map(([name, part]) => [name, `${label.path}.${part}`])), scope: label };
    }
    const own = isEntry && node.element === 'a' ? scope.path : `${scope.path}.${nameIn(scope, node, 'own', make)}`;
    const fields = Object.fromEntries(names.map(([name, part]) => [name, `${own}.${part}`]));
    /* What is no more than words in a link is its label; what else is in it stands by itself. */
    const within =
      own === scope.path
        ? { word: saysOne(node) ? 'label' : undefined }
        : { ...scopeOf(own, node, handedOn(scope)), word: saysOne(node) ? 'label' : undefined };
    return { fields, scope: within as Partial<Scope> };
  }
}
