import { existsSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import type { MeasuredSection } from '../../core/proof/measurement.js';
import { sectionSlug } from '../../core/text/slug.js';
import { countText } from '../../core/revise/changes.js';
import { bySection, clientText, contentLines } from '../../core/revise/words.js';
import { cropImage } from '../../project/image-codec.js';
import type { ProjectFile } from '../../project/folder.js';
import { revisePage, type BeforeAndNow, type RevisedPart } from '../../report/changes-page.js';
import type { RevisedPage } from '../../core/revise/revised.js';

/** Tallest part of a picture that is shown, px. */
const TALLEST = 1400;

/** The page of changes, and the same as a short text for the client. @param staged the new version, before it takes the place of the old one */
export async function reviseReport(
  project: string,
  staged: string,
  pages: readonly RevisedPage[],
): Promise<ProjectFile[]> {
  const parts: RevisedPart[] = [];
  for (const page of pages) {
    const sections = [...bySection(page.changes)];
    const shown = [];
    for (const [name, changes] of sections) {
      const before = page.sections.find(({ now }) => now === name)?.old ?? name;
      shown.push({ name, changes, pictures: name ? await imagesOf(project, staged, page.page, before, name) : [] });
    }
    parts.push({ page: page.page, counts: countText(page.changes), sections: shown, content: contentLines(page) });
  }
  return [
    ['index.html', revisePage(parts)],
    ['for-the-client.txt', clientText(pages)],
  ];
}

async function imagesOf(
  project: string,
  staged: string,
  page: string,
  before: string,
  now: string,
): Promise<BeforeAndNow[]> {
  const widths = widthsOf(project, page).filter((width) =>
    existsSync(join(staged, 'reference', page, `${width}.json`)),
  );
  return Promise.all(
    widths.map(async (width): Promise<BeforeAndNow> => {
      const [a, b] = await Promise.all([stripOf(project, page, width, before), stripOf(staged, page, width, now)]);
      return { width, ...(a ? { before: a } : {}), ...(b ? { now: b } : {}) };
    }),
  );
}

function widthsOf(project: string, page: string): number[] {
  const settings = join(project, 'pages', `${page}.json`);
  const { source } = JSON.parse(readFileSync(settings, 'utf8')) as { source: { widths: number[] } };
  return source.widths;
}

/** A section in the picture of the source; nothing if it is not there. */
async function stripOf(project: string, page: string, width: number, section: string): Promise<Buffer | undefined> {
  const [measured, image] = ['json', 'png'].map((ending) => join(project, 'reference', page, `${width}.${ending}`)) as [
    string,
    string,
  ];
  if (!existsSync(measured) || !existsSync(image)) return undefined;
  const { sections } = JSON.parse(readFileSync(measured, 'utf8')) as { sections: MeasuredSection[] };
  const slug = sectionSlug(section);
  const found = sections.find(({ name }) => name === slug || name.startsWith(slug) || slug.startsWith(name));
  if (!found || found.height < 1) return undefined;
  return cropImage(readFileSync(image), Math.round(found.y), Math.round(Math.min(TALLEST, found.height)));
}
