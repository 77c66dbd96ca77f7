import { required } from '../../data/required.js';
import type { Declarations, ElementNode, PageDocument, PageNode } from '../../document/types.js';
import { isElement, isWords } from '../../document/walk.js';

/** How far above the slides the box may be that they are cut at. */
const NEAR = 3;

/**
 * Copies that a script made of slides, so that they go round without end: a row that is cut at its box and moved in it, in
 * which a few different slides come again in their order. They are no content: whoever edits a slide edits it once.
 */
export function clonesIn({ body, styles }: PageDocument): ReadonlySet<PageNode> {
  const found = new Set<PageNode>();
  const looks = ({ style, difference }: ElementNode): Declarations => ({
    ...styles[style ?? '']?.rest,
    ...styles[difference ?? '']?.rest,
  });
  const visit = (node: ElementNode, above: readonly ElementNode[]): void => {
    const slides = (node.children ?? []).filter(isElement);
    const around = [node, ...above].slice(0, NEAR);
    if (slides.length > 2 && around.some((box) => isCutting(looks(box))))
      for (const clone of copiesAmong(slides, isMoved(looks(node)))) found.add(clone);
    for (const child of slides) visit(child, [node, ...above]);
  };
  visit(body, []);
  return found;
}

function isCutting(look: Declarations): boolean {
  return /hidden|clip|auto|scroll/.test(`${look['overflow-x'] ?? ''} ${look['overflow'] ?? ''}`);
}

/** Whether a row is moved to one side. Margins that are alike on both sides are the gutters of a grid. */
function isMoved(look: Declarations): boolean {
  const { transform = 'none', translate = 'none', left = '0', 'margin-left': margin = '0' } = look;
  const isPushed = parseFloat(margin) < 0 && margin !== look['margin-right'];
  return transform !== 'none' || translate !== 'none' || parseFloat(left) < 0 || isPushed;
}

/** The slides that come again, if all do in their order; those stay that are shown, or stand in the middle. */
function copiesAmong(slides: readonly ElementNode[], isMovedRow: boolean): readonly ElementNode[] {
  const says = slides.map(sayingOf);
  const count = new Set(says).size;
  const isRound = says.every((said, at) => said !== '' && said === says[at % count]);
  if (count < 2 || count === slides.length || !isRound) return [];
  const isShut = slides.map(({ attributes = {} }) => attributes['aria-hidden'] === 'true' || 'inert' in attributes);
  if (!isMovedRow && !isShut.some(Boolean)) return [];
  const open = isShut.indexOf(false);
  const most = slides.length - count;
  const start = isShut.some(Boolean) && open >= 0 ? Math.min(open, most) : Math.floor(most / 2);
  return slides.filter((_, at) => at < start || at >= start + count).map(required);
}

/** All that a slide says, shows and leads to. */
function sayingOf(node: PageNode): string {
  if (isWords(node)) return node.text.trim();
  const { src = '', href = '', alt = '' } = node.attributes ?? {};
  return [src, href, alt, node.markup ?? '', ...(node.children ?? []).map(sayingOf)].filter(Boolean).join(' ');
}
