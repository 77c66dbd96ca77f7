import type { OpenBrowser } from '../../browser/launch.js';
import { differsToSee, type ConditionProof } from '../../core/proof/conditions.js';
import { sectionsOf } from '../../core/passes/structure/sections.js';
import { shownScheme } from '../../core/source/reading.js';
import { sectionSlug } from '../../core/text/slug.js';
import type { ProjectFile } from '../../project/folder.js';
import { keptFiles, readKept } from '../../project/proof-cache.js';
import type { ProofImages } from '../../report/crops.js';
import { readControls } from '../source/reference.js';
import { serveAgain } from '../source/reopen.js';
import type { Subject } from './further-checks.js';
import { proveConditions } from './prove-conditions.js';
import type { PlacedPage, ProveOptions } from './proof-options.js';

/** A comparison under a condition, with the pictures that the report shows, if there is something to see. */
export interface KeptCondition {
  readonly proof: ConditionProof;
  readonly pictures?: ProofImages;
}

export interface KeptConditions {
  /** Missing if the source is gone. */
  readonly value?: readonly KeptCondition[];
  /** Files that keep them. */
  readonly files: readonly ProjectFile[];
}

/** How a web page stands against its source under each condition; looked at again only if something has changed. */
export async function conditionsOf(
  browser: OpenBrowser,
  placed: PlacedPage,
  { document, references }: Pick<Subject, 'document' | 'references'>,
  key: string,
  options: ProveOptions,
): Promise<KeptConditions> {
  const { project, page, place, site } = placed;
  const name = `${page.name}.conditions`;
  const before = readKept<readonly ConditionProof[]>(project, name, key);
  if (before) {
    const value = before.value.map((proof, at): KeptCondition => ({ proof, ...picturesAt(before.pictures, at) }));
    return { value, files: keptFiles(name, key, before) };
  }
  const served = await serveAgain(project, page, options);
  if (!served) return { files: [] };
  options.progress(`${page.name}: Comparing in dark, print, hovered and under other conditions`);
  try {
    const found = await proveConditions(browser, {
      document,
      sections: sectionsOf(document).map(({ name: text, from }) => ({
        name: sectionSlug(text),
        path: from?.path ?? '',
      })),
      source: served.visit,
      address: `${site.origin}/${place.html}`,
      site,
      widths: references.map(({ width }) => width),
      scheme: shownScheme(page.schemes),
      both: (page.schemes ?? 'both') === 'both',
      controls: readControls(project, page.name).controls,
    });
    const value = found.map(({ proof, pictures: images }): KeptCondition =>
      differsToSee(proof) ? { proof, pictures: images } : { proof },
    );
    const images = Object.fromEntries(
      value.flatMap(({ pictures: three }, at) => (three ? namedPictures(three, at) : [])),
    );
    return { value, files: keptFiles(name, key, { value: found.map(({ proof }) => proof), pictures: images }) };
  } finally {
    await served.close();
  }
}

function namedPictures({ source, result, difference }: ProofImages, at: number): [string, Buffer][] {
  return [
    [`${at}-source.png`, source],
    [`${at}-result.png`, result],
    ...(difference ? [[`${at}-difference.jpg`, difference] as [string, Buffer]] : []),
  ];
}

function picturesAt(images: Readonly<Record<string, Buffer>>, at: number): Pick<KeptCondition, 'pictures'> {
  const [source, result] = [images[`${at}-source.png`], images[`${at}-result.png`]];
  const difference = images[`${at}-difference.jpg`];
  return source && result ? { pictures: { source, result, ...(difference ? { difference } : {}) } } : {};
}
