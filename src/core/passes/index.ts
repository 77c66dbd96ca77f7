import type { PageDocument } from '../page/types.js';
import { anchors } from './anchors.js';
import { carousels } from './carousels.js';
import { columns } from './columns.js';
import { differences } from './differences.js';
import type { Brief } from '../brief/brief.js';
import { everywhere } from './everywhere.js';
import { fieldDecisionsPass } from './fields/decided.js';
import { fields, fieldsPass } from './fields/index.js';
import { siteFacts } from './fields/facts.js';
import { foldMenu } from './fold-menu.js';
import { kinds } from './kinds.js';
import { landmarks } from './landmarks.js';
import { linkRulesPass } from './link-rules.js';
import { motionPass } from './motion.js';
import { scrolledHeader } from './scrolled-header.js';
import { scrollingPass } from './scrolling.js';
import { names } from './names.js';
import { outline } from './outline.js';
import type { Pass, PassContext } from './pass.js';
import { pressStates } from './press-states.js';
import { repeats } from './repeats.js';
import { sections } from './sections.js';
import { shareStyles } from './share-styles.js';
import { switches } from './switches.js';
import { tabs } from './tabs.js';
import { terms } from './terms.js';
import { unused } from './unused.js';

/** The passes over an HTML page before its boxes are trimmed, in the order in which they run. */
export const FIRST_PASSES: readonly Pass[] = [tabs, switches, carousels, sections];

/** The passes after that. */
export const LAST_PASSES: readonly Pass[] = [
  columns,
  terms,
  kinds,
  landmarks,
  names,
  anchors,
  everywhere,
  unused,
  repeats,
  differences,
  shareStyles,
  fields,
  siteFacts,
];

/** All passes over an HTML page. */
export const PASSES: readonly Pass[] = [...FIRST_PASSES, ...LAST_PASSES];

/** Designs come with their sections marked. */
export const DESIGN_PASSES: readonly Pass[] = [
  outline,
  foldMenu,
  kinds,
  names,
  anchors,
  pressStates,
  unused,
  repeats,
  differences,
  shareStyles,
  fields,
  siteFacts,
];

/**
 * The passes with those that a brief asks for.
 * @param decisions needs the names of things, and comes before anything is shared
 * @param lost is told of what is said of fields, links and motion that the page does not have
 * @param after come right after what the brief says of links and motion
 */
export function withBrief(
  passes: readonly Pass[],
  { richFrom, fields: said = [], links = [], motion = [], scrolling }: Brief,
  decisions: Pass,
  lost: (line: number, said: string) => void,
  after: readonly Pass[] = [],
): Pass[] {
  return passes.flatMap((pass) => {
    if (pass === names) return [pass, decisions, scrolledHeader];
    if (pass === anchors) {
      const ruled = [...(links.length ? [linkRulesPass(links, lost)] : []), ...(motion.length ? [motionPass(motion, lost)] : [])]; // prettier-ignore
      return [pass, ...ruled, scrollingPass(scrolling === 'smooth'), ...after];
    }
    if (pass === fields) return [fieldsPass(richFrom)];
    return pass === siteFacts && said.length ? [pass, fieldDecisionsPass(said, lost)] : [pass];
  });
}

export function runPasses(
  document: PageDocument,
  context: PassContext,
  passes: readonly Pass[] = PASSES,
): PageDocument {
  return passes.reduce((made, pass) => pass.run(made, context), document);
}
