import type { PageDocument } from '../page/types.js';
import { everywhere } from './everywhere.js';
import { fields } from './fields.js';
import { names } from './names.js';
import type { Pass, PassContext } from './pass.js';
import { sections } from './sections.js';
import { shareStyles } from './share-styles.js';
import { unused } from './unused.js';
import { wrappers } from './wrappers.js';

/** The passes in the order in which they run. */
export const PASSES: readonly Pass[] = [sections, wrappers, names, everywhere, unused, shareStyles, fields];

/** Designs come with their sections marked. */
export const DESIGN_PASSES: readonly Pass[] = [names, unused, shareStyles, fields];

export function runPasses(
  document: PageDocument,
  context: PassContext,
  passes: readonly Pass[] = PASSES,
): PageDocument {
  return passes.reduce((made, pass) => pass.run(made, context), document);
}
