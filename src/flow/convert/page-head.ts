import { defined } from '../../core/data/defined.js';
import type { Brief } from '../../core/brief/brief.js';
import { withSettings } from '../../core/brief/site.js';
import type { PageDocument, PageHead } from '../../core/document/types.js';
import type { SignIn } from '../../core/source/reading.js';
import { AssetStore, fetchAssets } from '../../project/assets.js';
import { iconOf, previewOf, rasterOf } from '../../project/image-codec.js';
import type { Reference } from '../source/reference.js';

/** Icons that browsers, home screens and lists of programs ask for, px. */
const ICON_SIZES = [16, 32, 48, 180, 192, 512];
/** Size of the picture that links to a page are shown with, px (1.91 to 1, as previews are laid out). */
const PREVIEW = { width: 1200, height: 630 };

/** What the head of a page is made from. */
export interface HeadOptions {
  readonly brief: Brief;
  /** Address that relative addresses count from. */
  readonly address: string;
  /** Files of other servers are had only where the source is on one. */
  readonly online: boolean;
  readonly signIn?: SignIn;
  /** Address of the icon that the source has. */
  readonly icon?: string;
  /** Pictures of the source; the widest is its preview where it has none. */
  readonly references: readonly Reference[];
}

/** The page with what its source and the brief say of it; its preview and its icons are files in the store. */
export async function buildHead(
  document: PageDocument,
  given: HeadOptions,
  store: AssetStore,
): Promise<{ readonly document: PageDocument; readonly notes: readonly string[] }> {
  const { site = {}, aboutPages = {} } = given.brief;
  const settled = withSettings(document, site, aboutPages[document.name] ?? {});
  const notes: string[] = [];
  const asked = { mark: site.mark, picture: aboutPages[document.name]?.picture };
  const get = async (address: string | undefined): Promise<File | undefined> => {
    if (address === undefined || !isNear(address, given)) return undefined;
    const own = new AssetStore();
    const { places } = await fetchAssets([address], given.address, own, defined({ signIn: given.signIn }));
    const path = places.get(address);
    const bytes = own.entries().find(([text]) => text === path)?.[1];
    if (bytes && path) return { path, bytes };
    if (Object.values(asked).includes(address)) notes.push(`brief.yaml: the file "${address}" could not be loaded.`);
    return undefined;
  };
  const [icons, preview] = await Promise.all([
    get(site.mark ?? given.icon).then((file) => iconsFrom(file, store)),
    get(settled.head?.preview?.picture).then((file) => previewFrom(file, settled, given.references, store)),
  ]);
  const { preview: before, ...head } = settled.head ?? {};
  const { picture: _, ...words } = before ?? {};
  const pageHead: PageHead = { ...head, preview: { ...words, ...preview }, ...(icons.length ? { icons } : {}) };
  return { document: { ...settled, head: pageHead }, notes };
}

interface File {
  readonly path: string;
  readonly bytes: Buffer;
}

function isNear(address: string, { address: base, online }: HeadOptions): boolean {
  return (
    URL.canParse(address, base) &&
    (online || /^data:/i.test(address) || new URL(address, base).origin === new URL(base).origin)
  );
}

/** Icons of all sizes from one mark; one that cannot be drawn anew is kept as it is. */
async function iconsFrom(mark: File | undefined, store: AssetStore): Promise<NonNullable<PageHead['icons']>> {
  if (!mark) return [];
  const drawn = mark.path.endsWith('.svg');
  const result = await Promise.all(
    ICON_SIZES.map((size) =>
      iconOf(mark.bytes, size).then(
        (bytes) => ({ size, bytes }),
        () => undefined,
      ),
    ),
  );
  const sized = result.flatMap((entry) =>
    entry ? [{ file: store.add(entry.bytes, `icon-${entry.size}.png`), size: entry.size }] : [],
  );
  return [...(drawn || sized.length === 0 ? [{ file: store.add(mark.bytes, hintOf(mark.path)) }] : []), ...sized];
}

/** The picture that the source or the brief gives, or else the beginning of the page. */
async function previewFrom(
  given: File | undefined,
  { head }: PageDocument,
  references: readonly Reference[],
  store: AssetStore,
): Promise<PageHead['preview']> {
  const raster = given && (await rasterOf(given.path, given.bytes));
  const alt = head?.preview?.alt;
  if (given && raster) {
    const { width, height } = raster;
    return { picture: store.add(given.bytes, hintOf(given.path)), width, height, ...(alt ? { alt } : {}) };
  }
  const widest = [...references].sort((a, b) => b.width - a.width)[0];
  if (!widest) return {};
  const image = store.add(await previewOf(widest.picture, PREVIEW), 'preview.jpg');
  return { picture: image, ...PREVIEW };
}

/** The name of a file of a store without its place and its hash. */
function hintOf(path: string): string {
  return path.replace(/^.*\//, '').replace(/-[0-9a-f]{10}(?=\.[^.]*$)/, '');
}
