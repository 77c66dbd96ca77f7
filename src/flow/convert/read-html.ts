import { pageBehaviour, type PageBehaviour, type PlannedBehaviour } from '../../core/behaviours/behaviour.js';
import { freeStates, onlyFreed } from '../../core/behaviours/freed.js';
import { operatedInline, operatedMatches, type OperatedDress } from '../../core/behaviours/operated-matches.js';
import { planBehaviours } from '../../core/behaviours/plan.js';
import { CapturedTree } from '../../core/behaviours/tree.js';
import type { Candidate, TriedControl } from '../../core/behaviours/tried.js';
import { required } from '../../core/data/required.js';
import type { InlineStyle } from '../../core/html/cascade.js';
import { withParts, type OpenAt } from '../source/operate-controls.js';
import { dressesOf, type DressedPage } from './dresses.js';
import type { Page } from 'playwright-core';
import { captureHtml, type FetchSheets, type HtmlCapture } from '../../browser/capture-html.js';
import { inside } from '../../browser/inpage-script.js';
import { bestIcon } from '../../core/html/head.js';
import { buildPage, idOf, type Built } from '../../core/html/build.js';
import { cascade } from '../../core/html/cascade.js';
import { INHERITED } from '../../core/css/inherited.js';
import { joinIntervals } from '../../core/html/intervals.js';
import { dropIdle, probeRequest, writeOutInherit } from '../../core/html/lean.js';
import { dropDeadParts } from '../../core/html/parts.js';
import { namesIn } from '../../core/html/names.js';
import { rulesToAsk, type RulesToAsk } from '../../core/html/read-rules.js';
import { groupAt, inlineOfGroups, matchesOfGroups, type WidthGroup } from '../../core/html/width-groups.js';
import { keptVariables } from '../../core/html/kept-variables.js';
import { withoutHints } from '../../core/html/presentational-hints.js';
import { heardControls } from '../../browser/heard-controls.js';
import type { HeardElement } from '../../core/behaviours/report.js';
import { otherDresses, type OpenWidth, type OtherDress } from './other-widths.js';
import { dropDeadStates } from '../../core/html/states.js';
import { breakpointsOf } from '../../core/html/styles.js';
import { resolveStyles } from '../../core/html/resolve-styles.js';
import type { Control } from '../../core/passes/pass.js';
import type { CapturedDeclaration, CapturedNode, CapturedPage } from '../../core/html/captured.js';
import type { PageDocument } from '../../core/document/types.js';
import { fetchSheets } from '../../project/fetch-sheets.js';
import type { Schemes } from '../../core/source/reading.js';
import { dropInherited } from '../../core/html/inherited-values.js';

/** What reading a page yields besides the document: things that were not understood, in words. */
export interface ReadHtml extends Built {
  readonly notes: readonly string[];
  readonly controls: readonly Control[];
  /** What scripts of the page listen to. */
  readonly heard: readonly HeardElement[];
  /** What operating its controls has shown. */
  readonly planned: readonly PageBehaviour[];
  /** Address that relative addresses of the page count from. */
  readonly address: string;
  /** Address of the icon of the page. */
  readonly icon?: string;
}

/**
 * Reads the page that is open and at rest in the browser as a page document with declared styles.
 * @param desk an empty page of ours to ask the browser in
 * @param others the same page at narrower widths, where scripts may have made something else of it
 */
// eslint-disable-next-line max-lines-per-function -- question and answer with the browser, in order
export async function readHtml(
  page: Page,
  desk: Page,
  about: {
    readonly name: string;
    readonly files: readonly string[];
    readonly widths: readonly number[];
    readonly schemes: Schemes;
    readonly online: boolean;
  },
  others?: {
    readonly width: number;
    readonly pages: readonly OpenWidth[];
    readonly openAt: OpenAt;
    readonly operate: (candidates: readonly Candidate[]) => Promise<readonly TriedControl[]>;
  },
): Promise<ReadHtml> {
  const first = await inside(page, 'snapshot');
  const heard = await heardControls(page);
  const candidates = await inside(page, 'listCandidates', heard.controls, heard.whole);
  const operating = others?.operate(candidates) ?? Promise.resolve([]);
  operating.catch(() => undefined);
  const dress = async ({ nodes: read }: CapturedPage): Promise<OtherDress[]> =>
    others ? otherDresses({ page, width: others.width }, read, others.pages, others.openAt) : [];
  const atFirst = await dress(first);
  const tried = await operating;
  const heardAt = heard.controls.map(({ element, events }) => ({ path: first.nodes[element]?.path ?? '', events }));
  /* What could not be reached, or was one too many, is to be said too. */
  const known = new Set([...heardAt, ...tried].map(({ path }) => path));
  const untried = [...new Set(candidates.map(({ path }) => path))].filter((path) => !known.has(path));
  const pages = [page, ...(others?.pages.map((other) => other.page) ?? [])];
  const placed = await withParts(pages, tried);
  const snapshot = placed ? await inside(page, 'snapshot') : first;
  const dressed = placed ? await dress(snapshot) : atFirst;
  const { nodes: found } = snapshot;
  const { nodes: unhinted, rules: hinted } = withoutHints(found);
  const tree = new CapturedTree(unhinted);
  const planned = planBehaviours(tree, placed?.tried ?? tried);
  const freed = freeStates(unhinted, planned);
  const { nodes } = freed;
  const hints = [...hinted, ...freed.rules];
  const classes = [...dressed.flatMap((other) => other.classes), ...classesOf(planned)];
  const fetch: FetchSheets = about.online ? fetchSheets : () => Promise.resolve({});
  const captured = await captureHtml(page, fetch, snapshot, classes);
  const names = namesIn([...found, { attributes: { class: classes.join(' ') } }]);
  const thresholds = dressed.map(({ below }) => below);
  const ask = rulesToAsk([...hints, ...captured.sheets.rules], names, about.schemes === 'both', thresholds);
  const holdsAt = await inside(
    desk,
    'evaluateMedia',
    ask.queries,
    ask.intervals.map(({ width }) => width),
  );
  const all = await groupsOf({ page, width: others?.width ?? 0 }, captured, dressed, ask, (at) =>
    dressesOf(at, ask, tree, planned),
  );
  const groups = all.map((group) => ({ ...group, matched: onlyFreed(group.matched, ask.rules, freed) }));
  if (placed) await Promise.all(pages.map(async (each) => inside(each, 'removeParts')));
  const queryNumber = new Map(ask.queries.map((query, index) => [query, index]));
  const inUse = new Set(groups.flatMap(({ matched }) => matched.flatMap(({ rule }) => ask.rules[rule]?.media ?? [])));
  const { intervals, at } = joinIntervals(ask.intervals, [
    ...holdsAt.filter((_, index) => inUse.has(required(ask.queries[index]))),
    ...groups.map((_, group) => ask.intervals.map((interval) => groupAt(groups, interval) === group)),
  ]);
  const holds = ask.rules.map(({ media }) =>
    at.map((interval) => media.every((query) => holdsAt[queryNumber.get(query) ?? -1]?.[interval] ?? false)),
  );
  const matched = matchesOfGroups(groups, intervals);
  const raw = cascade(nodes, ask.rules, matched, holds, inlineOfGroups(groups, intervals));
  const { keyframes, properties, viewTransition } = captured.sheets;
  const kept = keptVariables(keyframes, properties, raw);
  const pending = resolveStyles(nodes, raw, kept);
  const finished = pending.finish(await inside(desk, 'expandDeclarations', pending.pairs));
  const looks = dropDeadStates(nodes, dropDeadParts(nodes, writeOutInherit(nodes, finished)));
  const request = probeRequest(nodes, looks);
  const probed = await inside(desk, 'probeDefaults', request.items, [...INHERITED]);
  const lean = dropInherited(nodes, dropIdle(nodes, looks, request, probed), probed.own);
  const built = buildPage({
    ...about,
    page: { ...captured.page, nodes },
    looks: lean,
    breakpoints: breakpointsOf(intervals),
    probed,
    faces: captured.sheets.faces.filter(({ loaded, descriptors }) => loaded || !descriptors['unicode-range']),
    keyframes,
    properties: Object.fromEntries(Object.entries(properties).filter(([name]) => kept.declared.has(name))),
    ...(viewTransition ? { viewTransition } : {}),
  });
  const document = about.schemes === 'both' ? built.document : inScheme(built.document, about.schemes);
  const idAt = (index: number): string => idOf(nodes[index]?.path ?? '');
  const controls = captured.controls.map(({ control, target, kind }) => ({
    control: idAt(control),
    target: idAt(target),
    kind,
  }));
  const icon = bestIcon(captured.page.head?.icons ?? []);
  return {
    ...built,
    document,
    controls,
    heard: [...heardAt, ...untried.map((path) => ({ path, events: [] }))].map(({ path, events }) => {
      const now = placed?.moved.get(path) ?? path;
      return { id: idOf(now), name: calledBy(nodes[tree.at(now) ?? -1]), events };
    }),
    planned: planned.map((each) => pageBehaviour(each, idAt)),
    notes: [...notesOf(captured.sheets.unread, ask.lost), ...framesOf(nodes)],
    address: captured.page.address,
    ...(icon ? { icon } : {}),
  };
}

/** What matches at each of the widths at which the page is dressed otherwise, the widest first. */
async function groupsOf(
  widest: DressedPage,
  captured: HtmlCapture,
  dressed: readonly OtherDress[],
  ask: RulesToAsk,
  dressesAt: (page: DressedPage) => Promise<OperatedDress[]>,
): Promise<WidthGroup[]> {
  const first = groupOf(
    ask,
    await inside(widest.page, 'matchSelectors', ask.selectors),
    captured.inline,
    await dressesAt(widest),
  );
  const others = dressed.map(async ({ page: other, below, numberOf, width }): Promise<WidthGroup> => {
    const answers = await inside(other, 'matchSelectors', ask.selectors);
    const inline = await inside(other, 'inlineStyles');
    const known = (elements: readonly number[]): number[] =>
      elements.flatMap((element) => numberOf.get(element) ?? []).sort((a, b) => a - b);
    const numbered = inline.flatMap(([element, set]) => {
      const number = numberOf.get(element);
      return number === undefined ? [] : [[number, set] as const];
    });
    const dresses = await dressesAt({ page: other, width, numberOf });
    return { below, ...groupOf(ask, answers.map(known), new Map(numbered), dresses) };
  });
  return [first, ...(await Promise.all(others))];
}

function groupOf(
  ask: RulesToAsk,
  answers: readonly (readonly number[])[],
  inline: ReadonlyMap<number, readonly CapturedDeclaration[]>,
  dresses: readonly OperatedDress[],
): WidthGroup {
  const styles = new Map([...inline].map(([element, set]): [number, InlineStyle[]] => [element, [{ set }]]));
  return { matched: operatedMatches(ask, answers, dresses), inline: operatedInline(styles, dresses) };
}

function classesOf(planned: readonly PlannedBehaviour[]): string[] {
  const changes = planned.flatMap(({ states }) => states.flatMap((state) => state.changes));
  return [
    ...new Set(changes.flatMap(({ name, to }) => (name === 'class' ? (to ?? '').split(/\s+/).filter(Boolean) : []))),
  ];
}

/** A page that is kept in one colour scheme does not follow the visitor's any more. */
function inScheme(document: PageDocument, scheme: string): PageDocument {
  const name = 'color-scheme';
  const styles = Object.fromEntries(
    Object.entries(document.styles).map(([key, style]) =>
      style.rest[name]?.includes(scheme) ? [key, { ...style, rest: { ...style.rest, [name]: scheme } }] : [key, style],
    ),
  );
  return { ...document, styles };
}

function notesOf(unread: readonly string[], lost: readonly string[]): string[] {
  return [
    ...[...new Set(unread)].map((address) => `Style sheet could not be read: ${address}`),
    ...[...new Set(lost)].map((selector) => `Style that depends on another element's state is left out: ${selector}`),
  ];
}

/** What to call an element that says nothing: by what it is labelled with, or by its id or class. */
function calledBy(node: CapturedNode | undefined): string {
  const { tag = 'element', attributes = {} } = node ?? {};
  const label = attributes['aria-label'] ?? attributes['title'] ?? attributes['placeholder'];
  if (label?.trim()) return label.trim();
  if (attributes['id']) return `#${attributes['id']}`;
  const [first] = (attributes['class'] ?? '').split(/\s+/).filter(Boolean);
  return first === undefined ? tag : `${tag}.${first}`;
}

/** Pages of the same site inside this one: they do not come along. */
function framesOf(nodes: readonly CapturedNode[]): string[] {
  return nodes.flatMap(({ tag, attributes }) => {
    const address = attributes?.['src'] ?? '';
    return tag === 'iframe' && address && !/^([a-z][a-z0-9+.-]*:|\/\/)/i.test(address)
      ? [`Frame kept by its address, its page does not come along: ${address}`]
      : [];
  });
}
