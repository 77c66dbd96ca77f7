import * as csstree from 'css-tree';
/** [ids, classes, elements], Selectors 4, section 17. */
export type Specificity = readonly [number, number, number];

export const OLD_PARTS = new Set(['before', 'after', 'first-line', 'first-letter']);

export function specificityOf(selector: csstree.Selector): Specificity {
  return selector.children.toArray().reduce<Specificity>((sum, node) => add(sum, specificityOfNode(node)), [0, 0, 0]);
}

function specificityOfNode(node: csstree.CssNode): Specificity {
  switch (node.type) {
    case 'IdSelector':
      return [1, 0, 0];
    case 'ClassSelector':
    case 'AttributeSelector':
      return [0, 1, 0];
    case 'TypeSelector':
      return node.name === '*' || node.name.endsWith('|*') ? [0, 0, 0] : [0, 0, 1];
    case 'PseudoElementSelector':
      return [0, 0, 1];
    case 'PseudoClassSelector':
      return specificityOfPseudoClass(node);
    default:
      return [0, 0, 0];
  }
}

function specificityOfPseudoClass(node: csstree.PseudoClassSelector): Specificity {
  const name = node.name.toLowerCase();
  if (name === 'where') return [0, 0, 0];
  if (OLD_PARTS.has(name)) return [0, 0, 1];
  const most = node.children ? mostSpecific(node.children.toArray()) : ([0, 0, 0] as const);
  if (['is', 'not', 'has', 'matches', '-webkit-any'].includes(name)) return most;
  return name.startsWith('nth-') || name === 'host' ? add([0, 1, 0], most) : [0, 1, 0];
}

function mostSpecific(nodes: readonly csstree.CssNode[]): Specificity {
  const inside = nodes.flatMap((node): Specificity[] => {
    if (node.type === 'Selector') return [specificityOf(node)];
    if (node.type === 'SelectorList')
      return node.children.toArray().map((child) => specificityOf(child as csstree.Selector));
    if (node.type === 'Nth' && node.selector?.type === 'SelectorList') return [mostSpecific([node.selector])];
    return [];
  });
  return inside.reduce((most, specificity) => (compareSpecificity(specificity, most) > 0 ? specificity : most), [
    0, 0, 0,
  ] as Specificity);
}

function add(a: Specificity, b: Specificity): Specificity {
  return [a[0] + b[0], a[1] + b[1], a[2] + b[2]];
}

/** Negative if `a` is less specific than `b`, 0 if they are equal. */
export function compareSpecificity(a: Specificity, b: Specificity): number {
  return a[0] - b[0] || a[1] - b[1] || a[2] - b[2];
}
