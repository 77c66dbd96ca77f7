import { required } from '../data/required.js';
import type { Declarations, ElementNode, PageDocument, PageHead, SharedStyle } from './types.js';
import { isElement, mapTree } from './walk.js';

/** Attributes that hold the address of something the page shows. */
const SHOWN: Readonly<Record<string, readonly string[]>> = {
  img: ['src'],
  source: ['src'],
  video: ['src', 'poster'],
  audio: ['src'],
  track: ['src'],
  input: ['src'],
  embed: ['src'],
  object: ['data'],
};

/** Files of the source that links lead to: they come along. Pages and addresses elsewhere do not. */
const FILE =
  /^(?![a-z][a-z0-9+.-]*:|\/\/)[^?#]+\.(pdf|zip|ics|vcf|csv|txt|rtf|odt|ods|docx|xlsx|pptx|epub|gpx|kml|mp3|mp4|webm|ogg|jpe?g|png|gif|webp|avif|svg)(#.*)?$/i;

const URL_IN_CSS = /url\(\s*(?:"((?:[^"\\]|\\.)*)"|'((?:[^'\\]|\\.)*)'|([^)"']*))\s*\)/g;
const ADDRESS_IN_MARKUP = /((?:xlink:)?href|src)="([^"]*)"/g;

/**
 * The document with every address of a picture, font or other shown file replaced by what `change` makes of it.
 * `change` returns undefined for a file that is not there: a font source goes, another address becomes empty, a link stays.
 * @param linked whether files that links lead to are meant too
 */
export function mapAssets(
  document: PageDocument,
  change: (address: string) => string | undefined,
  linked = true,
): PageDocument {
  const styles: Record<string, SharedStyle> = {};
  for (const [name, style] of Object.entries(document.styles)) styles[name] = mapStyle(style, change);
  const body = mapTree(document.body, (node) => (isElement(node) ? mapElement(node, change, linked) : node));
  const fonts = document.fonts?.flatMap((face) => {
    const src = mapFontSource(face.descriptors['src'] ?? '', change);
    return src ? [{ ...face, descriptors: { ...face.descriptors, src } }] : [];
  });
  const head = document.head && mapHead(document.head, change);
  return { ...document, ...(head ? { head } : {}), ...(document.fonts ? { fonts: fonts ?? [] } : {}), styles, body };
}

/** A picture that is not there is no preview. */
function mapHead({ preview, icons, ...head }: PageHead, change: (address: string) => string | undefined): PageHead {
  const { picture: image, ...said } = preview ?? {};
  const result = image === undefined ? undefined : change(image);
  const shown = { ...said, ...(result ? { picture: result } : {}) };
  const kept = icons?.flatMap((icon) => {
    const file = change(icon.file);
    return file ? [{ ...icon, file }] : [];
  });
  return { ...head, ...(preview ? { preview: shown } : {}), ...(kept ? { icons: kept } : {}) };
}

/** Every address of a shown file in the document, each once, in order. */
export function assetAddresses(document: PageDocument, linked = true): string[] {
  const found = new Set<string>();
  mapAssets(
    document,
    (address) => {
      found.add(address);
      return address;
    },
    linked,
  );
  return [...found];
}

function mapStyle(style: SharedStyle, change: (address: string) => string | undefined): SharedStyle {
  const map = (set: Declarations): Declarations =>
    JSON.stringify(set).includes('url(')
      ? Object.fromEntries(Object.entries(set).map(([name, value]) => [name, mapCss(value, change)]))
      : set;
  return {
    rest: map(style.rest),
    ...(style.variants ? { variants: style.variants.map((variant) => ({ ...variant, set: map(variant.set) })) } : {}),
  };
}

function mapCss(value: string, change: (address: string) => string | undefined): string {
  return value.replace(URL_IN_CSS, (all, a?: string, b?: string, c?: string) => {
    const address = (a ?? b ?? c ?? '').replace(/\\(.)/g, '$1');
    if (!address || address.startsWith('#')) return all;
    return `url("${(change(address) ?? '').replace(/["\\]/g, '\\$&')}")`;
  });
}

/** Keeps the first source of a face that is there; browsers take the first that they can read, and WOFF2 is read by all. */
function mapFontSource(value: string, change: (address: string) => string | undefined): string {
  const sources = value.split(/,(?![^(]*\))/).map((part) => part.trim());
  const ordered = [...sources].sort((a, b) => Number(/woff2/.test(b)) - Number(/woff2/.test(a)));
  for (const source of ordered) {
    const address = /url\(\s*"?([^")]*)"?\s*\)/.exec(source)?.[1];
    if (!address || /\.eot\b|\.svg\b/.test(address)) continue;
    const result = change(address);
    if (result) return source.replace(/url\([^)]*\)/, `url("${result}")`);
  }
  return sources.filter((source) => source.startsWith('local(')).join(', ');
}

function mapElement(node: ElementNode, change: (address: string) => string | undefined, linked: boolean): ElementNode {
  const attributes: Record<string, string> = { ...node.attributes };
  if (linked && node.element === 'a' && FILE.test(attributes['href'] ?? ''))
    attributes['href'] = fileOf(change(required(attributes['href']))) ?? required(attributes['href']);
  for (const name of SHOWN[node.element] ?? []) if (attributes[name]) attributes[name] = change(attributes[name]) ?? '';
  if (attributes['srcset']) attributes['srcset'] = mapCandidates(attributes['srcset'], change);
  if (attributes['srcset'] === '') delete attributes['srcset'];
  const markup = node.markup?.replace(ADDRESS_IN_MARKUP, (all, name: string, address: string) =>
    address.startsWith('#') || !/<(image|use|img)\b/.test(node.markup ?? '')
      ? all
      : `${name}="${withFragment(address.replace(/&amp;/g, '&'), change)}"`,
  );
  return { ...node, ...(node.attributes ? { attributes } : {}), ...(markup ? { markup } : {}) };
}

/** A drawing in a file of several is told by its fragment, which goes along with the file. */
function withFragment(address: string, change: (address: string) => string | undefined): string {
  const [file = '', fragment] = address.split('#');
  const result = change(file) ?? '';
  return result && fragment !== undefined ? `${result}#${fragment}` : result;
}

/** What stands in the place of a picture is nothing that a link could lead to. */
function fileOf(address: string | undefined): string | undefined {
  return address?.startsWith('data:') ? undefined : address;
}

function mapCandidates(value: string, change: (address: string) => string | undefined): string {
  return value
    .split(/,\s+/)
    .flatMap((candidate) => {
      const [address = '', ...size] = candidate.trim().split(/\s+/);
      const result = change(address);
      return result ? [[result, ...size].join(' ')] : [];
    })
    .join(', ');
}

/** Reads an address as browsers do: control characters and white space do not hide its scheme (URL Standard). */
export function isScriptAddress(value: string): boolean {
  // eslint-disable-next-line no-control-regex
  return /^(javascript|vbscript|data:text\/html)/i.test(value.replace(/[\u0000-\u0020\u007f]/g, ''));
}
