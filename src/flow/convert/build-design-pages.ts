import { required } from '../../core/data/required.js';
import type { OpenBrowser } from '../../browser/launch.js';
import type { MeasuredSection, MeasuredThing } from '../../core/proof/measurement.js';
import type { PageDocument } from '../../core/document/types.js';
import { sectionSlug } from '../../core/text/words.js';
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
import type { Made } from './page-build.js';
import { makeHead } from './page-head.js';
import { readDesigns, type ReadDesign } from './read-designs.js';
import { finishReference } from '../source/reference.js';
import type { Source } from '../source/find-sources.js';
import { choicesBefore } from './write-project.js';

/** Stands where a linked picture of a drawing is missing: unlike no picture at all, it keeps the picture's place. */
const EMPTY_PICTURE = `data:image/svg+xml,${encodeURIComponent('<svg xmlns="http://www.w3.org/2000/svg"/>')}`;

/** Makes the pages that artboards are of. @param store where the files that they show go @throws Problem */
export async function makeDesignPages(
  source: Extract<Source, { kind: 'svg' }>,
  { progress, fonts, page, out, design, decisions, briefText }: ReadOptions,
  browser: OpenBrowser,
  store: AssetStore,
): Promise<Made[]> {
  const choices = { ...choicesBefore(out), ...design };
  const read = await readDesigns(
    browser,
    {
      ...source,
      choices,
      brief: decisions,
      look: briefText === undefined,
      ...(page === undefined ? {} : { page }),
      ...(fonts === undefined ? {} : { fonts: await readFontFolder(fonts) }),
    },
    progress,
  );
  try {
    const made: Made[] = [];
    for (const one of read.pages) {
      const width = required(one.document.source.widths[0]);
      const reached = [...one.reached];
      const decide = decisionsPass(decisions, (one) => reached.push(one));
      const lost = new Map<number, string>();
      const ledBy: string[] = [];
      const passes = withBrief(DESIGN_PASSES, decisions, decide, (line, said) => lost.set(line, said), [
        menuTargetsPass((note) => ledBy.push(note)),
        drawnStatesPass(one.states, (note) => ledBy.push(note)),
      ]);
      const raw = runPasses(one.document, { boxes: one.boxes, width }, passes);
      progress('Collecting pictures');
      const { document, missing } = await bringAssets(raw, read.address, store, { instead: EMPTY_PICTURE });
      const references = await Promise.all(
        one.references.map((open, index) =>
          finishReference(open, { sections: placesOn(document, one.sections, index), places: thingsOn(one, index) }),
        ),
      );
      const headed = await makeHead(
        document,
        { brief: decisions, address: read.address, online: false, references },
        store,
      );
      made.push({
        document: headed.document,
        references,
        source,
        files: one.files,
        choices,
        notes: [...one.notes, ...ledBy, ...missing, ...headed.notes],
        lostFields: lost,
        reached,
        ...(one.seen ? { findings: findingsOf(one.seen) } : {}),
        sourceElements: references[0]?.measured.elements ?? 0,
        reasons: sectionsOf(document).map(({ id, name }) => ({ section: name, lines: one.reasons.get(id) ?? [] })),
      });
    }
    return made;
  } finally {
    await read.close();
  }
}

/** Where the elements of a design stand on one of its boards, by their ids. */
function thingsOn({ standing }: ReadDesign, board: number): Record<string, MeasuredThing> {
  return Object.fromEntries(
    [...standing].flatMap(([id, boards]) => {
      const own = boards[board];
      return own ? [[id, own]] : [];
    }),
  );
}

/** Where the sections of a design lie on one of its boards. */
function placesOn(document: PageDocument, sections: ReadDesign['sections'], board: number): MeasuredSection[] {
  const names = new Map(sectionsOf(document).map(({ id, name }) => [id, sectionSlug(name)]));
  return sections.flatMap(({ id, boxes }): MeasuredSection[] => {
    const box = boxes[board];
    const name = names.get(id);
    return box && name ? [{ name, x: box[0], y: box[1], width: box[2], height: box[3] }] : [];
  });
}
