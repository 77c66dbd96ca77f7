import type { Served } from '../../browser/serve.js';
import { mediaTypeOf } from '../../core/html-elements/media-types.js';
import type { FontFile } from '../../core/fonts/font-faces.js';
import type { FontFolder } from '../../project/fonts.js';

/** Serves font files to pages; the fonts with the addresses where they are then. */
export function serveFonts(served: Served, folder: FontFolder | undefined): FontFile[] {
  return (folder?.fonts ?? []).map(({ font, bytes }) => {
    const address = `/-fonts/${font.address.split('/').map(encodeURIComponent).join('/')}`;
    served.hold(decodeURIComponent(address), mediaTypeOf(font.address), bytes);
    return { ...font, address };
  });
}
