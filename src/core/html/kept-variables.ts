import type { CascadedDeclarations, ElementCascade } from './cascade.js';
import { NO_VARIABLES, type Environment } from './variables.js';

/** Custom properties that stay custom properties, because something refers to them that is no declaration of an element. */
export interface KeptVariables {
  /** Initial values of registered ones (CSS Properties and Values 1, 3.3). */
  readonly initial: Environment;
  /** Keyframes use or set them: they stay declared where they are. */
  readonly declared: ReadonlySet<string>;
  /** They move by themselves: what refers to them goes on referring to them. With a value that tells each from all others. */
  readonly moving: ReadonlyMap<string, string>;
}

export const NOTHING_KEPT: KeptVariables = { initial: NO_VARIABLES, declared: new Set(), moving: new Map() };

type Descriptors = Readonly<Record<string, string>>;

/**
 * The custom properties of a page that stay so.
 * @param properties the registered ones: only these can change by degrees
 */
export function keptVariables(
  keyframes: Readonly<Record<string, string>>,
  properties: Readonly<Record<string, Descriptors>>,
  cascades: readonly ElementCascade[],
): KeptVariables {
  const initial = Object.entries(properties).flatMap(([name, descriptors]) => {
    const value = descriptors['initial-value'];
    return value === undefined ? [] : [[name, value] as const];
  });
  const frames = Object.values(keyframes).join(' ');
  const set = new Set([...frames.matchAll(/(--[\w-]+)\s*:/g)].map(([, name]) => String(name)));
  const used = [...frames.matchAll(/var\(\s*(--[\w-]+)/g)].map(([, name]) => String(name));
  const moved = Object.keys(properties).length ? transitioned(cascades) : [];
  const moving = [...new Set([...set, ...moved])].flatMap((name, at) => {
    const registered = properties[name];
    return registered ? [[name, probeOf(registered, at)] as const] : [];
  });
  return { initial: new Map(initial), declared: new Set([...set, ...used, ...moved]), moving: new Map(moving) };
}

/** Names of custom properties that some element changes by degrees (CSS Transitions 1, 2.1). */
function transitioned(cascades: readonly ElementCascade[]): string[] {
  const seen = new Set<ElementCascade>(cascades);
  const found = new Set<string>();
  const read = (declarations: CascadedDeclarations): void => {
    const value = declarations.get('transition-property');
    const text = typeof value === 'string' ? value : (value?.value ?? '');
    for (const [name] of text.matchAll(/--[\w-]+/g)) found.add(name);
  };
  for (const cascade of seen) for (const declarations of cascade.winners(undefined, () => true)) read(declarations);
  return [...found];
}

/** Units of the data types a custom property may be registered with (CSS Properties and Values 1, 2.1). */
const UNITS: readonly (readonly [syntax: string, unit: string])[] = [
  ['<angle>', 'deg'],
  ['<length', 'px'],
  ['<percentage>', '%'],
  ['<time>', 's'],
  ['<number>', ''],
];

/** A value that nobody writes, so that it is found again in what a browser makes of it. */
function probeOf({ syntax = '' }: Descriptors, at: number): string {
  const unit = UNITS.find(([type]) => syntax.includes(type))?.[1];
  return unit === undefined ? `rgb(${at % 256}, 137, 211)` : `${(271.801 + at / 1000).toFixed(3)}${unit}`;
}
