import type { PageDocument } from '../document/types.js';
import { anchors } from './names/anchors.js';
import { carousels } from './structure/carousels.js';
import { columns } from './structure/columns.js';
import { differences } from './styles/differences.js';
import type { Brief } from '../brief/brief.js';
import { universalStyle } from './styles/universal-style.js';
import { fieldDecisionsPass } from './fields/field-decisions.js';
import { fields, fieldsPass } from './fields/fields.js';
import { siteFacts } from './fields/repeated-facts.js';
import { introduction } from './structure/introduction.js';
import { foldMenu } from './structure/fold-menu.js';
import { hiddenTargets } from './structure/hidden-targets.js';
import { kinds } from './structure/kinds.js';
import { landmarks } from './structure/landmarks.js';
import { linkLists } from './structure/link-lists.js';
import { linkRulesPass } from './brief/link-rules.js';
import { motionPass } from './brief/motion.js';
import { scrolledHeader } from './states/scrolled-header.js';
import { scrollPaddingPass } from './states/scroll-padding.js';
import { menuBar } from './structure/menu-bar.js';
import { names } from './names/names.js';
import { operated } from './structure/operated.js';
import { outline } from './structure/outline.js';
import type { Pass, PassContext } from './pass.js';
import { buttonStates } from './states/button-states.js';
import { questions } from './structure/questions.js';
import { repeats } from './structure/repeats.js';
import { sections } from './structure/sections.js';
import { shareStyles } from './styles/share-styles.js';
import { switches } from './structure/switches.js';
import { tabs } from './structure/tabs.js';
import { descriptionLists } from './structure/description-lists.js';
import { unused } from './styles/unused.js';

/** The passes over an HTML page before its boxes are trimmed, in the order in which they run. */
export const FIRST_PASSES: readonly Pass[] = [operated, hiddenTargets, tabs, switches, carousels, sections];

/** The passes after that. */
export const LAST_PASSES: readonly Pass[] = [
  columns,
  descriptionLists,
  kinds,
  landmarks,
  names,
  anchors,
  universalStyle,
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
  linkLists,
  menuBar,
  questions,
  kinds,
  names,
  anchors,
  buttonStates,
  unused,
  repeats,
  differences,
  shareStyles,
  fields,
  siteFacts,
  introduction,
];

/**
 * The passes with those that a brief asks for.
 * @param decisions needs the names of things, and comes before anything is shared
 * @param lost receives decisions on fields, links and motion that match nothing on the page
 * @param after come right after what the brief says of links and motion
 */
export function withBrief(
  passes: readonly Pass[],
  { richFrom, fields: fieldDecisions = [], links = [], motion = [], scrolling }: Brief,
  decisions: Pass,
  lost: (line: number, text: string) => void,
  after: readonly Pass[] = [],
): Pass[] {
  return passes.flatMap((pass) => {
    if (pass === names) return [pass, decisions, scrolledHeader];
    if (pass === anchors) {
      const ruled = [
        ...(links.length ? [linkRulesPass(links, lost)] : []),
        ...(motion.length ? [motionPass(motion, lost)] : []),
      ];
      return [pass, ...ruled, scrollPaddingPass(scrolling === 'smooth'), ...after];
    }
    if (pass === fields) return [fieldsPass(richFrom)];
    return pass === siteFacts && fieldDecisions.length ? [pass, fieldDecisionsPass(fieldDecisions, lost)] : [pass];
  });
}

export function runPasses(
  document: PageDocument,
  context: PassContext,
  passes: readonly Pass[] = PASSES,
): PageDocument {
  return passes.reduce((page, pass) => pass.run(page, context), document);
}
