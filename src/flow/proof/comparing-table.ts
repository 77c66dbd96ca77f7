import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import { openResult } from '../../browser/result-page.js';
import type { Served } from '../../browser/serve.js';
import type { Position } from '../../core/proof/measurement.js';
import type { Band, PixelFigures } from '../../core/proof/pixels.js';

/** Two pictures that were compared; `difference` is missing where they are the same to the last pixel. */
export interface ComparedImages {
  readonly pixels: PixelFigures;
  readonly difference?: Buffer;
}

/** Compares pictures in a page of the browser, which is opened for the first two that are not the same. */
export class ComparingTable {
  private page: Promise<Page> | undefined;

  constructor(
    private readonly browser: OpenBrowser,
    private readonly site: Served,
  ) {}

  /** @param name a word of its own for the two pictures, PNG */
  async compare(
    name: string,
    source: Buffer,
    result: Buffer,
    bands: readonly Band[],
    boxes: readonly Position[] = [],
  ): Promise<ComparedImages> {
    if (result.equals(source)) {
      const none = bands.map(() => 0);
      return { pixels: { differ: 0, seen: 0, bands: none, seenBands: none, boxes: boxes.map(() => 0) } };
    }
    this.page ??= this.open();
    const addresses = [`/-/source-${name}`, `/-/result-${name}`] as const;
    this.site.hold(addresses[0], 'image/png', source);
    this.site.hold(addresses[1], 'image/png', result);
    const { picture: image, ...pixels } = await inside(await this.page, 'compareImages', ...addresses, bands, boxes);
    return { pixels, ...(image ? { difference: Buffer.from(image, 'base64') } : {}) };
  }

  async close(): Promise<void> {
    await this.page?.then((page) => page.close());
  }

  private async open(): Promise<Page> {
    const page = await this.browser.newPage(800);
    await openResult(page, `${this.site.origin}/-/compare`);
    return page;
  }
}
