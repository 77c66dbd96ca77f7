import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { openBrowser } from '../../browser/launch.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { Declarations, PageDocument } from '../../core/document/types.js';
import { renderTokens } from '../../core/render/css.js';
import { placesIn, withTokens } from '../../core/tokens/apply.js';
import {
  gathered,
  mergeTokens,
  proposalsFor,
  renameToken,
  setToken,
  splitToken,
  takeFrom,
  tokenAt,
  type TokenProposal,
} from '../../core/tokens/change.js';
import { changedPlaces, successors } from '../../core/tokens/changed.js';
import { collectTokens } from '../../core/tokens/collect.js';
import { readTokens, writeTokens } from '../../core/tokens/format.js';
import { pathOf, type Token } from '../../core/tokens/token.js';
import { BACKGROUND } from '../../core/content/backgrounds.js';
import { flatten } from '../../core/content/values.js';
import { elements } from '../../core/document/walk.js';
import { openContent, saveContent, setValue } from '../../project/content-edit.js';
import { contentFileOf } from '../../project/page-content.js';
import { openProject, replaceFolder, writeFile } from '../../project/folder.js';
import { TOKENS_FILE, tokensOf, tokensText } from '../../project/tokens-file.js';
import { tokensPage } from '../../report/tokens-page.js';
import { prove } from '../proof/prove.js';
import { readAdjusted, readPage } from '../render/read-page.js';
import { writeAndRender } from '../render/render.js';
import type { Progress } from '../progress.js';

/** A token and where it stands. */
export interface UsedToken {
  readonly path: string;
  readonly token: Token;
  /** Styles with properties, of all pages. */
  readonly places: readonly string[];
}

interface OpenedTokens {
  readonly documents: readonly PageDocument[];
  readonly tokens: readonly Token[];
}

function open(project: string): OpenedTokens {
  const documents = openProject(project).pages.map(({ name }) => readAdjusted(project, name).document);
  return { documents, tokens: tokensOf(project) };
}

function used({ documents, tokens }: OpenedTokens): UsedToken[] {
  const places = placesIn(documents, tokens);
  return tokens.map((token) => ({ path: pathOf(token), token, places: places.get(pathOf(token)) ?? [] }));
}

/** The tokens of a project with where each stands. @throws TavrikError */
export function listTokens(project: string): UsedToken[] {
  return used(open(project));
}

/** A page that shows the tokens. @returns its file in the project @throws TavrikError */
export function showTokens(project: string): string {
  replaceFolder(project, 'tokens', [['index.html', tokensPage(listTokens(project))]]);
  return 'tokens/index.html';
}

/** What a change of tokens did. */
export interface Changed {
  /** The tokens that are otherwise now. */
  readonly tokens: readonly UsedToken[];
  /** Declarations whose value changed, of all pages. */
  readonly declarations: number;
}

/** Writes changed tokens, has fields that say a colour say it by its new name, and renders the site. @throws TavrikError; nothing is changed then */
function keep(project: string, { documents, tokens }: OpenedTokens, result: readonly Token[]): Changed {
  writeAndRender(project, () => {
    writeFile(join(project, TOKENS_FILE), tokensText(result));
    renameInContent(project, documents, successors(tokens, result));
  });
  const before = new Map(tokens.map((token) => [pathOf(token), JSON.stringify(token)]));
  return {
    tokens: used({ documents, tokens: result }).filter(({ path, token }) => before.get(path) !== JSON.stringify(token)),
    declarations: changedPlaces(documents, tokens, result).length,
  };
}

function renameInContent(
  project: string,
  documents: readonly PageDocument[],
  names: ReadonlyMap<string, string>,
): void {
  for (const document of documents) {
    const { values } = flatten(readPage(project, document.name).content);
    const paths = [...elements(document.body)].flatMap(({ fields }) => fields?.[BACKGROUND] ?? []);
    const stale = paths.flatMap((path) => {
      const name = names.get(`color.${values.get(path) ?? ''}`);
      return name === undefined ? [] : [[path, name.slice('color.'.length)] as const];
    });
    if (stale.length === 0) continue;
    const target = contentFileOf(project, document.name);
    const file = openContent(target);
    for (const [path, name] of stale) setValue(file, path, name);
    saveContent(target, file);
  }
}

/** @throws TavrikError; nothing is changed then */
export function rename(project: string, path: string, name: string): Changed {
  const opened = open(project);
  return keep(project, opened, renameToken(opened.tokens, path, name));
}

/** @throws TavrikError; nothing is changed then */
export function merge(project: string, into: string, others: readonly string[]): Changed {
  const opened = open(project);
  return keep(project, opened, mergeTokens(opened.tokens, into, others));
}

/** @param wanted styles, or properties, or both, where the new token stands @throws TavrikError; nothing is changed then */
export function split(project: string, path: string, name: string, wanted: readonly string[]): Changed {
  const opened = open(project);
  const places =
    used(opened).find((usedToken) => usedToken.path === pathOf(tokenAt(opened.tokens, path)))?.places ?? [];
  return keep(project, opened, splitToken(opened.tokens, path, name, wanted, places));
}

/**
 * Sets a token, and sees to it that all its uses change and nothing else.
 * @throws TavrikError; nothing is changed then
 */
export function set(project: string, path: string, value: string, dark = false): Changed {
  const opened = open(project);
  const tokens = setToken(opened.tokens, path, value, dark);
  const stands = new Set(used(opened).find((usedToken) => usedToken.path === path)?.places ?? []);
  const others = changedPlaces(opened.documents, opened.tokens, tokens).filter((place) => !stands.has(place));
  if (others.length) throw new Error(`Setting ${path} would change ${others.join(', ')}`);
  return keep(project, opened, tokens);
}

/** The tokens as a file of the format, or as custom properties. @throws TavrikError */
export function exportTokens(project: string, format: 'json' | 'css'): string {
  const tokens = tokensOf(project);
  if (format === 'json') return writeTokens(tokens);
  const roots = open(project).documents.map((document) => withTokens(document, tokens).tokens);
  const all = (form: 'rest' | 'dark'): Declarations =>
    Object.assign({}, ...roots.map((root) => root?.[form])) as Declarations;
  return renderTokens({ rest: all('rest'), dark: all('dark') });
}

/** Takes values in from a file: those of tokens that the project has. All or, if one is unknown, none. @throws TavrikError */
export function importTokens(project: string, file: string): Changed {
  const opened = open(project);
  const given = readTokens(readFileOf(file), file);
  const unknown = given.find((token) => !opened.tokens.some((own) => pathOf(own) === pathOf(token)));
  if (unknown) tokenAt(opened.tokens, pathOf(unknown));
  const values = new Map(given.map((token) => [pathOf(token), token]));
  const tokens = opened.tokens.map((own): Token => {
    const other = values.get(pathOf(own));
    return other
      ? {
          ...own,
          value: other.value,
          ...(other.dark === undefined ? {} : { dark: other.dark }),
          ...(other.description ? { description: other.description } : {}),
        }
      : own;
  });
  return keep(project, opened, tokens);
}

/** The colours of a project beside those of a site or a brand, and which were taken. */
export interface Matched {
  readonly proposals: readonly (TokenProposal & { readonly taken: boolean })[];
  readonly changed: Changed;
}

/** @param within colours this near are taken; 0 for the same only @param dryRun nothing is taken @throws TavrikError */
export function match(project: string, file: string, within: number, dryRun: boolean): Matched {
  const opened = open(project);
  const brand = readTokens(readFileOf(file), file);
  const proposals = proposalsFor(opened.tokens, brand).map((proposal) => ({
    ...proposal,
    taken: !dryRun && proposal.distance <= within,
  }));
  if (dryRun) return { proposals, changed: { tokens: [], declarations: 0 } };
  return { proposals, changed: keep(project, opened, takeFrom(opened.tokens, brand, within)) };
}

function readFileOf(file: string): string {
  if (!existsSync(file)) throw new TavrikError('File not found.', file, 'Name a tokens file.', 'not-found');
  return readFileSync(file, 'utf8');
}

/** What gathering near colours came to. */
export interface Gathered {
  readonly before: number;
  readonly after: number;
  /** Share of the pixels that a person would see differ, worst width, before and after. */
  readonly seen: readonly [before: number, after: number];
  readonly kept: boolean;
}

/** The look may get worse by this share of its pixels, where a person would see it. */
const WORSE = 0.001;

/**
 * Brings colours together that are nearer than a distance, as long as the proof is not worse by it. Names that people gave
 * stay. @throws TavrikError
 */
export async function gather(
  project: string,
  near: number,
  options: { readonly browser?: string; readonly progress: Progress },
): Promise<Gathered> {
  const opened = open(project);
  const browser = await openBrowser(options.browser, false);
  try {
    const seen = async (): Promise<number> =>
      Math.max(
        ...(await prove(project, { ...options, open: browser })).pages.flatMap(({ widths }) =>
          widths.map((width) => width.seen),
        ),
      );
    const was = await seen();
    const tokens = gathered(opened.tokens, collectTokens(opened.documents, near));
    keep(project, opened, tokens);
    const is = await seen();
    const kept = is <= was + WORSE;
    if (!kept) {
      keep(project, { ...opened, tokens: tokens }, opened.tokens);
      await seen();
    }
    return { before: opened.tokens.length, after: tokens.length, seen: [was, is], kept };
  } finally {
    await browser.close();
  }
}
