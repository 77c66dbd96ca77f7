import { required } from '../../data/required.js';
import { hrefOf, type LinkRule } from '../../brief/links.js';
import { TavrikError } from '../../errors/tavrik-error.js';
import type { Declarations, ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements, isElement, mapTree, textOf } from '../../document/walk.js';
import { nearestWords } from '../../text/nearest.js';
import { linked } from './decisions.js';
import { findElements, knownAddresses, linkPlaces, outermost } from './find-elements.js';
import { restyled, withStyle } from './element-styles.js';
import type { Pass } from '../pass.js';

/**
 * A pass that does what a brief says of links: where they lead, in which tab, anchors, and whole boxes as one area to press.
 * It comes before styles are shared.
 * @param lost is told of rules that are about nothing in the page: the line of the brief, and what to say
 */
export function linkRulesPass(rules: readonly LinkRule[], lost: (line: number, text: string) => void): Pass {
  return {
    name: 'link-rules',
    does: 'points links to where the brief says',
    run(document) {
      const led = new Map<string, LinkRule>();
      return rules.reduce((before, rule) => {
        const all = findElements(before, rule.at);
        const found = rule.whole ? outermost(before, all) : hrefOf(rule) === undefined ? all : linkPlaces(before, all);
        if (found.size === 0) {
          const near = nearestWords(rule.at, knownAddresses(before));
          lost(
            rule.line,
            `brief.yaml, line ${rule.line}: nothing is at "${rule.at}", so no link was set${near.length ? `; there are ${near.map((text) => `"${text}"`).join(', ')}` : ''}`,
          );
        }
        return [...found].reduce((page, id) => withRule(page, id, rule, led), before);
      }, document);
    },
  };
}

function wrong(rule: LinkRule, what: string, right: string): TavrikError {
  return new TavrikError(`Line ${rule.line}: ${what}`, 'brief.yaml', right);
}

function withRule(document: PageDocument, id: string, rule: LinkRule, led: Map<string, LinkRule>): PageDocument {
  const node = nodeOf(document, id);
  const href = hrefOf(rule);
  const before = led.get(id);
  if (href !== undefined && before && hrefOf(before) !== href)
    throw wrong(rule, `"${node.name}" already has another target in line ${before.line}.`, 'Leave one of the two out.');
  if (href !== undefined) led.set(id, rule);
  const anchored = rule.anchor === undefined ? document : withAnchor(document, node, rule);
  const ready = rule.whole ? withArea(anchored, id, rule) : anchored;
  return changeAt(ready, id, (element) => {
    const leading = href === undefined ? element : linked(element, href);
    return rule.newTab === undefined ? leading : inTab(leading, rule.newTab);
  });
}

function nodeOf(document: PageDocument, id: string): ElementNode {
  return required([...elements(document.body)].find((element) => element.id === id));
}

function changeAt(document: PageDocument, id: string, change: (node: ElementNode) => ElementNode): PageDocument {
  const before = nodeOf(document, id);
  const after = change(before);
  const look =
    after.element === before.element
      ? {}
      : restyled(before.element, after.element, document.styles[before.style ?? '']);
  const body = mapTree(document.body, (node) => (isElement(node) && node.id === id ? after : node));
  return withStyle({ ...document, body }, id, 'linked', look);
}

/** Links that open a tab of their own do not hand this one over to it (HTML, 4.6.6.13 link type "noopener"). */
function inTab(node: ElementNode, isNew: boolean): ElementNode {
  const change = (element: ElementNode): ElementNode => {
    const { target: _, rel = '', ...rest } = element.attributes ?? {};
    const words = rel.split(/\s+/).filter((word) => word && word !== 'noopener');
    const texts = isNew ? [...words, 'noopener'] : words;
    return {
      ...element,
      attributes: {
        ...rest,
        ...(isNew ? { target: '_blank' } : {}),
        ...(texts.length ? { rel: texts.join(' ') } : {}),
      },
    };
  };
  return mapTree(node, (node) => (isElement(node) && node.element === 'a' ? change(node) : node));
}

function withAnchor(document: PageDocument, node: ElementNode, rule: LinkRule): PageDocument {
  const anchor = required(rule.anchor);
  const taken = [...elements(document.body)].find(
    ({ id, attributes }) => attributes?.['id'] === anchor && id !== node.id,
  );
  if (taken) throw wrong(rule, `The anchor "${anchor}" is already used by "${taken.name}".`, 'Choose another.');
  return changeAt(document, node.id, (element) => ({ ...element, attributes: { ...element.attributes, id: anchor } }));
}

/** The corner to corner of a box, laid over it. */
const OVER: Declarations = { content: '""', position: 'absolute', top: '0', right: '0', bottom: '0', left: '0' };

/** One link in a box, whose area is the whole box. Without a link in it, its heading or its first text becomes one. */
function withArea(document: PageDocument, id: string, rule: LinkRule): PageDocument {
  const box = nodeOf(document, id);
  const links = [...elements(box)].filter(({ element }) => element === 'a' || element === 'button');
  if (links.length > 1)
    throw wrong(
      rule,
      `"${box.name}" holds ${links.length} controls; only one can cover its whole area.`,
      'Name a box that holds only one, or leave "whole" out.',
    );
  if (links.length === 0 && hrefOf(rule) === undefined)
    throw wrong(
      rule,
      `"${box.name}" holds no link, and the rule has no target.`,
      'Add a target, e.g. section: membership.',
    );
  const own = links[0] ? { made: document, link: links[0].id } : withInnerLink(document, box, rule);
  if (own.link === id) return document;
  const around = pathTo(nodeOf(own.made, id), own.link);
  const placed = around.slice(1).find(({ style }) => isPlaced(own.made.styles[style ?? '']));
  if (placed)
    throw wrong(
      rule,
      `In "${box.name}" the link is in, or is, "${placed.name}", which is positioned itself.`,
      'Name that box instead.',
    );
  const parts = (own.made.styles[nodeOf(own.made, own.link).style ?? '']?.variants ?? []).map(({ part: text }) => text);
  const part = ['::after', '::before'].find((text) => !parts.includes(text));
  if (part === undefined)
    throw wrong(
      rule,
      `The link in "${box.name}" already has ::before and ::after content, so its area cannot be extended over the box.`,
      'Leave "whole" out.',
    );
  const held = isPlaced(own.made.styles[box.style ?? ''])
    ? own.made
    : withStyle(own.made, id, 'linked', { position: 'relative' });
  return withStyle(held, own.link, 'linked', {}, [{ part, set: OVER }]);
}

function isPlaced(style: SharedStyle | undefined): boolean {
  return [style?.rest ?? {}, ...(style?.variants ?? []).filter(({ part }) => !part).map(({ set }) => set)].some(
    (set) =>
      /^(relative|absolute|fixed|sticky)$/.test(set['position'] ?? '') || (set['transform'] ?? 'none') !== 'none',
  );
}

/** The elements from one that holds another down to that. */
function pathTo(from: ElementNode, id: string): ElementNode[] {
  if (from.id === id) return [from];
  for (const child of from.children ?? []) {
    const rest = isElement(child) ? pathTo(child, id) : [];
    if (rest.length) return [from, ...rest];
  }
  return [];
}

function withInnerLink(document: PageDocument, box: ElementNode, rule: LinkRule): { made: PageDocument; link: string } {
  const inside = [...elements(box)].filter((element) => element !== box && textOf(element));
  const text = inside.find(({ kind }) => kind === 'heading') ?? inside.find(({ kind }) => kind === 'text');
  if (!text)
    throw wrong(rule, `"${box.name}" holds no text that could be the link.`, 'Name a box with a heading or a text.');
  const link = `${text.id}-link`;
  const style = `-linked-${link}`;
  const result: ElementNode = {
    id: link,
    kind: 'link',
    name: text.name,
    element: 'a',
    style,
    inline: true,
    attributes: { href: '#' },
    children: text.children ?? [],
  };
  const body = mapTree(document.body, (node) =>
    isElement(node) && node.id === text.id ? { ...node, children: [result] } : node,
  );
  const rest: Declarations = { color: 'inherit', 'text-decoration-line': 'none' };
  return { made: { ...document, styles: { ...document.styles, [style]: { rest } }, body }, link };
}
