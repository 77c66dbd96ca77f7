import { required } from '../../core/data/required.js';
import { existsSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { basename, dirname, extname, join, relative, resolve, sep } from 'node:path';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { slug } from '../../core/text/words.js';

/** A page to convert. Files are absolute paths. */
export type Source =
  | {
      readonly kind: 'html';
      readonly name: string;
      readonly file: string;
      readonly root: string;
      readonly path: string;
      readonly shown: string;
    }
  | { readonly kind: 'archive'; readonly name: string; readonly file: string; readonly shown: string }
  | { readonly kind: 'address'; readonly name: string; readonly address: string; readonly shown: string }
  | { readonly kind: 'svg'; readonly name: string; readonly files: readonly string[]; readonly shown: string };

/** A source that is a web page. */
export type WebSource = Exclude<Source, { kind: 'svg' }>;

const HOME_PAGES = ['index.html', 'index.htm', 'index.xhtml'];

/**
 * Says what the given sources are: one for each web page; artboards are one together, whatever pages they are of.
 * @throws Problem for each kind of thing that cannot be converted
 */
export function findSources(given: readonly string[], root?: string): readonly Source[] {
  if (given.length === 0)
    throw new TavrikError(
      'No source was given.',
      undefined,
      'Name an HTML file, a ZIP archive, an http address or SVG files.',
    );
  const isAddress = (text: string): boolean => /^[a-z][a-z0-9+.-]+:/i.test(text) && !/^[a-z]:[\\/]/i.test(text);
  if (given.every(isAddress)) return ownNames(given.map(addressSource));
  if (given.some(isAddress)) throw differentKinds(given);
  const files = given.map(existing);
  const kinds = new Set(files.map(kindOfFile));
  if (kinds.size > 1) throw differentKinds(given);
  if (kinds.has('svg')) return [{ kind: 'svg', name: nameOfArtboards(files), files, shown: given.join(', ') }];
  const make = kinds.has('zip') ? archiveSource : htmlSource;
  return ownNames(files.map((file, index) => make(file, required(given[index]), root)));
}

/**
 * Options that mean nothing for a source are refused rather than passed over.
 * @param options which were given, by name, of those for web pages and of those for designs
 * @throws Problem naming the first
 */
export function refuseForeign(
  kind: Source['kind'] | undefined,
  { ofPages, ofDesigns }: Readonly<Record<'ofPages' | 'ofDesigns', Readonly<Record<string, boolean>>>>,
): void {
  const isDesign = kind === 'svg';
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

/** Pages of equal names are told apart by the folders they lie in. @throws Problem if that does not help */
function ownNames(sources: readonly WebSource[]): WebSource[] {
  const taken = (name: string): boolean => sources.filter((source) => source.name === name).length > 1;
  const named = sources.map((source) => {
    if (!taken(source.name) || source.kind === 'archive') return source;
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

function archiveSource(file: string, shown: string, root: string | undefined): WebSource {
  if (root !== undefined)
    throw new TavrikError(
      'An archive has its own root.',
      '--root',
      'Leave it out, or unpack the archive and name its page.',
    );
  return { kind: 'archive', name: pageName(basename(file, extname(file))), file, shown };
}

function addressSource(address: string): WebSource {
  let url: URL;
  try {
    url = new URL(address);
  } catch {
    throw new TavrikError('This is not an address.', address, 'Write it as https://example.org/page.');
  }
  if (url.protocol !== 'http:' && url.protocol !== 'https:')
    throw new TavrikError(
      `Addresses with "${url.protocol}" cannot be converted.`,
      address,
      'Give an http or https address, or the path of a file.',
    );
  return {
    kind: 'address',
    name: pageName(basename(url.pathname, extname(url.pathname))),
    address: url.href,
    shown: address,
  };
}

/** The page that a folder shows by itself is its home page. */
function pageName(base: string): string {
  return /^(index|default)?$/i.test(base) ? 'home' : slug(base) || 'page';
}

function existing(path: string): string {
  const file = resolve(path);
  if (!existsSync(file)) throw new TavrikError('File not found.', path, 'Check the path.', 'not-found');
  if (!statSync(file).isDirectory()) return file;
  const page = HOME_PAGES.map((name) => join(file, name)).find((text) => existsSync(text));
  if (page) return page;
  const artboards = readdirSync(file).filter((name) => /\.svg$/i.test(name));
  const hint = artboards.length
    ? `It holds SVG files: name them, e.g. ${join(path, required(artboards[0]))}.`
    : 'Name the HTML file itself.';
  throw new TavrikError(`This folder has no page (${HOME_PAGES[0]}).`, path, hint, 'not-found');
}

function kindOfFile(file: string): 'html' | 'svg' | 'zip' {
  const ending = extname(file).toLowerCase();
  if (ending === '.svg') return 'svg';
  if (ending === '.zip') return 'zip';
  if (/^\.(x?html?|xht)$/.test(ending)) return 'html';
  const start = readFileSync(file, 'utf8').slice(0, 2000).trimStart().toLowerCase();
  if (/<svg[\s>]/.test(start) && !/<html[\s>]/.test(start)) return 'svg';
  if (/^<(!doctype html|html|head|body|!--)/.test(start)) return 'html';
  throw new TavrikError(
    'This is neither an HTML page nor an SVG file.',
    file,
    'Give a file that ends in .html, .svg or .zip.',
  );
}

function htmlSource(file: string, shown: string, root: string | undefined): WebSource {
  const text = readFileSync(file, 'utf8');
  if (!text.trim()) throw new TavrikError('This HTML file is empty.', shown, 'Save the page again.');
  const folder = root === undefined ? guessRoot(file, text) : resolve(root);
  if (!existsSync(folder) || !statSync(folder).isDirectory())
    throw new TavrikError('Folder not found.', root, 'Check --root.', 'not-found');
  const path = relative(folder, file);
  if (path.startsWith('..') || path.startsWith(sep))
    throw new TavrikError(
      'The page is outside the folder given with --root.',
      shown,
      'Give a folder that holds the page.',
    );
  return {
    kind: 'html',
    name: pageName(basename(file, extname(file))),
    file,
    root: folder,
    path: path.split(sep).map(encodeURIComponent).join('/'),
    shown,
  };
}

/** The folder to serve: as far above the page as its own addresses reach with `../`. */
function guessRoot(file: string, text: string): string {
  const steps = [...text.matchAll(/(?:src|href|srcset|url\()\s*=?\s*["']?((?:\.\.\/)+)/gi)].map(
    ([, up]) => required(up).length / 3,
  );
  let folder = dirname(file);
  for (let left = Math.max(0, ...steps); left > 0 && dirname(folder) !== folder; left -= 1) folder = dirname(folder);
  return folder;
}

function nameOfArtboards(files: readonly string[]): string {
  const bases = files.map((file) => basename(file, extname(file)).replace(/[-_ ]*\d+(px)?$/i, ''));
  const base = bases[0] ?? '';
  return (bases.every((text) => text === base) && slug(base)) || slug(basename(dirname(required(files[0])))) || 'page';
}
