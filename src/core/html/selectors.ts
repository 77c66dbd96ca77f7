import { required } from '../data/required.js';
import * as csstree from 'css-tree';
import { type Specificity, OLD_PARTS, specificityOf } from '../css/specificity.js';

/** One complex selector, taken apart into what can be matched at rest and the condition under which it holds. */
export interface ReadSelector {
  readonly specificity: Specificity;
  /** The selector without states and generated parts: what it matches can be asked for at rest. */
  readonly match: string;
  /** Generated part, e.g. `::before`. */
  readonly part?: string;
  /** States of the subject, e.g. `:hover`. */
  readonly state?: string;
  /** Another element that must be in a state: its own selector (at rest) and the state. */
  readonly within?: StateElsewhere;
  /** True if it depends on states in a way that cannot be kept (several elements that have to be in states). */
  readonly lost?: boolean;
}

/** An ancestor in a state, or with `beside` an element that comes before this one, or before one that holds it. */
interface StateElsewhere {
  readonly match: string;
  readonly state: string;
  readonly beside?: boolean;
  /** It may be any of several that hold the subject, however far out. */
  readonly far?: boolean;
}

const STATES = new Set([
  'hover',
  'focus',
  'focus-visible',
  'focus-within',
  'active',
  'visited',
  'checked',
  'disabled',
  'enabled',
  'indeterminate',
  'invalid',
  'valid',
  'user-invalid',
  'user-valid',
  'in-range',
  'out-of-range',
  'required',
  'optional',
  'placeholder-shown',
  'read-only',
  'read-write',
  'default',
  'target',
  'autofill',
  '-webkit-autofill',
  'fullscreen',
  'modal',
  'open',
  'popover-open',
]);
const COMBINATORS = new Set(['Combinator']);

/** Reads a selector list. Throws nothing: what cannot be parsed yields an empty list. */
export function readSelectorList(text: string): ReadSelector[] {
  let list: csstree.CssNode;
  try {
    list = csstree.parse(text, { context: 'selectorList', parsePseudo: true } as csstree.ParseOptions);
  } catch {
    return [];
  }
  if (list.type !== 'SelectorList') return [];
  return list.children.toArray().flatMap((child) => {
    if (child.type !== 'Selector') return [];
    const specificity = specificityOf(child);
    return unfold(child).map((plain) => readSelector(plain, specificity));
  });
}

/** Most selectors that one selector is unfolded into. */
const MOST_UNFOLDED = 64;

/**
 * Writes `:is()`, `:where()` and `:not()` out where states are inside of them, so that `a:is(:hover, :focus)` is two
 * selectors, and `a:not(.x:hover)` is `a:not(.x)` and `a:not(:hover)`.
 */
function unfold(selector: csstree.Selector): csstree.Selector[] {
  const nodes = selector.children.toArray();
  const negated = nodes.findIndex((node) => isNegation(node) && holdsState(node) && !isNegatedState(node));
  if (negated >= 0)
    return partedNegations(nodes[negated] as csstree.PseudoClassSelector).flatMap((own) =>
      unfold({
        type: 'Selector',
        children: listOf([...nodes.slice(0, negated), ...own, ...nodes.slice(negated + 1)]),
      }),
    );
  const at = nodes.findIndex((node) => isList(node) && holdsState(node));
  if (at < 0) return [selector];
  const inside = selectorsIn(nodes[at] as csstree.PseudoClassSelector);
  const starts = at === 0 || nodes[at - 1]?.type === 'Combinator';
  const selectors = inside.flatMap((selector) => {
    const own = selector.children.toArray();
    const complex = own.some(({ type }) => type === 'Combinator');
    if (complex && !(at === 0)) return [];
    const typed = own[0]?.type === 'TypeSelector' && !starts;
    if (typed) return [];
    return unfold({ type: 'Selector', children: listOf([...nodes.slice(0, at), ...own, ...nodes.slice(at + 1)]) });
  });
  return selectors.slice(0, MOST_UNFOLDED);
}

function listOf(nodes: csstree.CssNode[]): csstree.List<csstree.CssNode> {
  return new csstree.List<csstree.CssNode>().fromArray(nodes);
}

function isNegation(node: csstree.CssNode): node is csstree.PseudoClassSelector {
  return node.type === 'PseudoClassSelector' && node.name.toLowerCase() === 'not';
}

/** `:not(:hover)`: a state as well. */
function isNegatedState(node: csstree.CssNode): boolean {
  if (!isNegation(node)) return false;
  const [only, ...others] = selectorsIn(node);
  const [state, ...more] = only?.children.toArray() ?? [];
  return others.length + more.length === 0 && state !== undefined && isState(state);
}

/**
 * What a negation comes to, as ways to be none of what is in it: each is a row of negations. A selector with combinators
 * in it stays whole.
 */
function partedNegations(node: csstree.PseudoClassSelector): csstree.CssNode[][] {
  const negationOf = (nodes: csstree.CssNode[]): csstree.CssNode => ({
    type: 'PseudoClassSelector',
    name: 'not',
    children: listOf([{ type: 'SelectorList', children: listOf([{ type: 'Selector', children: listOf(nodes) }]) }]),
  });
  return selectorsIn(node).reduce<csstree.CssNode[][]>(
    (ways, selector) => {
      const simple = selector.children.toArray();
      const states = simple.filter(isState);
      const others = simple.filter((each) => !isState(each));
      const isCompound = !simple.some(({ type }) => type === 'Combinator');
      const parts = isCompound ? [...states.map((each) => [each]), ...(others.length ? [others] : [])] : [simple];
      return ways.flatMap((way) => parts.map((part) => [...way, negationOf(part)]));
    },
    [[]],
  );
}

function isState(node: csstree.CssNode): boolean {
  return node.type === 'PseudoClassSelector' && STATES.has(node.name.toLowerCase()) && !node.children;
}

function isList(node: csstree.CssNode): node is csstree.PseudoClassSelector {
  return node.type === 'PseudoClassSelector' && /^(is|where|matches|-webkit-any)$/i.test(node.name);
}

function selectorsIn(node: csstree.PseudoClassSelector): csstree.Selector[] {
  return (node.children?.toArray() ?? []).flatMap((child) =>
    child.type === 'SelectorList'
      ? child.children.toArray().flatMap((child) => (child.type === 'Selector' ? [child] : []))
      : child.type === 'Selector'
        ? [child]
        : [],
  );
}

function holdsState(node: csstree.CssNode): boolean {
  let found = false;
  csstree.walk(node, (cssNode) => {
    if (isState(cssNode)) found = true;
  });
  return found;
}

/** `:has()` with a state inside is itself a state, if it says nothing that only the source knows (classes, ids). */
function isStateOfInside(node: csstree.CssNode): boolean {
  if (node.type !== 'PseudoClassSelector' || node.name.toLowerCase() !== 'has' || !holdsState(node)) return false;
  return !/[.#[]/.test(csstree.generate(node));
}

function readSelector(selector: csstree.Selector, specificity: Specificity): ReadSelector {
  const compounds = splitCompounds(selector);
  const subject = compounds.length - 1;
  let part: string | undefined;
  let state: string | undefined;
  let elsewhere: { readonly compound: number; readonly state: string } | undefined;
  let lost = false;
  const texts = compounds.map(({ nodes, combinator }, index) => {
    const kept: string[] = [];
    let states = '';
    for (const node of nodes) {
      const name =
        node.type === 'PseudoClassSelector' || node.type === 'PseudoElementSelector' ? node.name.toLowerCase() : '';
      if (node.type === 'PseudoElementSelector' || (node.type === 'PseudoClassSelector' && OLD_PARTS.has(name))) {
        part = `::${csstree.generate(node).replace(/^:+/, '')}`;
      } else if (isState(node) || isNegatedState(node) || isStateOfInside(node)) {
        if (part && index === subject) part += csstree.generate(node);
        else states += csstree.generate(node);
      } else {
        /* What the source calls an element inside is not known where the result says it. */
        if (node.type === 'PseudoClassSelector' && name === 'has' && holdsState(node)) lost = true;
        kept.push(csstree.generate(node));
      }
    }
    if (states && index === subject) state = states;
    else if (states && elsewhere) lost = true;
    else if (states) elsewhere = { compound: index, state: states };
    const text = kept.join('') || '*';
    return { text, combinator };
  });
  const join = (until: number): string =>
    texts
      .slice(0, until + 1)
      .map(({ text, combinator }, index) => (index ? `${combinator === ' ' ? ' ' : ` ${combinator} `}${text}` : text))
      .join('');
  const within = ((): StateElsewhere | undefined => {
    if (!elsewhere) return undefined;
    const { compound, state: hostState } = elsewhere;
    const beside = /[~+]/.test(texts[compound + 1]?.combinator ?? '');
    const far = compound === subject - 1 && texts[subject]?.combinator === ' ';
    return { match: join(compound), state: hostState, ...(beside ? { beside } : {}), ...(far ? { far } : {}) };
  })();
  return {
    specificity,
    match: join(subject),
    ...(part ? { part } : {}),
    ...(state ? { state } : {}),
    ...(within ? { within } : {}),
    ...(lost ? { lost } : {}),
  };
}

interface Compound {
  readonly nodes: csstree.CssNode[];
  readonly combinator: string;
}

function splitCompounds(selector: csstree.Selector): Compound[] {
  const compounds: Compound[] = [{ nodes: [], combinator: '' }];
  for (const node of selector.children.toArray()) {
    if (COMBINATORS.has(node.type))
      compounds.push({ nodes: [], combinator: (node as csstree.Combinator).name.trim() || ' ' });
    else required(compounds[compounds.length - 1]).nodes.push(node);
  }
  return compounds.filter(({ nodes }) => nodes.length > 0);
}
