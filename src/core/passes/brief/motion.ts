import { required } from '../../data/required.js';
import type { MotionRule } from '../../brief/motion.js';
import { nearestWords } from '../../text/nearest.js';
import { TavrikError } from '../../errors/tavrik-error.js';
import type { Declarations, ElementNode, PageDocument, StyleVariant } from '../../document/types.js';
import { elements, isElement } from '../../document/walk.js';
import { withStyle } from './element-styles.js';
import { findElements, knownAddresses, outermost } from './find-elements.js';
import type { Pass } from '../pass.js';

/** Only for people who have nothing against motion, and not on paper (Media Queries 5, 12.1). */
const MOVING = '@media screen and (prefers-reduced-motion: no-preference)';
/** Where browsers let scrolling drive a motion (Scroll-driven Animations 1). */
const BY_SCROLL = '@supports (animation-timeline: scroll())';
/** Where they let scrolling start one, which then has its own time (Animations 2, animation triggers); and where only the other. */
const TRIGGERED = '(animation-trigger: --entering play-once)';
const STARTED = `@supports ${TRIGGERED}`;
const ONLY_BY_SCROLL = `@supports (animation-timeline: scroll()) and (not ${TRIGGERED})`;

/**
 * A pass that lets elements come in, and stay at the top of the window, as a brief says. Without script; where motion does not
 * run, everything is where it belongs from the beginning. It comes before styles are shared.
 * @param lost is told of rules that are about nothing in the page: the line of the brief, and what to say
 */
export function motionPass(rules: readonly MotionRule[], lost: (line: number, text: string) => void): Pass {
  return {
    name: 'motion',
    does: 'adds entrances and sticky positions as the brief says',
    run(document) {
      const moving = new Map<string, number>();
      return rules.reduce((before, rule) => {
        const found = outermost(before, findElements(before, rule.at));
        if (found.size === 0) {
          const near = nearestWords(rule.at, knownAddresses(before));
          lost(
            rule.line,
            `brief.yaml, line ${rule.line}: nothing is at "${rule.at}", so nothing moves there${near.length ? `; there are ${near.map((text) => `"${text}"`).join(', ')}` : ''}`,
          );
        }
        if (rule.enters !== undefined || rule.scrolled) for (const id of found) refuseTwice(moving, id, rule);
        const entered =
          rule.enters === undefined || found.size === 0 ? before : entering(before, movedBy(before, found, rule), rule);
        return [...found].reduce((page, id) => {
          const staying = rule.stays ? withStay(page, id, rule) : page;
          return rule.scrolled ? withScrolledLook(staying, id, rule.scrolled) : staying;
        }, entered);
      }, document);
    },
  };
}

/** @throws TavrikError if an element is to move in two ways */
function refuseTwice(moving: Map<string, number>, id: string, { at, line }: MotionRule): void {
  const before = moving.get(id);
  if (before !== undefined)
    throw new TavrikError(
      `Line ${line}: "${at}" already has another motion in line ${before}.`,
      'brief.yaml',
      'Leave one of the two out.',
      'conflict',
    );
  moving.set(id, line);
}

/** How something stands before it has come in. Properties of their own, so that a transform of the element stays. */
const BEFORE: Readonly<Record<NonNullable<MotionRule['enters']>, string>> = {
  fade: 'opacity: 0',
  'from-left': 'opacity: 0; translate: -32px 0',
  'from-right': 'opacity: 0; translate: 32px 0',
  'from-above': 'opacity: 0; translate: 0 -32px',
  'from-below': 'opacity: 0; translate: 0 32px',
  grow: 'opacity: 0; scale: 0.9',
};

/** More neighbours than these come in together with the last of them. */
const MOST_STEPS = 12;
/** By how much of its way into view each neighbour comes later, per cent. */
const SCROLL_STEP = 6;

/** What comes in: the elements themselves; where they are to come one after another, and are not neighbours, what is in each. */
function movedBy({ body }: PageDocument, found: ReadonlySet<string>, { each }: MotionRule): string[] {
  if (each === undefined) return [...found];
  const parents = new Set([...found].map((id) => parentOf(body, id)));
  if (found.size > 1 && parents.size === 1) return [...found];
  return [...elements(body)]
    .filter(({ id }) => found.has(id))
    .flatMap(({ children = [] }) => children.filter(isElement).map(({ id }) => id));
}

function entering(document: PageDocument, moved: readonly string[], rule: MotionRule): PageDocument {
  const { enters = 'fade', when = 'load', lasts = 600, after = 0, easing = 'ease-out', each } = rule;
  const frames = `enter-${enters}`;
  const base: Declarations = {
    'animation-name': frames,
    'animation-timing-function': easing,
    'animation-fill-mode': 'backwards',
  };
  const timed = { ...base, 'animation-duration': `${lasts}ms`, ...(after ? { 'animation-delay': `${after}ms` } : {}) };
  const delayed = (step: number): Declarations => ({ 'animation-delay': `${after + step * (each ?? 0)}ms` });
  const variants =
    when === 'load'
      ? steps(MOVING, timed, each, delayed)
      : [
          ...steps(`${STARTED} ${MOVING}`, { ...timed, ...ENTERED }, each, delayed),
          ...steps(
            `${ONLY_BY_SCROLL} ${MOVING}`,
            { ...base, 'animation-timeline': 'view()', 'animation-range': rangeAt(0) },
            each,
            (step) => ({ 'animation-range': rangeAt(step) }),
          ),
        ];
  const keyframes = { ...document.keyframes, [frames]: `from { ${BEFORE[enters]} }` };
  return moved.reduce<PageDocument>((page, text) => withStyle(page, text, 'moving', {}, variants), {
    ...document,
    keyframes,
  });
}

/** It starts once, when a little of it has come into view; each element has a start of its own. */
const ENTERED: Declarations = {
  'timeline-trigger': '--entering view() entry 15% exit 100%',
  'animation-trigger': '--entering play-once',
  'trigger-scope': '--entering',
};

/** The look of all that moves, and what is later in the second, the third … of several. */
function steps(
  when: string,
  set: Declarations,
  each: number | undefined,
  later: (step: number) => Declarations,
): StyleVariant[] {
  if (each === undefined) return [{ when, set }];
  const places = Array.from({ length: MOST_STEPS - 1 }, (_, at) => at + 1);
  return [
    { when, set },
    ...places.map((step): StyleVariant => ({
      when,
      state: step < MOST_STEPS - 1 ? `:nth-child(${step + 1})` : `:nth-child(n+${step + 1})`,
      set: later(step),
    })),
  ];
}

/** From coming into view until more than half of it is seen; nothing is hidden at the end of a page that ends in between. */
function rangeAt(step: number): string {
  return `entry ${step * SCROLL_STEP}% entry ${Math.min(100, 60 + step * SCROLL_STEP)}%`;
}

function nodeOf(document: PageDocument, id: string): ElementNode {
  return required([...elements(document.body)].find((element) => element.id === id));
}

/** Above what the page itself lays over each other. */
const ON_TOP = '100';

/** It stays at the top of the window: as far as the box reaches that it is in, or, where it lies over something, wherever one is. */
function withStay(document: PageDocument, id: string, rule: MotionRule): PageDocument {
  const node = nodeOf(document, id);
  const style = document.styles[node.style ?? ''];
  const places = new Set(
    [style?.rest, ...(style?.variants ?? []).map(({ set }) => set)].map((set) => set?.['position']),
  );
  if (places.has('fixed') || places.has('sticky')) return document;
  const around = parentOf(document.body, id);
  if (places.has('absolute')) return withStyle(document, id, 'staying', { position: 'fixed', 'z-index': ON_TOP });
  const alone = around && (around.children ?? []).filter(isElement).length === 1 && around !== document.body;
  if (alone)
    throw new TavrikError(
      `Line ${rule.line}: "${node.name}" is alone in its box, so it has nothing to stick beside.`,
      'brief.yaml',
      `Name the box around it instead: ${around.from?.path ?? around.name}.`,
    );
  return withStyle(document, id, 'staying', { position: 'sticky', top: '0', 'z-index': ON_TOP });
}

function parentOf(node: ElementNode, id: string): ElementNode | undefined {
  for (const child of (node.children ?? []).filter(isElement)) {
    if (child.id === id) return node;
    const found = parentOf(child, id);
    if (found) return found;
  }
  return undefined;
}

/** Over how much scrolling the look changes, px. */
const SCROLLED_BY = 80;
const SHADOW = '0 2px 12px rgb(0 0 0 / 0.25)';

function withScrolledLook(document: PageDocument, id: string, look: NonNullable<MotionRule['scrolled']>): PageDocument {
  const { background, colour, shadow, padding } = look;
  const to = [
    ...(background === undefined ? [] : [`background-color: ${background}`]),
    ...(colour === undefined ? [] : [`color: ${colour}`]),
    ...(shadow ? [`box-shadow: ${SHADOW}`] : []),
    ...(padding === undefined ? [] : [`padding-top: ${padding}px; padding-bottom: ${padding}px`]),
  ];
  return changedByScroll(document, id, to);
}

/** The document with an element whose look scrolling changes; equal changes are one motion. @param where at-rules that must hold besides */
export function changedByScroll(document: PageDocument, id: string, to: readonly string[], where = ''): PageDocument {
  const text = `to { ${to.join('; ')} }`;
  const known = Object.entries(document.keyframes ?? {}).find(
    ([name, entry]) => entry === text && name.startsWith('scrolled'),
  )?.[0];
  const count = Object.keys(document.keyframes ?? {}).filter((name) => name.startsWith('scrolled')).length;
  const frames = known ?? `scrolled${count ? `-${count + 1}` : ''}`;
  const set: Declarations = {
    'animation-name': frames,
    'animation-timing-function': 'linear',
    'animation-fill-mode': 'both',
    'animation-timeline': 'scroll()',
    'animation-range': `0px ${SCROLLED_BY}px`,
  };
  const keyframes = { ...document.keyframes, [frames]: text };
  return withStyle({ ...document, keyframes }, id, 'scrolled', {}, [{ when: `${BY_SCROLL}${where}`, set }]);
}
