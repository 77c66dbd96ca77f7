import type { Declarations, ElementNode, PageDocument, SharedStyle, StyleVariant } from '../document/types.js';
import { elements } from '../document/walk.js';
import { SIDES } from './view.js';

/** Declarations that have nothing to act upon, because of what else the same element declares. */
export interface InertRule {
  readonly name: string;
  /** The properties that are inert, given everything that is declared on the element or on one of its parts. */
  readonly inert: (declared: Declared) => readonly string[];
}

/** All values that a property has on an element: at rest, at breakpoints, in states. */
interface Declared {
  readonly element: string;
  /** True for a generated part. */
  readonly part: boolean;
  readonly values: (name: string) => readonly string[];
  readonly hasStates: boolean;
}

const NONE = /^(none|initial|hidden)$/;
const ZERO = /^(0(px|rem|em|%)?|initial)$/;
/** Elements that browsers frame by themselves: saying that there is no frame is not idle there. */
const FRAMED = new Set([
  'button',
  'input',
  'select',
  'textarea',
  'fieldset',
  'iframe',
  'hr',
  'table',
  'td',
  'th',
  'dialog',
  'legend',
  'progress',
  'meter',
]);

function always({ values }: Declared, name: string, test: RegExp): boolean {
  const all = values(name);
  return all.length > 0 && all.every((value) => test.test(value));
}

function never({ values }: Declared, name: string, test: RegExp): boolean {
  return !values(name).some((value) => test.test(value));
}

/** An element whose display is one of these, or not declared at all, is no flex box and no grid. */
const LAID_OUT = /flex|grid|inherit|revert|unset/;

export const INERT_RULES: readonly InertRule[] = [
  {
    name: 'frames without a width or a line',
    inert: (declared) =>
      FRAMED.has(declared.element)
        ? []
        : SIDES.flatMap((side) => {
            const [width, line, colour] = ['width', 'style', 'color'].map((text) => `border-${side}-${text}`) as [
              string,
              string,
              string,
            ];
            const thin = always(declared, width, ZERO);
            const bare = declared.values(line).every((value) => NONE.test(value));
            return thin || bare ? [width, line, colour] : [];
          }),
  },
  {
    name: 'places of a background that is not there',
    inert: (declared) =>
      declared.values('background-image').every((value) => NONE.test(value))
        ? ['image', 'position-x', 'position-y', 'size', 'repeat', 'attachment', 'origin'].map(
            (text) => `background-${text}`,
          )
        : [],
  },
  {
    name: 'offsets of what stays in its place',
    inert: (declared) =>
      declared.values('position').every((value) => /^(static|initial)$/.test(value)) ? [...SIDES] : [],
  },
  {
    name: 'distribution in what distributes nothing',
    inert: (declared) =>
      never(declared, 'display', LAID_OUT)
        ? [
            'flex-direction',
            'flex-wrap',
            'justify-content',
            'align-items',
            'justify-items',
            'grid-template-columns',
            'grid-template-rows',
            'grid-auto-flow',
          ]
        : [],
  },
  {
    name: 'transitions of what never changes',
    inert: (declared) =>
      declared.hasStates || declared.part
        ? []
        : ['property', 'duration', 'timing-function', 'delay', 'behavior'].map((text) => `transition-${text}`),
  },
  {
    name: 'animations without a name',
    inert: (declared) =>
      declared.values('animation-name').every((value) => NONE.test(value))
        ? [
            'name',
            'duration',
            'timing-function',
            'delay',
            'iteration-count',
            'direction',
            'fill-mode',
            'play-state',
            'timeline',
            'range-start',
            'range-end',
          ].map((text) => `animation-${text}`)
        : [],
  },
  {
    name: 'outlines without a line',
    inert: (declared) =>
      declared.hasStates || !declared.values('outline-style').every((value) => NONE.test(value))
        ? []
        : ['outline-width', 'outline-style', 'outline-color', 'outline-offset'],
  },
  {
    name: 'lines below words of another kind',
    inert: (declared) =>
      always(declared, 'text-decoration-line', /^none$/)
        ? ['text-decoration-style', 'text-decoration-color', 'text-decoration-thickness']
        : [],
  },
  {
    name: 'custom effects switched off',
    inert: (declared) =>
      [
        'transform',
        'filter',
        'backdrop-filter',
        'box-shadow',
        'will-change',
        'translate',
        'rotate',
        'scale',
        'clip-path',
      ].filter((name) => always(declared, name, /^(none|auto|initial)$/)),
  },
];

/** Leaves out of every style what the rules find to be inert on all elements that have it. */
export function dropInert(document: PageDocument, rules: readonly InertRule[]): PageDocument {
  const users = new Map<string, ElementNode[]>();
  for (const node of elements(document.body))
    if (node.style) users.set(node.style, [...(users.get(node.style) ?? []), node]);
  const styles = Object.fromEntries(
    Object.entries(document.styles).map(([name, style]) => [name, clean(style, users.get(name) ?? [], rules)]),
  );
  return { ...document, styles };
}

function clean(style: SharedStyle, users: readonly ElementNode[], rules: readonly InertRule[]): SharedStyle {
  const parts = new Set((style.variants ?? []).map(({ part }) => part));
  parts.add(undefined);
  const dropped = new Map<string | undefined, ReadonlySet<string>>();
  for (const part of parts) {
    const sets = setsOf(style, part);
    const names = users.map(({ element }) => inertNames(element, part, sets, style, rules));
    const shared = [...(names[0] ?? [])].filter((text) => names.every((own) => own.has(text)));
    dropped.set(part, new Set(shared));
  }
  const without = (set: Declarations, part: string | undefined): Declarations => {
    const gone = dropped.get(part);
    return gone?.size ? Object.fromEntries(Object.entries(set).filter(([name]) => !gone.has(name))) : set;
  };
  const variants = (style.variants ?? []).flatMap((variant): StyleVariant[] => {
    const set = without(variant.set, variant.part);
    return Object.keys(set).length ? [{ ...variant, set }] : [];
  });
  return { rest: without(style.rest, undefined), ...(variants.length ? { variants } : {}) };
}

function setsOf(style: SharedStyle, part: string | undefined): Declarations[] {
  const own = (style.variants ?? []).filter((variant) => variant.part === part).map(({ set }) => set);
  return part === undefined ? [style.rest, ...own] : own;
}

function inertNames(
  element: string,
  part: string | undefined,
  sets: readonly Declarations[],
  style: SharedStyle,
  rules: readonly InertRule[],
): Set<string> {
  const declared: Declared = {
    element: part ? 'span' : element,
    part: part !== undefined,
    values: (name) => sets.flatMap((set) => (set[name] === undefined ? [] : [set[name]])),
    hasStates: (style.variants ?? []).some(({ state, within, when }) => Boolean(state ?? within ?? when)),
  };
  return new Set(rules.flatMap(({ inert }) => inert(declared)));
}
