import { required } from '../../core/data/required.js';
import type { Page } from 'playwright-core';
import { captureHtml } from '../../browser/capture-html.js';
import { inside } from '../../browser/inpage-script.js';
import { bestIcon } from '../../core/html/head.js';
import { buildPage, idOf, type Built } from '../../core/html/build.js';
import { cascade } from '../../core/html/cascade.js';
import { INHERITED } from '../../core/css/inherited.js';
import { joinIntervals } from '../../core/html/intervals.js';
import { dropIdle, probeRequest, writeOutInherit } from '../../core/html/lean.js';
import { dropDeadParts } from '../../core/html/parts.js';
import { namesIn } from '../../core/html/names.js';
import { matchedSelectors, rulesToAsk } from '../../core/html/read-rules.js';
import { dropDeadStates } from '../../core/html/states.js';
import { breakpointsOf } from '../../core/html/styles.js';
import { resolveStyles } from '../../core/html/resolve-styles.js';
import type { Control } from '../../core/passes/pass.js';
import type { CapturedNode } from '../../core/html/captured.js';
import type { PageDocument } from '../../core/document/types.js';
import { fetchSheets } from '../../project/fetch-sheets.js';
import type { Schemes } from '../../core/source/reading.js';
import { dropInherited } from '../../core/html/inherited-values.js';

/** What reading a page yields besides the document: things that were not understood, in words. */
export interface ReadHtml extends Built {
  readonly notes: readonly string[];
  readonly controls: readonly Control[];
  /** Address that relative addresses of the page count from. */
  readonly address: string;
  /** Address of the icon of the page. */
  readonly icon?: string;
}

/**
 * Reads the page that is open and at rest in the browser as a page document with declared styles.
 * @param desk an empty page of ours to ask the browser in
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
): Promise<ReadHtml> {
  const captured = await captureHtml(page, about.online ? fetchSheets : () => Promise.resolve({}));
  const { nodes } = captured.page;
  const ask = rulesToAsk(captured.sheets.rules, namesIn(nodes), about.schemes === 'both');
  const answers = await inside(page, 'matchSelectors', ask.selectors);
  const holdsAt = await inside(
    desk,
    'evaluateMedia',
    ask.queries,
    ask.intervals.map(({ width }) => width),
  );
  const matched = matchedSelectors(ask, answers);
  const queryNumber = new Map(ask.queries.map((query, index) => [query, index]));
  const inUse = new Set(matched.flatMap(({ rule }) => ask.rules[rule]?.media ?? []));
  const { intervals, at } = joinIntervals(
    ask.intervals,
    holdsAt.filter((_, index) => inUse.has(required(ask.queries[index]))),
  );
  const holds = ask.rules.map(({ media }) =>
    at.map((interval) => media.every((query) => holdsAt[queryNumber.get(query) ?? -1]?.[interval] ?? false)),
  );

  const raw = cascade(nodes, ask.rules, matched, holds, captured.inline);
  const pending = resolveStyles(nodes, raw, new Map(Object.entries(captured.sheets.initial)));
  const finished = pending.finish(await inside(desk, 'expandDeclarations', pending.pairs));
  const looks = dropDeadStates(nodes, dropDeadParts(nodes, writeOutInherit(nodes, finished)));
  const request = probeRequest(nodes, looks);
  const probed = await inside(desk, 'probeDefaults', request.items, [...INHERITED]);
  const lean = dropInherited(nodes, dropIdle(nodes, looks, request, probed), probed.own);
  const built = buildPage({
    ...about,
    page: captured.page,
    looks: lean,
    breakpoints: breakpointsOf(intervals),
    probed,
    faces: captured.sheets.faces.filter(({ loaded, descriptors }) => loaded || !descriptors['unicode-range']),
    keyframes: captured.sheets.keyframes,
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
    notes: [...notesOf(captured.sheets.unread, ask.lost), ...framesOf(nodes)],
    address: captured.page.address,
    ...(icon ? { icon } : {}),
  };
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

/** Pages of the same site inside this one: they do not come along. */
function framesOf(nodes: readonly CapturedNode[]): string[] {
  return nodes.flatMap(({ tag, attributes }) => {
    const address = attributes?.['src'] ?? '';
    return tag === 'iframe' && address && !/^([a-z][a-z0-9+.-]*:|\/\/)/i.test(address)
      ? [`Frame kept by its address, its page does not come along: ${address}`]
      : [];
  });
}
