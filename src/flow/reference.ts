import type { Page } from 'playwright-core';
import { inside } from '../browser/inpage-script.js';
import type { OpenBrowser } from '../browser/launch.js';
import type { Reached } from '../core/brief/brief.js';
import { pictureOf } from '../browser/our-page.js';
import { visit, type Visit } from '../browser/visit.js';
import type { MeasuredPage, MeasuredSection } from '../core/proof/measured.js';
import type { ProjectFile } from '../project/folder.js';

/** How the source looks at one width. */
export interface Reference {
  readonly width: number;
  readonly picture: Buffer;
  readonly measured: MeasuredPage;
}

/** Where to find a section in the source. */
export interface SectionPlace {
  readonly name: string;
  readonly path: string;
}

/** A source that is open at one width: pictured at once, measured when its sections are known. */
export interface OpenReference {
  readonly width: number;
  readonly page: Page;
  readonly picture: Promise<Buffer>;
  /** What a person should know of how it went. */
  readonly notes: readonly string[];
  /** What came of the brief, if it leaves something out. */
  readonly reached?: Reached;
}

/** Opens a source at a width and takes its picture. */
export async function openReference(browser: OpenBrowser, how: Visit, width: number): Promise<OpenReference> {
  const { page, ...went } = await visit(browser, how, width);
  const { height } = await inside(page, 'measureNow');
  const picture = pictureOf(page, height);
  picture.catch(() => undefined);
  return { width, page, picture, ...went };
}

/** @param sections where the sections are in the source: how to find them, or their places */
export async function finishReference(
  open: OpenReference,
  sections: readonly (SectionPlace | MeasuredSection)[],
): Promise<Reference> {
  const picture = await open.picture;
  const measured = await inside(
    open.page,
    'measureNow',
    sections.flatMap((one) => ('path' in one ? [one] : [])),
  );
  const placed = sections.flatMap((one) => ('path' in one ? [] : [one]));
  await open.page.close();
  return { width: open.width, picture, measured: { ...measured, sections: [...measured.sections, ...placed] } };
}

/** The files of the references of a page: a picture and a measurement for each width. */
export function referenceFiles(page: string, references: readonly Reference[], browserVersion: string): ProjectFile[] {
  return references.flatMap(({ width, picture, measured }): ProjectFile[] => [
    [`reference/${page}/${width}.png`, picture],
    [
      `reference/${page}/${width}.json`,
      `${JSON.stringify({ width, browser: browserVersion, ...measured }, null, 1)}\n`,
    ],
  ]);
}
