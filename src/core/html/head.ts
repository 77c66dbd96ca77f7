import type { PageHead } from '../document/types.js';

/** What the head of a web page says besides its title and its description; empty texts where it says nothing. */
export interface CapturedHead {
  readonly site: string;
  readonly title: string;
  readonly description: string;
  /** Address of the picture that links to the page are shown with. */
  readonly picture: string;
  readonly pictureAlt: string;
  /** Icons in their order: address, sizes and type as they are written. */
  readonly icons: readonly { readonly address: string; readonly sizes: string; readonly type: string }[];
  /** Data blocks of linked data, as JSON text. */
  readonly data: readonly string[];
  readonly unlisted: boolean;
  readonly theme: string;
}

/** Data blocks longer than this (letters) are left out. */
const LONGEST_DATA = 100_000;

/** The head of a page as its source has it. Pictures and icons are brought later. */
export function headFrom(captured: CapturedHead): PageHead {
  const { site, title, description, picture: image, pictureAlt: imageAlt, theme } = captured;
  const preview = {
    ...(title ? { title } : {}),
    ...(description ? { description } : {}),
    ...(image ? { picture: image } : {}),
    ...(image && imageAlt ? { alt: imageAlt } : {}),
  };
  const facts = captured.data.flatMap(readData);
  return {
    ...(site ? { site } : {}),
    ...(Object.keys(preview).length ? { preview } : {}),
    ...(captured.unlisted ? { unlisted: true as const } : {}),
    ...(/^[#\w(),.%\s/-]{3,60}$/.test(theme) ? { theme } : {}),
    ...(facts.length ? { facts } : {}),
  };
}

function readData(text: string): object[] {
  if (text.length > LONGEST_DATA) return [];
  try {
    const read: unknown = JSON.parse(text);
    return (Array.isArray(read) ? read : [read]).filter(
      (entry): entry is object => typeof entry === 'object' && entry !== null,
    );
  } catch {
    return [];
  }
}

/** The icon that others are best made from: a drawing, or else the largest. */
export function bestIcon(icons: CapturedHead['icons']): string | undefined {
  const size = ({ address, sizes, type }: CapturedHead['icons'][number]): number =>
    /svg/.test(type) || /\.svg([?#]|$)/.test(address) || sizes === 'any' ? Infinity : parseInt(sizes, 10) || 0;
  return [...icons].sort((a, b) => size(b) - size(a))[0]?.address;
}
