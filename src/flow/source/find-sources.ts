import { required } from '../../core/data/required.js';
import { existsSync, readdirSync, statSync } from 'node:fs';
import { basename, dirname, join, resolve } from 'node:path';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { slug } from '../../core/text/slug.js';
import type { DrawingChoices } from '../../core/source/reading.js';
import { addressSource } from './address-source.js';
import { formatOf } from './source-formats.js';
import type { Source } from './source.js';

const HOME_PAGES = ['index.html', 'index.htm', 'index.xhtml'];

/**
 * Says what the given sources are: one for each web page; artboards are one together, whatever pages they are of.
 * @throws TavrikError for each kind of thing that cannot be converted
 */
export function findSources(given: readonly string[], root?: string): readonly Source[] {
  if (given.length === 0)
    throw new TavrikError(
      'No source was given.',
      undefined,
      'Name an HTML file, a ZIP archive, an http address, or SVG or PDF files.',
    );
  const isAddress = (text: string): boolean => /^[a-z][a-z0-9+.-]+:/i.test(text) && !/^[a-z]:[\\/]/i.test(text);
  if (given.every(isAddress)) return ownNames(given.map(addressSource));
  if (given.some(isAddress)) throw differentKinds(given);
  const files = given.map((shown) => ({ file: existing(shown), shown }));
  const [format, ...others] = new Set(files.map(({ file }) => formatOf(file)));
  if (others.length) throw differentKinds(given);
  return ownNames(required(format).sources(files, root));
}

/**
 * Options that mean nothing for a source are refused rather than passed over.
 * @param options which were given, by name, of those for web pages and of those for designs
 * @throws TavrikError naming the first
 */
export function refuseForeign(
  kind: Source['kind'] | undefined,
  { ofPages, ofDesigns }: Readonly<Record<'ofPages' | 'ofDesigns', Readonly<Record<string, boolean>>>>,
): void {
  const isDesign = kind === 'design';
  const [option] = Object.entries(isDesign ? ofPages : ofDesigns).find(([, given]) => given) ?? [];
  if (option)
    throw new TavrikError(
      isDesign ? 'This is for web pages; the source is a design.' : 'This is for designs; the source is a page.',
      option,
      'Leave it out.',
    );
}

function differentKinds(given: readonly string[]): TavrikError {
  return new TavrikError(
    'The sources are of different kinds.',
    given.join(', '),
    'Convert HTML pages, addresses and artboards one kind at a time.',
  );
}

/** Pages of equal names are told apart by the folders they lie in. @throws TavrikError if that does not help */
function ownNames(sources: readonly Source[]): Source[] {
  const taken = (name: string): boolean => sources.filter((source) => source.name === name).length > 1;
  const named = sources.map((source) => {
    if (!taken(source.name) || source.kind === 'archive' || source.kind === 'design') return source;
    const folder = source.kind === 'address' ? dirname(new URL(source.address).pathname) : dirname(source.file);
    return { ...source, name: slug(`${basename(folder)} ${source.name === 'home' ? '' : source.name}`) || source.name };
  });
  const twice = named.find(({ name }, index) => named.findIndex((webSource) => webSource.name === name) < index);
  if (twice)
    throw new TavrikError(
      `Two pages would be called "${twice.name}".`,
      twice.shown,
      'Give each page once, or rename one.',
    );
  return named;
}

function existing(path: string): string {
  const file = resolve(path);
  if (!existsSync(file)) throw new TavrikError('File not found.', path, 'Check the path.', 'not-found');
  if (!statSync(file).isDirectory()) return file;
  const page = HOME_PAGES.map((name) => join(file, name)).find((text) => existsSync(text));
  if (page) return page;
  const artboards = readdirSync(file).filter((name) => /\.(svg|pdf)$/i.test(name));
  const hint = artboards.length
    ? `It holds artboards: name them, e.g. ${join(path, required(artboards[0]))}.`
    : 'Name the HTML file itself.';
  throw new TavrikError(`This folder has no page (${HOME_PAGES[0]}).`, path, hint, 'not-found');
}

/** Which of the options for drawings were given, by name. */
export function drawingOptions({ pages, password, unit }: DrawingChoices = {}): Readonly<Record<string, boolean>> {
  return { '--pages': pages !== undefined, '--password': password !== undefined, '--unit': unit !== undefined };
}
