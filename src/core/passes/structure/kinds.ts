import { LAYOUT_KINDS, kindsWith } from '../../document/element-kinds.js';
import { type ElementNode, type PageDocument, type SharedStyle } from '../../document/types.js';
import { elements, isElement, isWords, mapTree, walk } from '../../document/walk.js';
import type { Boxes, Pass, PassContext } from '../pass.js';
import { groupsOf } from './repeats.js';

/** A card is narrower than this share of the viewport: what is wider is a band. */
const CARD_SHARE = 0.75;
/** A picture lies behind words if it covers this share of the box that they are in. */
const BEHIND = 0.9;

/** Tells boxes that are more than boxes: cards, and pictures with text on them. */
export const kinds: Pass = {
  name: 'kinds',
  does: 'recognises cards, and images with text on them',
  run(document, context) {
    const repeated = new Set(groupsOf(document).flatMap(({ items }) => items.map(({ id }) => id)));
    const cards = new Set<string>();
    const visit = (node: ElementNode, inCard: boolean): void => {
      const card = !inCard && LAYOUT_KINDS.has(node.kind) && isCard(node, document, context, repeated.has(node.id));
      if (card) cards.add(node.id);
      for (const child of node.children ?? []) if (isElement(child)) visit(child, inCard || card);
    };
    visit(document.body, false);
    const body = mapTree(document.body, (node) => {
      if (!isElement(node) || !LAYOUT_KINDS.has(node.kind) || node.id === document.body.id) return node;
      if (cards.has(node.id)) return { ...node, kind: 'card' };
      return hasImageBehind(node, document, context.boxes) ? { ...node, kind: 'picture-box' } : node;
    });
    return { ...document, body };
  },
};

/** A box of its own look, or one of several alike, that holds different things which belong together. */
function isCard(node: ElementNode, document: PageDocument, { boxes, width }: PassContext, repeated: boolean): boolean {
  const box = boxes.get(node.id);
  if (box && box[2] > CARD_SHARE * width) return false;
  if (node.part || [...elements(node)].some(({ kind }) => kind === 'section' || kind === 'form')) return false;
  const inside = new Set([...elements(node)].slice(1).flatMap(({ kind }) => (CONTENT.has(kind) ? [kind] : [])));
  if (!inside.has('heading') && !(inside.has('text') && (inside.has('image') || inside.has('picture-box'))))
    return false;
  return inside.size > 1 && (repeated || isFramed(node, document));
}

const CONTENT = kindsWith(({ isContent }) => isContent);

const CLEAR = /^(transparent|initial|unset|none|inherit|revert|rgba\(\d+, \d+, \d+, 0\))$/;

/** Whether a box has a fill, a frame or a shadow of its own. */
function isFramed(node: ElementNode, { styles }: PageDocument): boolean {
  const rest = node.style ? (styles[node.style]?.rest ?? {}) : {};
  const seen = (name: string): boolean => rest[name] !== undefined && !CLEAR.test(rest[name]);
  if (seen('background-color') || seen('background-image') || seen('box-shadow')) return true;
  return ['top', 'left', 'bottom'].some(
    (side) =>
      parseFloat(rest[`border-${side}-width`] ?? '0') > 0 &&
      !/^(none|hidden)$/.test(rest[`border-${side}-style`] ?? 'none'),
  );
}

/** A picture as the box's background, or one in it that lies behind its words. */
function hasImageBehind(node: ElementNode, { styles }: PageDocument, boxes: Boxes): boolean {
  const words = [...walk(node)].some((node) => isWords(node) && node.text.trim());
  if (!words) return false;
  if (showsImage(node.style ? styles[node.style] : undefined)) return true;
  const children = (node.children ?? []).filter(isElement);
  const image = children.find(({ kind }) => kind === 'image');
  const [around, behind] = [boxes.get(node.id), image && boxes.get(image.id)];
  if (!image || !around || !behind || children.length < 2) return false;
  return behind[2] * behind[3] >= BEHIND * around[2] * around[3];
}

function showsImage(style: SharedStyle | undefined): boolean {
  const image = style?.rest['background-image'] ?? '';
  const size = style?.rest['background-size'] ?? '';
  return /url\(/.test(image) && /^(cover|100%|100% 100%)$/.test(size);
}
