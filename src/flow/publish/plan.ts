import { required } from '../../core/data/required.js';
import { covers } from '../../core/content/common.js';
import { placedContent } from '../../core/content/content.js';
import { changesBetween, wholeFlat } from '../../core/content/edits.js';
import { threeWay, type Conflict, type Side } from '../../core/content/three-way.js';
import { flatten, nest, type Content, type FlatContent } from '../../core/content/values.js';
import type { Item } from '../../core/sites/items.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { PageDocument } from '../../core/document/types.js';
import type { ApiClient } from './api-client.js';
import type { HandedProject } from './hand-over.js';
import type { Placement } from './publisher.js';

/** An item as the API tells it. */
export interface SiteItem {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly path?: string;
  readonly framed?: boolean;
  readonly source?: string;
  readonly sections?: readonly string[];
  readonly status: string;
  readonly content: Content;
  readonly baseline?: Content;
  readonly document?: unknown;
}

/** The page that a site shows by itself. */
const HOME = 'index.html';

export interface PlanOptions {
  readonly place: Placement;
  /** Id of the page that is replaced, or appended to. */
  readonly onto?: string;
  /** Ids of parts that take the place of those that the site has from elsewhere. */
  readonly meant: ReadonlySet<string>;
  /** Whose word counts, by item and field as `home:membership.heading`. */
  readonly decided: ReadonlyMap<string, Side>;
}

/** What will be done with one item. */
export interface SendStep {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly does: 'new' | 'change' | 'nothing' | 'keep' | 'replace' | 'append';
  /** Fields that the project changed, and those that were changed there since and stay. */
  readonly ours: readonly string[];
  readonly theirs: readonly string[];
  readonly conflicts: readonly Conflict[];
  /** Values of the client whose field is not there any more: they stay in the history of the item. */
  readonly lost: readonly { readonly path: string; readonly value: string }[];
  readonly layout: boolean;
  /** What is sent; nothing if nothing is. */
  readonly put?: { readonly body: object; readonly etag?: string };
}

/** Finds out what there is, and what sending would do. Nothing is changed. @throws TavrikError */
export async function planSending(client: ApiClient, handed: HandedProject, options: PlanOptions): Promise<SendStep[]> {
  const { place, onto } = options;
  if ((place === 'new') !== (onto === undefined))
    throw new TavrikError(
      place === 'new' ? 'It cannot be used with --place new.' : 'The page to replace or append to is missing.',
      '--onto',
      place === 'new' ? 'Add --place replace or --place append.' : 'Give the id of a page of the site.',
      'not-found',
    );
  if (place === 'append') return appending(client, handed, required(onto), options);
  const pages = handed.items.filter(({ kind }) => kind === 'page');
  if (place === 'replace' && pages.length !== 1)
    throw new TavrikError(`${pages.length} pages cannot replace one.`, '--onto', 'Name one page with --only.');
  const steps: SendStep[] = [];
  for (const item of handed.items)
    steps.push(
      await stepFor(
        client,
        handed,
        place === 'replace' && item.kind === 'page' ? { ...item, id: required(onto) } : item,
        options,
      ),
    );
  return steps;
}

async function stepFor(client: ApiClient, handed: HandedProject, item: Item, options: PlanOptions): Promise<SendStep> {
  const { status, body: there, etag } = await client.get<SiteItem>(`/items/${item.id}?document=true`, [404]);
  if (status === 404) return adding(client, handed, item, options);
  const { id, kind } = item;
  if (there.source === handed.source) return changing(handed, item, there, etag, options.decided);
  const isPart = kind !== 'page' && kind !== 'section';
  if (isPart && !options.meant.has(id)) return { ...bareStep(item), does: 'keep' };
  if (isPart || isReplaced(item, options)) return replacing(handed, item, there, etag);
  throw new TavrikError(
    `The site already has "${id}" from another source ("${there.name}").`,
    id,
    `Replace it with --place replace --onto ${id}, or rename yours.`,
    'conflict',
  );
}

function isReplaced({ id }: Item, { place, onto }: PlanOptions): boolean {
  return place === 'replace' && id === onto;
}

function bareStep({ id, kind, name }: Item): Omit<SendStep, 'does'> {
  return { id, kind, name, ours: [], theirs: [], conflicts: [], lost: [], layout: false };
}

async function adding(client: ApiClient, handed: HandedProject, item: Item, options: PlanOptions): Promise<SendStep> {
  const { id, kind, path } = item;
  if (isReplaced(item, options))
    throw new TavrikError(`The site has no page "${id}".`, '--onto', 'Give the id of a page of the site.', 'not-found');
  const taken = path === undefined ? undefined : await pageAt(client, path);
  /* One site has one home: the home of another project stands beside it. */
  if (taken && path === HOME && `${id}.html` !== HOME)
    return adding(client, handed, { ...item, path: `${id}.html` }, options);
  if (taken)
    throw new TavrikError(
      `/${path} is already taken by the page "${taken.name}" (${taken.id}).`,
      id,
      `Replace it with --place replace --onto ${taken.id}.`,
      'conflict',
    );
  const body = { id, kind, ...stateOf(handed, item, item.content), baseline: wholeOf(item) };
  return { ...bareStep(item), does: 'new', layout: true, put: { body } };
}

async function pageAt(client: ApiClient, path: string): Promise<SiteItem | undefined> {
  let after = '';
  for (;;) {
    const { body } = await client.get<{ entries: SiteItem[]; next?: string }>(
      `/items?kind=page&limit=200&words=${encodeURIComponent(path)}&after=${encodeURIComponent(after)}`,
    );
    const found = body.entries.find((entry) => entry.path === path);
    if (found || body.next === undefined) return found;
    after = body.next;
  }
}

/** A page document as it travels: without what the tokens say by themselves. */
export function bareDocument({ palette: _, tokens: __, sum: ___, ...document }: PageDocument): PageDocument {
  return document;
}

/** All that an item says, also where nobody wrote anything. */
function wholeOf({ document, content }: Item): Content {
  return document ? nest(saidBy(document, content)) : content;
}

/** What nobody has a place for is not said, as the site does not keep it. */
function saidBy(document: PageDocument, content: Content): FlatContent {
  return wholeFlat(document, placedContent(document, content));
}

function stateOf(handed: HandedProject, item: Item, content: Content, there?: SiteItem): object {
  const { name, path, framed, document } = item;
  return {
    name,
    ...(there?.path !== undefined || path !== undefined ? { path: there?.path ?? path } : {}),
    ...(framed === undefined ? {} : { framed }),
    source: handed.source,
    ...(there?.sections ? { sections: there.sections } : {}),
    ...(document ? { document: bareDocument(document) } : {}),
    content,
  };
}

/** Another thing takes the place: only its address stays. */
function replacing(handed: HandedProject, item: Item, there: SiteItem, etag: string): SendStep {
  const { sections: _, ...bare } = there;
  return {
    ...bareStep(item),
    does: 'replace',
    layout: true,
    put: {
      etag,
      body: {
        ...stateOf(handed, item, item.content, bare),
        baseline: wholeOf(item),
        note: `replaces “${there.name}”`,
      },
    },
  };
}

/** It was sent before: what both sides changed since is brought together. */
function changing(
  handed: HandedProject,
  item: Item,
  there: SiteItem,
  etag: string,
  decided: ReadonlyMap<string, Side>,
): SendStep {
  const { id, kind, name, document } = item;
  const flat = (content: Content): FlatContent => (document ? saidBy(document, content) : flatten(content));
  const own = new Map(
    [...decided].filter(([path]) => path.startsWith(`${id}:`)).map(([path, side]) => [path.slice(id.length + 1), side]),
  );
  const [before, ours, theirs] = [flatten(there.baseline ?? {}), flat(item.content), flatten(there.content)];
  const { content, conflicts } = threeWay(before, ours, theirs, own);
  const merged = withDecided(content, ours, own);
  const isThere = ([path]: readonly [string, string]): boolean =>
    ours.values.has(path) || covers({ values: new Map(), lists: ours.lists }, path);
  const lost = document
    ? [...theirs.values]
        .filter((value) => !isThere(value) && before.values.get(value[0]) !== value[1])
        .map(([path, value]) => ({ path, value }))
    : [];
  const layout = JSON.stringify(document && bareDocument(document)) !== JSON.stringify(there.document);
  const body = { ...stateOf(handed, item, nest(merged), there), baseline: nest(ours) };
  const conflicting = new Set(conflicts.map(({ path }) => path));
  const changed = (from: FlatContent, to: FlatContent): string[] =>
    changesBetween(from, to)
      .map(({ path }) => path)
      .filter((path) => !conflicting.has(path));
  const isSame =
    !layout &&
    changesBetween(theirs, merged).length === 0 &&
    changesBetween(before, ours).length === 0 &&
    there.name === name &&
    (there.framed ?? false) === (item.framed ?? false);
  const told = {
    id,
    kind,
    name,
    conflicts,
    lost,
    layout,
    ours: changed(theirs, merged),
    theirs: changed(before, theirs).filter((path) => !lost.some((entry) => entry.path === path)),
  };
  return isSame ? { ...told, does: 'nothing' } : { ...told, does: 'change', put: { body, etag } };
}

/** What was decided for us holds, also where it is no conflict any more: that it was told before. */
function withDecided(
  { values, lists }: FlatContent,
  ours: FlatContent,
  decided: ReadonlyMap<string, Side>,
): FlatContent {
  const own = [...decided].flatMap(([path, side]): [string, string][] =>
    side === 'ours' && ours.values.has(path) ? [[path, required(ours.values.get(path))]] : [],
  );
  return { values: new Map([...values, ...own]), lists };
}

/** Sections stand at the end of a page that is there. */
async function appending(
  client: ApiClient,
  handed: HandedProject,
  onto: string,
  options: PlanOptions,
): Promise<SendStep[]> {
  const { status, body: page, etag } = await client.get<SiteItem>(`/items/${onto}`, [404]);
  if (status === 404 || page.kind !== 'page')
    throw new TavrikError(
      `The site has no page "${onto}".`,
      '--onto',
      'Give the id of a page of the site.',
      'not-found',
    );
  const sections = handed.items.filter(({ kind }) => kind === 'section');
  if (sections.length === 0) throw new TavrikError('No section to append.', '--as', 'Add --as section.');
  const steps: SendStep[] = [];
  for (const item of sections) steps.push(await stepFor(client, handed, item, { ...options, place: 'new' }));
  const all = [...new Set([...(page.sections ?? []), ...sections.map(({ id }) => id)])];
  const isSame = all.length === (page.sections ?? []).length;
  const { name, path, framed, source, content } = page;
  const body = {
    name,
    path,
    ...(framed === undefined ? {} : { framed }),
    ...(source === undefined ? {} : { source }),
    content,
    sections: all,
    note: 'sections appended',
  };
  const told = { id: onto, kind: 'page', name, ours: [], theirs: [], conflicts: [], lost: [], layout: false };
  return [...steps, isSame ? { ...told, does: 'nothing' } : { ...told, does: 'append', put: { body, etag } }];
}
