import { isElement, isWords, textOf } from '../document/walk.js';
import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';

/* What sets words off in a text: the marks of CommonMark, and runs that have names. */

export type Mark = 'strong' | 'emph' | 'code' | 'link' | 'linebreak';

export type Styles = Readonly<Record<string, SharedStyle>>;

const BY_ELEMENT: Readonly<Record<string, Mark>> = {
  strong: 'strong',
  b: 'strong',
  em: 'emph',
  i: 'emph',
  code: 'code',
  a: 'link',
  br: 'linebreak',
};

/** Elements that stand in a line of text (HTML, 3.2.5.2.5), as far as they are no controls. */
const IN_LINE = new Set(
  'a abbr b bdi bdo br cite code data del dfn em font i img ins kbd mark q rb rp rt ruby s samp small span strike strong sub sup svg time tt u var wbr'.split(
    ' ',
  ),
);

/** Elements that words can stand in whatever the source has: each has a meaning and a look of its own (HTML, 15.3). */
export const ALWAYS: ReadonlySet<string> = new Set(
  'abbr cite data del dfn ins kbd mark q s samp small sub sup time u var'.split(' '),
);

/** The attribute that is part of what such an element says. */
export const SAYS: Readonly<Record<string, string>> = { time: 'datetime', data: 'value', abbr: 'title', dfn: 'title' };

/** What an element in a text is in CommonMark; undefined for what that cannot say, as a run in another colour. */
export function markOf(node: ElementNode, styles: Styles): Mark | undefined {
  const known = BY_ELEMENT[node.element];
  if (known === 'code' && !(node.children ?? []).every(isWords)) return undefined;
  if (known && known !== 'linebreak' && !textOf(node)) return undefined;
  if (known || node.element !== 'span' || node.difference) return known;
  const style = styles[node.style ?? ''];
  const [only, more] = Object.entries(style?.rest ?? {});
  if (!only || more || style?.variants?.length) return undefined;
  const [name, value] = only;
  if (name === 'font-weight' && (value === 'bold' || Number(value) >= 600)) return 'strong';
  return name === 'font-style' && value === 'italic' ? 'emph' : undefined;
}

/** Whether something can stand in a text that is one field: no control, no image that a client exchanges. */
export function isInText(node: ElementNode): boolean {
  const isPlain = node.otherwise !== true && node.repeat === undefined && node.kind !== 'button';
  if (!isPlain || (!IN_LINE.has(node.element) && node.markup === undefined)) return false;
  if (node.element !== 'img') return true;
  const { alt, src = '' } = node.attributes ?? {};
  return !alt && (node.kind === 'artwork' || src.startsWith('data:'));
}

/** Names of the runs of a text, and the runs that have each name: all of one name look and are alike. */
export interface NamedRuns {
  readonly nameOf: ReadonlyMap<ElementNode, string>;
  readonly byName: ReadonlyMap<string, readonly ElementNode[]>;
}

/** Names what CommonMark cannot say: by the element, or by what its style is called; drawings are icons. */
export function namedRuns(children: readonly PageNode[], styles: Styles): NamedRuns {
  const nameOf = new Map<ElementNode, string>();
  const byName = new Map<string, ElementNode[]>();
  const byLook = new Map<string, string>();
  const visit = (node: PageNode): void => {
    if (!isElement(node)) return;
    if (markOf(node, styles) === undefined) {
      const look = lookOf(node);
      const name = byLook.get(look) ?? freeName(baseName(node), byName);
      byLook.set(look, name);
      nameOf.set(node, name);
      byName.set(name, [...(byName.get(name) ?? []), node]);
    }
    node.children?.forEach(visit);
  };
  children.forEach(visit);
  return { nameOf, byName };
}

function freeName(base: string, taken: ReadonlyMap<string, unknown>): string {
  for (let number = 1; ; number += 1) {
    const name = number === 1 ? base : `${base}-${number}`;
    if (!taken.has(name)) return name;
  }
}

function baseName(node: ElementNode): string {
  if (!textOf(node)) return node.element === 'wbr' ? 'wbr' : 'icon';
  if (!/^(span|font)$/.test(node.element)) return node.element;
  const [word] = /[a-z]+$/.exec(node.style ?? '') ?? [];
  return word ?? 'span';
}

function lookOf({ element, style, difference, attributes = {}, markup }: ElementNode): string {
  const others = Object.entries(attributes).filter(([name]) => name !== SAYS[element]);
  return JSON.stringify([element, style, difference, others, SAYS[element] !== undefined, markup]);
}
