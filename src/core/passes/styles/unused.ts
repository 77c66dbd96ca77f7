import type { FontFace, PageDocument } from '../../document/types.js';
import type { Pass } from '../pass.js';

/** Drops styles, font faces and keyframes that nothing in the page uses. */
export const unused: Pass = {
  name: 'unused',
  does: 'drops font faces and keyframes that no style uses',
  run(document) {
    const text = JSON.stringify(document.styles);
    const fonts = document.fonts?.filter((face) => namesFamily(text, face));
    const keyframes = Object.entries(document.keyframes ?? {}).filter(([name]) =>
      new RegExp(`"animation-name":"[^"]*${escape(name)}`).test(text),
    );
    const { fonts: _fonts, keyframes: _keyframes, ...rest } = document;
    return orderAsBefore(document, {
      ...rest,
      ...(fonts?.length ? { fonts } : {}),
      ...(keyframes.length ? { keyframes: Object.fromEntries(keyframes) } : {}),
    });
  },
};

function namesFamily(text: string, { family }: FontFace): boolean {
  return text.toLowerCase().includes(family.toLowerCase());
}

function escape(text: string): string {
  return text.replace(/[.*+?^${}()|[\]\\]/g, '\\$&');
}

function orderAsBefore(before: PageDocument, after: PageDocument): PageDocument {
  const keys = Object.keys(before).filter((key) => key in after);
  return Object.fromEntries(keys.map((key) => [key, after[key as keyof PageDocument]])) as unknown as PageDocument;
}
