import { required } from '../../data/required.js';
import type { Declarations, ElementNode, PageDocument, SharedStyle, StyleVariant } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import type { Boxes, Pass } from '../pass.js';
import { RING, UNSEEN } from './hidden-inputs.js';

/** Fewer links than these fit beside each other. */
const FEWEST = 3;
/** What is neither a link nor the way to one has at most so many words: a name, a thing to press. */
const MOST_WORDS = 6;
/** Least size of a thing to press on a screen that is touched (WCAG 2.2, 2.5.8 asks for 24); px. */
const TOUCH = '44px';

/** A row of links, unfolded. */
const COLUMN: Declarations = {
  display: 'flex',
  'flex-direction': 'column',
  'align-items': 'flex-start',
  'row-gap': '8px',
};

/** What the menu is opened with. */
const BUTTON: Declarations = {
  display: 'flex',
  'align-items': 'center',
  'justify-content': 'center',
  width: TOUCH,
  height: TOUCH,
  'margin-left': 'auto',
  cursor: 'pointer',
};

const BARS =
  '<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 24 24" width="24" height="24" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round"><path d="M4 7h16M4 12h16M4 17h16"/></svg>';

/** Room at the sides of a screen, and between things in a row; px. */
const GUTTER = 20;
const GAP = 16;

/**
 * Folds the menu at the top of a design behind a button, on screens that nobody drew: on the narrowest, and on the one
 * above it where its row does not fit. The links open and close with a check box.
 *
 * Before: a row of a name and five links, after: the same with a check box and its label before the links.
 */
export const foldMenu: Pass = {
  name: 'fold-menu',
  does: 'folds the main menu on narrow screens that nobody drew',
  run(document, { boxes }) {
    const row = document.source.kind === 'design' ? menuRow(document) : undefined;
    const screens = row ? screensToFold(document, row, boxes) : [];
    return row && screens.length ? fold(document, row, screens) : document;
  },
};

/** When the menu is folded: below a breakpoint, on the wider screen only as far as the row needs more room. */
type When = Pick<StyleVariant, 'at' | 'when'>;

function screensToFold({ source, breakpoints }: PageDocument, row: ElementNode, boxes: Boxes): When[] {
  /* The layouts below these were derived rather than drawn. */
  const derived = breakpoints.slice(source.widths.length - 1);
  const narrowest = derived.at(-1);
  if (!narrowest) return [];
  const wider = derived.at(-2);
  const inside = (row.children ?? []).filter(isElement).map(({ id }) => boxes.get(id)?.[2] ?? 0);
  const needed = Math.ceil(inside.reduce((sum, width) => sum + width + GAP, 2 * GUTTER));
  return [
    ...(wider && needed > narrowest.below ? [{ at: wider.name, when: `@media (width < ${needed}px)` }] : []),
    { at: narrowest.name },
  ];
}

/** The first row of the page that is its menu: links, a name and a thing to press, and nothing else. */
export function menuRow(document: PageDocument): ElementNode | undefined {
  const [first] = (document.body.children ?? []).filter(isElement);
  const header = [...elements(document.body)].find(({ part }) => part === 'header');
  const top = header ?? (first?.element === 'main' ? first.children?.find(isElement) : first);
  if (!top || hasSwitch(top)) return undefined;
  return [...elements(top)].find((node) => {
    if (document.styles[node.style ?? '']?.rest['display'] !== 'flex') return false;
    const inside = (node.children ?? []).filter(isElement);
    const folded = foldedOf(inside, document);
    const links = folded.flatMap((element) => [...elements(element)].filter(isLink));
    const others = inside.filter((element) => !folded.includes(element));
    return links.length >= FEWEST && others.every(isBrief);
  });
}

/** Whether something opens by a check box already: what is filled in, in a form or a label, is none. */
function hasSwitch(node: ElementNode): boolean {
  if (node.element === 'input') return true;
  const isFilledIn = node.element === 'form' || node.element === 'label';
  return !isFilledIn && (node.children ?? []).some((child) => isElement(child) && hasSwitch(child));
}

function isLink({ kind }: ElementNode): boolean {
  return kind === 'link';
}

/** A link, or a box with words in links only. */
function leadsOnly(node: ElementNode): boolean {
  if (isLink(node)) return true;
  const inside = (node.children ?? []).filter((child) => isElement(child) || child.text.trim());
  return node.kind !== 'button' && inside.length > 0 && inside.every((child) => isElement(child) && leadsOnly(child));
}

/** What is folded: links that are set as most of them are, boxes of links, and what is pressed behind them. */
function foldedOf(inside: readonly ElementNode[], { styles }: PageDocument): ElementNode[] {
  const setting = ({ style }: ElementNode): string => {
    const rest = styles[style ?? '']?.rest ?? {};
    return ['font-size', 'font-weight', 'font-family'].map((name) => rest[name]).join('|');
  };
  const links = inside.filter(leadsOnly).flatMap((element) => [...elements(element)].filter(isLink));
  const alike = (element: ElementNode): number => links.filter((other) => setting(other) === setting(element)).length;
  const leading = inside.filter(
    (element) => leadsOnly(element) && (!isLink(element) || alike(element) * 2 >= links.length),
  );
  const first = leading[0] ? inside.indexOf(leading[0]) : -1;
  return inside.filter(
    (element, index) => leading.includes(element) || (element.kind === 'button' && index > first && first >= 0),
  );
}

function isBrief(node: ElementNode): boolean {
  return textOf(node).split(' ').length <= MOST_WORDS;
}

// eslint-disable-next-line max-lines-per-function -- builds one menu, which reads best as the tree it becomes
function fold(document: PageDocument, row: ElementNode, screens: readonly When[]): PageDocument {
  const styles: Record<string, SharedStyle> = { ...document.styles };
  const [box, label] = ['menu-switch', 'menu-label'].map((name) => `${name}-${row.id}`) as [string, string];
  const folded = foldedOf((row.children ?? []).filter(isElement), document);
  const within = { style: box, state: ':checked', beside: true } as const;
  for (const element of folded) {
    const style = required(element.style);
    const shown: Declarations =
      element.kind === 'button'
        ? { display: styles[style]?.rest['display'] ?? 'block', 'margin-left': '0', 'margin-top': '12px' }
        : { 'flex-basis': '100%', 'margin-left': '0', ...(isLink(element) ? { display: 'block' } : COLUMN) };
    for (const at of screens)
      addVariants(styles, style, { ...at, set: { display: 'none' } }, { ...at, within, set: shown });
  }
  styles[box] = {
    rest: { display: 'none' },
    variants: screens.map((at) => ({ ...at, set: { display: 'block', ...UNSEEN } })),
  };
  const first = [...elements(required(folded[0]))].find(isLink);
  const color = styles[first?.style ?? '']?.rest['color'];
  styles[label] = {
    rest: { display: 'none', ...(color ? { color } : {}) },
    variants: [
      ...screens.map((at) => ({ ...at, set: BUTTON })),
      { within: { style: box, state: ':focus-visible', beside: true }, set: RING },
    ],
  };
  const added: ElementNode[] = [
    {
      id: `${row.id}s`,
      kind: 'field',
      name: 'menu',
      element: 'input',
      style: box,
      attributes: { type: 'checkbox', id: 'open-menu', 'aria-label': 'Menu' },
    },
    {
      id: `${row.id}l`,
      kind: 'toggle',
      name: 'menu',
      element: 'label',
      style: label,
      attributes: { for: 'open-menu' },
      children: [
        {
          id: `${row.id}i`,
          kind: 'icon',
          name: 'bars',
          element: 'svg',
          markup: BARS,
          attributes: { 'aria-hidden': 'true' },
        },
      ],
    },
  ];
  const body = mapTree(document.body, (node) => {
    if (!isElement(node) || node.id !== row.id) return node;
    const start = (node.children ?? []).findIndex((child) => isElement(child) && child.id === folded[0]?.id);
    const children = [...(node.children ?? [])];
    children.splice(start, 0, ...added);
    return { ...node, children };
  });
  return { ...document, styles, body };
}

function addVariants(styles: Record<string, SharedStyle>, name: string, ...more: readonly StyleVariant[]): void {
  const own = styles[name] ?? { rest: {} };
  styles[name] = { ...own, variants: [...(own.variants ?? []), ...more] };
}
