import { defined } from '../../core/data/defined.js';
import { required } from '../../core/data/required.js';
import type { OpenBrowser } from '../../browser/launch.js';
import type { MeasuredSection, MeasuredElement } from '../../core/proof/measurement.js';
import type { PageDocument } from '../../core/document/types.js';
import { sectionSlug } from '../../core/text/slug.js';
import { decisionsPass } from '../../core/passes/brief/decisions.js';
import { findingsOf } from '../../core/survey/survey.js';
import { DESIGN_PASSES, runPasses, withBrief } from '../../core/passes/presets.js';
import { drawnStatesPass } from '../../core/passes/states/drawn-states.js';
import { menuTargetsPass } from '../../core/passes/names/menu-targets.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import type { AssetStore } from '../../project/assets.js';
import { readFontFolder } from '../../project/fonts.js';
import { bringAssets } from './bring-assets.js';
import type { ReadOptions } from './convert.js';
import type { PageBuild } from './page-build.js';
import { buildHead } from './page-head.js';
import { readDesigns, type ReadDesign } from './read-designs.js';
import { finishReference } from '../source/reference.js';
import type { DesignSource } from '../source/source.js';
import { choicesBefore } from './write-project.js';

/** Stands where a linked picture of a drawing is missing: unlike no picture at all, it keeps the picture's place. */
const EMPTY_IMAGE = '<svg xmlns="http://www.w3.org/2000/svg"/>\n';

/** Makes the pages that artboards are of. @param store where the files that they show go @throws TavrikError */
// eslint-disable-next-line max-lines-per-function -- the steps of a conversion, in order
export async function buildDesignPages(
  source: DesignSource,
  { progress, fonts, drawing, page, out, design, decisions, briefText }: ReadOptions,
  browser: OpenBrowser,
  store: AssetStore,
): Promise<PageBuild[]> {
  const choices = { ...choicesBefore(out), ...design };
  const read = await readDesigns(
    browser,
    {
      ...source,
      choices,
      ...defined({ drawing }),
      brief: decisions,
      look: briefText === undefined,
      ...(page === undefined ? {} : { page }),
      ...(fonts === undefined ? {} : { fonts: await readFontFolder(fonts) }),
    },
    progress,
  );
  try {
    const builds: PageBuild[] = [];
    for (const page of read.pages) {
      const width = required(page.document.source.widths[0]);
      const reached = [...page.reached];
      const decide = decisionsPass(decisions, (decision) => reached.push(decision));
      const lost = new Map<number, string>();
      const ledBy: string[] = [];
      const passes = withBrief(DESIGN_PASSES, decisions, decide, (line, text) => lost.set(line, text), [
        menuTargetsPass((note) => ledBy.push(note)),
        drawnStatesPass(page.states, (note) => ledBy.push(note)),
      ]);
      const raw = runPasses(page.document, { boxes: page.boxes, width }, passes);
      progress('Collecting images');
      const { document, missing } = await bringAssets(raw, read.address, store, {
        instead: EMPTY_IMAGE,
        inlineLimit: 0,
      });
      const references = await Promise.all(
        page.references.map((open, index) =>
          finishReference(open, { sections: placesOn(document, page.sections, index), places: thingsOn(page, index) }),
        ),
      );
      const headed = await buildHead(
        document,
        { brief: decisions, address: read.address, online: false, references },
        store,
      );
      builds.push({
        document: headed.document,
        references,
        source,
        files: page.files,
        choices,
        notes: [...page.notes, ...ledBy, ...missing, ...headed.notes],
        lostFields: lost,
        reached,
        ...(page.seen ? { findings: findingsOf(page.seen) } : {}),
        sourceElements: references[0]?.measured.elements ?? 0,
        reasons: sectionsOf(document).map(({ id, name }) => ({ section: name, lines: page.reasons.get(id) ?? [] })),
      });
    }
    return builds;
  } finally {
    await read.close();
  }
}

/** Where the elements of a design stand on one of its boards, by their ids. */
function thingsOn({ standing }: ReadDesign, artboard: number): Record<string, MeasuredElement> {
  return Object.fromEntries(
    [...standing].flatMap(([id, artboards]) => {
      const own = artboards[artboard];
      return own ? [[id, own]] : [];
    }),
  );
}

/** Where the sections of a design lie on one of its boards. */
function placesOn(document: PageDocument, sections: ReadDesign['sections'], artboard: number): MeasuredSection[] {
  const names = new Map(sectionsOf(document).map(({ id, name }) => [id, sectionSlug(name)]));
  return sections.flatMap(({ id, boxes }): MeasuredSection[] => {
    const box = boxes[artboard];
    const name = names.get(id);
    return box && name ? [{ name, x: box[0], y: box[1], width: box[2], height: box[3] }] : [];
  });
}
