import type { PageDocument, ElementNode } from '../../core/document/types.js';
import { type Matched, matchPages, type Settled } from '../../core/revise/match.js';
import { type Carried, carryNames } from '../../core/revise/carry.js';
import { openProject } from '../../project/folder.js';
import { required } from '../../core/data/required.js';
import { readPage } from '../render/read-page.js';
import { join } from 'node:path';
import { BRIEF_FILE, readBrief } from '../../project/brief-file.js';
import { existsSync, readFileSync } from 'node:fs';
import { EMPTY_BRIEF } from '../../core/brief/brief.js';
import { findElements } from '../../core/passes/brief/find-elements.js';
import { elements } from '../../core/document/walk.js';
import type { FlatContent } from '../../core/content/values.js';
import type { RevisedPage } from '../../core/revise/revised.js';
import type { ReviseOptions } from './revise.js';
import { paletteOf } from '../../core/tokens/palette.js';
import { tokensOf } from '../../project/tokens-file.js';
import type { Side } from '../../core/content/three-way.js';
import { wholeFlat } from '../../core/content/edits.js';
import { reviseContent } from '../../core/revise/content.js';
import { parkedIn } from '../../project/parked-content.js';
import { openContent } from '../../project/content-edit.js';
import { contentFileOf } from '../../project/page-content.js';
import { changesOf } from '../../core/revise/changes.js';
import { adjust } from '../../core/adjust/apply.js';
import { readAdjustments } from '../../project/adjust-file.js';

interface PagePair {
  readonly old: PageDocument;
  readonly now: PageDocument;
  readonly matched: Matched;
  readonly carried: Carried;
}

export function pageNames(project: string): string[] {
  return openProject(project).pages.map(({ name }) => name);
}

/** Pages by their names; one that has another name now is the one that is left. */
export function pairedNames(project: string, staged: string): Map<string, string> {
  const [old, now] = [pageNames(project), pageNames(staged)];
  const pairs = new Map(old.filter((name) => now.includes(name)).map((name) => [name, name]));
  const [left, right] = [old.filter((name) => !pairs.has(name)), now.filter((name) => !pairs.has(name))];
  if (left.length === 1 && right.length === 1) pairs.set(required(left[0]), required(right[0]));
  return pairs;
}

export function pairOf(project: string, staged: string, oldName: string, newName: string): PagePair {
  const [old, now] = [readPage(project, oldName).document, readPage(staged, newName).document];
  const matched = matchPages(old, now, settledBy(project, old, now));
  return { old, now, matched, carried: carryNames(old, now, matched) };
}

/** Pairs that the brief settles. An address that one of the versions does not have settles nothing. */
export function settledBy(project: string, old: PageDocument, now: PageDocument): Settled {
  const file = join(project, BRIEF_FILE);
  const { same = [] } = existsSync(file) ? readBrief(readFileSync(file, 'utf8'), file) : EMPTY_BRIEF;
  const meant = (page: PageDocument, at: string): ElementNode[] => {
    const ids = findElements(page, at);
    return [...elements(page.body)].filter(({ id }) => ids.has(id));
  };
  /* An address may mean a box and what is in it: what is of the same kind is meant. */
  return new Map(
    same.flatMap(({ was, is }): [string, string][] => {
      const [olds, news] = [meant(old, was), meant(now, is)];
      const pairs = olds.flatMap((a) =>
        news.filter((b) => b.kind === a.kind).map((b): [string, string] => [a.id, b.id]),
      );
      return pairs.slice(0, 1);
    }),
  );
}

export function share(pairs: readonly PagePair[]): number {
  const all = pairs.reduce((sum, { matched }) => sum + matched.old.length, 0);
  return all === 0 ? 0 : pairs.reduce((sum, { matched }) => sum + matched.matches.length, 0) / all;
}

interface MadePage {
  readonly content: FlatContent;
  readonly parked: RevisedPage['parked'];
  readonly pair: PagePair;
  readonly told: Omit<RevisedPage, 'adjustments'>;
}

/** The content of a page, and what is told of it. */
export function mergedContent(project: string, pair: PagePair, { take }: ReviseOptions): Omit<MadePage, 'pair'> {
  const { old, matched, carried } = pair;
  const document: PageDocument = { ...carried.document, palette: paletteOf(tokensOf(project)) };
  const decided = new Map<string, Side>(
    [...take].flatMap((text) =>
      text.startsWith(`${old.name}:`) ? [[text.slice(old.name.length + 1), 'ours'] as const] : [],
    ),
  );
  const written = wholeFlat(old, readPage(project, old.name).content);
  const { content, ...told } = reviseContent(
    old,
    { ...carried, document },
    written,
    parkedIn(openContent(contentFileOf(project, old.name))),
    decided,
  );
  const doubts = matched.matches.flatMap((match) =>
    match.doubt ? [{ old: match.old.node.name, now: match.now.node.name, or: match.doubt.node.name }] : [],
  );
  return {
    content,
    parked: told.parked,
    told: {
      page: old.name,
      found: matched.matches.length / Math.max(1, matched.old.length),
      elements: { old: matched.old.length, now: matched.now.length, matched: matched.matches.length },
      changes: changesOf(old, carried.document, matched, carried.ids),
      sections: matched.matches
        .filter((match) => match.now.node.kind === 'section')
        .map((match) => ({ old: match.old.node.name, now: match.now.node.name })),
      ...told,
      doubts,
    },
  };
}

export function lostAdjustments(project: string, document: PageDocument): number {
  return adjust(document, readAdjustments(project)).lost.length;
}
