import type { DrawnItem } from '../../../core/drawing/drawing.js';

/** Most bytes of a picture that is put into a drawing. */
const LARGEST = 8 * 1024 * 1024;

/** How the data of a picture is had by its address; undefined if it cannot be. */
export type ReadData = (address: string) => Promise<string | undefined>;

/** Reads each picture once. */
export function dataReader(): ReadData {
  const known = new Map<string, Promise<string | undefined>>();
  return (address) => {
    const before = known.get(address) ?? readData(address);
    known.set(address, before);
    return before;
  };
}

/**
 * Artwork becomes a file of its own, and such a file loads nothing: pictures in it are put inside as data.
 * @param lost is told the address of each that cannot be had
 */
export async function embedImages(items: readonly DrawnItem[], lost: (address: string) => void): Promise<DrawnItem[]> {
  const dataOf = dataReader();
  return Promise.all(
    items.map(async (item) =>
      item.type === 'art' ? { ...item, markup: await embedded(item.markup, dataOf, lost) } : item,
    ),
  );
}

/** A drawing with its pictures inside; those that cannot be had are left out, and told of. */
export async function embedded(
  markup: string,
  dataOf: ReadData,
  lost: (address: string) => void = () => undefined,
): Promise<string> {
  if (!markup.includes('<image')) return markup;
  const drawing = new DOMParser().parseFromString(markup, 'image/svg+xml');
  for (const image of drawing.querySelectorAll('image')) {
    const address = image.getAttribute('href') ?? image.getAttribute('xlink:href') ?? '';
    const data = address.startsWith('data:') ? address : await dataOf(address);
    image.removeAttribute('xlink:href');
    if (data) image.setAttribute('href', data);
    else {
      if (address) lost(address);
      image.remove();
    }
  }
  return new XMLSerializer().serializeToString(drawing);
}

async function readData(address: string): Promise<string | undefined> {
  try {
    const response = await fetch(new URL(address, document.baseURI));
    const bytes = await response.blob();
    if (!response.ok || bytes.size > LARGEST || !bytes.type.startsWith('image/')) return undefined;
    return await new Promise((done) => {
      const reader = new FileReader();
      reader.onload = () => done(String(reader.result));
      reader.onerror = () => done(undefined);
      reader.readAsDataURL(bytes);
    });
  } catch {
    return undefined;
  }
}
