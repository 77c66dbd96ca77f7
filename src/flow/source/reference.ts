import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { Page } from 'playwright-core';
import { inside } from '../../browser/inpage-script.js';
import type { OpenBrowser } from '../../browser/launch.js';
import type { OperatedControl } from '../../core/behaviours/operated-control.js';
import type { Behaviour } from '../../core/behaviours/report.js';
import type { DecisionOutcome } from '../../core/brief/brief.js';
import { screenshot } from '../../browser/result-page.js';
import { visit, type Visit } from '../../browser/visit.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import type { MeasuredPage, MeasuredSection, MeasuredElement } from '../../core/proof/measurement.js';
import type { ProjectFile } from '../../project/folder.js';

/** How the source looks at one width. */
export interface Reference {
  readonly width: number;
  readonly picture: Buffer;
  readonly measured: MeasuredPage;
  /** Version of the browser that took the picture, if it was not this one just now. */
  readonly browser?: string;
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
  readonly reached?: DecisionOutcome;
}

/** Opens a source at a width and takes its picture. */
export async function openReference(browser: OpenBrowser, how: Visit, width: number): Promise<OpenReference> {
  const { page, ...went } = await visit(browser, how, width);
  const { height } = await inside(page, 'measurePage');
  const image = screenshot(page, height);
  image.catch(() => undefined);
  return { width, page, picture: image, ...went };
}

/** Where the sections and the elements of a page are in its source: how to find them, or their places. */
export type FoundElement =
  | { readonly sections: readonly SectionPlace[]; readonly things: readonly ElementPlaceAt[] }
  | { readonly sections: readonly MeasuredSection[]; readonly places: Readonly<Record<string, MeasuredElement>> };

export interface ElementPlaceAt {
  readonly id: string;
  readonly path: string;
}

export async function finishReference(open: OpenReference, found: FoundElement): Promise<Reference> {
  const image = await open.picture;
  const asked = { covers: true, ...('things' in found ? found : { sections: [], things: [ROOT] }) };
  const measured = await inside(open.page, 'measurePage', asked);
  await open.page.close();
  const placed = 'places' in found ? { sections: found.sections, things: found.places } : {};
  return { width: open.width, picture: image, measured: { ...measured, ...placed } };
}

/** With it, letters are looked at in a drawing too. */
const ROOT: ElementPlaceAt = { id: '', path: ':root' };

/** Where the elements of a page document are in the HTML page that it was made from. */
export function elementPlaces(document: PageDocument): ElementPlaceAt[] {
  return [...elements(document.body)].flatMap(({ id, from }) => {
    const path = from && (from.box ?? from.path);
    return path ? [{ id, path }] : [];
  });
}

/** The files of the references of a page: a picture and a measurement for each width. */
export function referenceFiles(page: string, references: readonly Reference[], browserVersion: string): ProjectFile[] {
  return references.flatMap(({ width, picture: image, measured }): ProjectFile[] => [
    [`reference/${page}/${width}.png`, image],
    [
      `reference/${page}/${width}.json`,
      `${JSON.stringify({ width, browser: browserVersion, ...measured }, null, 1)}\n`,
    ],
  ]);
}

/** The reference of a page that is in its project. */
export function readReference(project: string, page: string, width: number): Reference {
  const file = join(project, 'reference', page, `${width}.json`);
  const { browser, ...measured } = JSON.parse(readFileSync(file, 'utf8')) as MeasuredPage & {
    readonly browser?: string;
  };
  return {
    width,
    measured,
    picture: readFileSync(join(project, 'reference', page, `${width}.png`)),
    ...(browser === undefined ? {} : { browser }),
  };
}

/** What is known of the controls of a page: what has become of them, and how to operate those that work. */
export interface KnownControls {
  readonly behaviours: readonly Behaviour[];
  readonly controls: readonly OperatedControl[];
}

/** The file of the controls of a page; none if it has none. */
export function controlFiles(page: string, { behaviours = [], operated = [] }: Partial<PageControls>): ProjectFile[] {
  if (behaviours.length + operated.length === 0) return [];
  const known: KnownControls = { behaviours, controls: operated };
  return [[`reference/${page}/${CONTROLS_FILE}`, `${JSON.stringify(known, null, 1)}\n`]];
}

interface PageControls {
  readonly behaviours: readonly Behaviour[];
  readonly operated: readonly OperatedControl[];
}

/** The controls of a page as its conversion found them. */
export function readControls(project: string, page: string): KnownControls {
  const file = join(project, 'reference', page, CONTROLS_FILE);
  if (!existsSync(file)) return { behaviours: [], controls: [] };
  return JSON.parse(readFileSync(file, 'utf8')) as KnownControls;
}

const CONTROLS_FILE = 'controls.json';
