import { required } from '../core/data/required.js';
import { sha256 } from '../core/text/hash.js';
import { cssFromTop, filledElsewhere, fromTop, shownPage, type FilledDocument } from '../core/sites/shown-page.js';
import { factsId, filledWith, FOOTER, HEADER } from '../core/sites/items.js';
import { originalValues } from '../core/content/source-values.js';
import { regionsOf, type Field, type Region } from '../core/content/regions.js';
import { holdsFields } from '../core/document/field-types.js';
import type { Content } from '../core/content/values.js';
import type { PageDocument } from '../core/document/types.js';
import { renderCss } from '../core/render/css.js';
import { MANIFEST } from '../core/render/head.js';
import { renderHtml } from '../core/render/html.js';
import { indexFiles } from '../core/render/index-files.js';
import { withTokens } from '../core/tokens/apply.js';
import { paletteOf } from '../core/tokens/palette.js';
import type { Store } from './store/store.js';
import type { ItemState, ItemRecord } from './store/item-records.js';

/** A page as it goes to a browser. */
export interface RenderedItem {
  readonly html: string;
  readonly css: string;
  /** Changes when anything of it changes. */
  readonly etag: string;
}

/** What is asked for. */
export interface Showing {
  readonly which: 'draft' | 'published';
  readonly marked?: boolean;
  /** Values that are not saved yet. */
  readonly instead?: Content;
}

/** Pages that were made are kept, as long as nothing of them changes. */
const MOST_KEPT = 500;
/** Made for search engines and browsers, as long as nobody put files of these names there. */
const INDEX_FILES: ReadonlySet<string> = new Set(['sitemap.xml', 'robots.txt', MANIFEST]);
/** A sitemap has at most so many (Sitemaps 0.90). */
const MOST_INDEXED = 50_000;
/** Pages that are asked what they have in common. */
const MOST_ASKED = 50;

/** Makes pages of what is in the store. */
export class Shower {
  private readonly kept = new Map<string, RenderedItem>();
  private readonly documents = new Map<string, PageDocument>();
  private readonly sheets = new Map<string, string>();

  constructor(private readonly store: Store) {}

  /** @returns nothing if an item has no such version, or is nothing to look at */
  show(item: ItemRecord, { which, marked = false, instead }: Showing): RenderedItem | undefined {
    const state = this.store.items.state(item, which);
    if (!state?.document) return undefined;
    const key = instead ? undefined : this.keyOf(item, state, which, marked);
    const known = key === undefined ? undefined : this.kept.get(key);
    if (known) return known;
    const result = this.make(item, instead ? { ...state, content: instead } : state, which, marked);
    if (result && key !== undefined) this.keep(key, result);
    return result;
  }

  /** The style sheet of a page that was made. */
  sheet(hash: string): string | undefined {
    return this.sheets.get(hash);
  }

  /** The page document of an item, with the colours of its tokens; kept, since reading one takes longer than filling it. */
  document(state: ItemState): PageDocument | undefined {
    const key = `${state.document} ${state.source} ${this.store.settings.tokenRevision()}`;
    const known = this.documents.get(key);
    if (known) return known;
    const read = this.store.items.document(state.document);
    if (!read) return undefined;
    const tokens = this.store.settings.tokens(state.source);
    const page = withTokens({ ...read, palette: paletteOf(tokens) }, tokens);
    if (this.documents.size >= MOST_KEPT) this.documents.clear();
    this.documents.set(key, page);
    return page;
  }

  /** What a person edits of an item: its regions, without what is the site's. */
  regions(item: ItemRecord, state: ItemState): Region[] {
    const document = this.document(state);
    if (!document) return item.kind === 'facts' ? this.factRegions(state) : [];
    const isPage = item.kind === 'page';
    const parts = isPage && state.framed ? this.parts('draft').map((filled) => filled.document) : [];
    const elsewhere = filledElsewhere(document, parts);
    const facts = this.facts('draft', state);
    const own = regionsOf(document).filter(({ name }) => isPage || name !== 'page');
    return regionsWith(own, (path) => !elsewhere(path) && !says(facts, path));
  }

  /** The fields of values that are said once for the site, as the pages that show them have them. */
  private factRegions({ content: facts, source }: ItemState): Region[] {
    const found = new Map<string, Region>();
    const shown = new Set<string>();
    for (const document of this.documentsOf(source)) {
      for (const region of regionsWith(regionsOf(document), (path) => says(facts, path) && !shown.has(path))) {
        const known = found.get(region.name);
        found.set(region.name, known ? { ...known, fields: [...known.fields, ...region.fields] } : region);
        for (const { path } of leavesIn(region.fields)) shown.add(path);
      }
    }
    return [...found.values()];
  }

  /** A page that has a list, of those that show what is said once for them. */
  documentWith(list: string, { source }: ItemState): PageDocument | undefined {
    return this.documentsOf(source).find((document) => originalValues(document).lists.has(list));
  }

  /** Pages and parts of a project. */
  private documentsOf(source: string | undefined): PageDocument[] {
    return this.store.items.list({ limit: MOST_ASKED }).flatMap((item) => {
      const state = this.store.items.draft(item);
      return state.source === source ? (this.document(state) ?? []) : [];
    });
  }

  /** What search engines and browsers ask a site for, made of what is published; undefined for anything else. */
  indexFile(path: string): string | undefined {
    if (!INDEX_FILES.has(path)) return undefined;
    const pages = this.store.items.list({ kind: 'page', limit: MOST_INDEXED }).flatMap((item) => {
      const state = this.store.items.state(item, 'published');
      const document = state && this.document(state);
      return document && state.path !== undefined ? [{ document, files: [state.path] }] : [];
    });
    /* The page that the site shows by itself says what the site is called. */
    const ordered = [...pages].sort(
      (a, b) => Number(b.files[0] === 'index.html') - Number(a.files[0] === 'index.html'),
    );
    return indexFiles(ordered)[path]?.replaceAll('"src": "assets/', '"src": "/assets/');
  }

  /** Paths of the menus of an item: lists of links in its navigation. */
  menus(item: ItemRecord, state: ItemState): string[] {
    const visit = (fields: readonly Field[]): string[] =>
      fields.flatMap((field) =>
        field.type === 'menu' || isLinks(field) ? [field.path] : field.type === 'list' ? [] : visit(field.fields ?? []),
      );
    return this.regions(item, state).flatMap(({ fields }) => visit(fields));
  }

  private make(item: ItemRecord, state: ItemState, which: Showing['which'], marked: boolean): RenderedItem | undefined {
    const own = this.filled(state, which);
    if (!own) return undefined;
    const parts = item.kind === 'page' && state.framed ? this.around(which) : {};
    const sections = (state.sections ?? []).flatMap((id) => this.filledItem(id, which) ?? []);
    const page = fromTop(shownPage(own, { ...parts, sections, marked }));
    const css = cssFromTop(renderCss(page));
    const name = sheetName(css);
    if (this.sheets.size >= MOST_KEPT) this.sheets.clear();
    this.sheets.set(name, css);
    const file = state.path === undefined ? {} : { file: state.path };
    const html = renderHtml(page, `/-/sheets/${name}.css`, file).replace(
      /(href|src|content)="(assets\/|site\.webmanifest)/g,
      '$1="/$2',
    );
    return { html, css, etag: `"${sha256(html).slice(0, 24)}"` };
  }

  private around(which: Showing['which']): { header?: FilledDocument; footer?: FilledDocument } {
    const [header, footer] = [HEADER, FOOTER].map((id) => this.filledItem(id, which));
    return { ...(header ? { header } : {}), ...(footer ? { footer } : {}) };
  }

  private parts(which: Showing['which']): FilledDocument[] {
    return [HEADER, FOOTER].flatMap((id) => this.filledItem(id, which) ?? []);
  }

  /** What the project of an item says once for all its pages. */
  private facts(which: Showing['which'], { source }: ItemState): Content {
    const item = source === undefined ? undefined : this.store.items.find(factsId(source));
    return (item && this.store.items.state(item, which)?.content) ?? {};
  }

  private filledItem(id: string, which: Showing['which']): FilledDocument | undefined {
    const item = this.store.items.find(id);
    const state = item && this.store.items.state(item, which);
    return state && this.filled(state, which);
  }

  private filled(state: ItemState, which: Showing['which']): FilledDocument | undefined {
    const document = this.document(state);
    return document && { document, content: filledWith(state.content, this.facts(which, state)) };
  }

  /** Says everything that a page is made of: versions of its own and of what stands around it. */
  private keyOf(item: ItemRecord, state: ItemState, which: Showing['which'], marked: boolean): string {
    const { items, settings } = this.store;
    const others = [
      ...(state.framed ? [HEADER, FOOTER] : []),
      ...(state.sections ?? []),
      ...items.list({ kind: 'facts', limit: MOST_ASKED }).map(({ id }) => id),
    ].map((id) => versionOf(items.find(id), which));
    return JSON.stringify([item.id, versionOf(item, which), marked, others, settings.tokenRevision()]);
  }

  private keep(key: string, shown: RenderedItem): void {
    if (this.kept.size >= MOST_KEPT) this.kept.delete(required(this.kept.keys().next().value));
    this.kept.set(key, shown);
  }
}

/** Regions with some of their fields; a group or a region of which nothing is left goes too. */
function regionsWith(regions: readonly Region[], isMeant: (path: string) => boolean): Region[] {
  const kept = (fields: readonly Field[]): Field[] =>
    fields.flatMap((field): Field[] => {
      if (!holdsFields(field)) return isMeant(field.path) ? [field] : [];
      const left = kept(field.fields ?? []);
      return left.length ? [{ ...field, fields: left }] : [];
    });
  return regions
    .map((region) => ({ ...region, fields: kept(region.fields) }))
    .filter(({ fields }) => fields.length > 0);
}

function* leavesIn(fields: readonly Field[]): Generator<Field> {
  for (const field of fields)
    if (holdsFields(field)) yield* leavesIn(field.fields ?? []);
    else yield field;
}

function versionOf(item: ItemRecord | undefined, which: Showing['which']): string {
  return item ? `${item[which]} ${item.changed}` : '';
}

/** A list of the header or the footer whose entries are links. */
function isLinks({ type, fields = [], path }: Field): boolean {
  return (
    type === 'list' &&
    /^(header|footer)\b/.test(path) &&
    ['label', 'address'].every((name) => fields.some((field) => field.name === name))
  );
}

/** Whether content says a field, or holds the list that it is in. */
function says(content: Content, path: string): boolean {
  let here: unknown = content;
  for (const part of path.split('.')) {
    if (Array.isArray(here)) return true;
    if (typeof here !== 'object' || here === null) return false;
    here = (here as Record<string, unknown>)[part];
  }
  return typeof here === 'string' || Array.isArray(here);
}

function sheetName(css: string): string {
  return sha256(css).slice(0, 24);
}
