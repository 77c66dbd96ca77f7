import { required } from '../data/required.js';
import type { CapturedNode } from './captured.js';
import type { CascadedDeclarations, ElementCascade } from './cascade.js';
import { AT_REST, conditionKey, forChildren, forParent, implies, type Condition, type Holds } from './conditions.js';
import {
  environmentOf,
  fillIn,
  substituteAll,
  type Environment,
  type Pair,
  type PendingDeclarations,
  type ResolvedDeclarations,
  type ResolvedStyle,
} from './variables.js';
import { closure } from './condition-closure.js';
import { NOTHING_KEPT, type KeptVariables } from './kept-variables.js';
import { looksOf, type PendingChain } from './condition-looks.js';

/** Looks whose substituted declarations still wait for a browser to expand them; `pairs` says which. */
interface PendingStyles {
  readonly pairs: readonly Pair[];
  readonly finish: (expanded: readonly Readonly<Record<string, string>>[]) => ResolvedStyle[][];
}

/**
 * The looks of every element: at rest, and under each condition what is different then, with `var()` written out.
 *
 * Custom properties that change under a condition change all that refers to them, also further down the tree. For every
 * combination of conditions that matters the cascade is asked again; what comes of it is kept where the looks that hold
 * then anyway would come to something else.
 * @param kept what of the custom properties does not become a value
 */
export function resolveStyles(
  nodes: readonly CapturedNode[],
  cascades: readonly ElementCascade[],
  kept: KeptVariables = NOTHING_KEPT,
): PendingStyles {
  const work = new StyleResolution(nodes, cascades, kept);
  const chains = nodes.map((_, element) => work.chainsOf(element));
  return {
    pairs: work.pairs,
    finish(expanded) {
      const finished = new Map<PendingDeclarations, ResolvedDeclarations>();
      const finishOne = (pending: PendingDeclarations): ResolvedDeclarations => {
        let set = finished.get(pending);
        if (!set) finished.set(pending, (set = fillIn(pending, expanded)));
        return set;
      };
      const known = new Map<PendingChain, ResolvedStyle[]>();
      return chains.map((all) =>
        all.flatMap((chain) => {
          let looks = known.get(chain);
          if (!looks) known.set(chain, (looks = looksOf(chain, finishOne, work.holds)));
          return looks;
        }),
      );
    },
  };
}

class StyleResolution {
  readonly pairs: Pair[] = [];
  private readonly pairNumbers = new Map<string, number>();
  private readonly intervals: number;
  /** Of each element: its custom properties at rest, in each interval. */
  private readonly atRest: (readonly Environment[])[] = [];
  /** Of each element: conditions under which its custom properties are others than at rest, as it sees them. */
  private readonly varying: (readonly Condition[])[] = [];
  private readonly environments: Map<string, readonly Environment[]>[] = [];
  private readonly substituted = new Map<CascadedDeclarations, Map<Environment, PendingDeclarations>>();
  private readonly chains = new Map<string, readonly PendingChain[]>();
  private readonly ids = new Map<object, number>();

  constructor(
    private readonly nodes: readonly CapturedNode[],
    private readonly cascades: readonly ElementCascade[],
    private readonly kept: KeptVariables,
  ) {
    this.intervals = cascades.reduce((most, { winners }) => Math.max(most, winners(undefined, () => false).length), 1);
  }

  readonly holds: Holds = (outer, inner) => {
    for (let at = this.parentOf(inner); at >= 0; at = this.parentOf(at)) if (at === outer) return true;
    return false;
  };

  /** The looks of an element and of its parts. Elements come after those that hold them. */
  chainsOf(element: number): readonly PendingChain[] {
    if (!required(this.nodes[element]).tag) return [];
    const parent = this.parentOf(element);
    const inherited =
      parent < 0 ? [] : required(this.varying[parent]).flatMap((each) => forChildren(each, parent) ?? []);
    const cascade = required(this.cascades[element]);
    const above = parent < 0 ? undefined : required(this.atRest[parent]);
    const raws = this.raws(element, AT_REST);
    this.atRest[element] = raws.map((raw, at) => environmentOf(above?.[at] ?? this.kept.initial, raw));
    this.environments[element] = new Map();
    const setters = cascade.conditions.filter(
      (condition) => condition.part === undefined && setsVariables(cascade.propertiesOf(condition)),
    );
    const changing = [...inherited, ...setters];
    const every = new Map(changing.map((condition) => [conditionKey(condition), VARIABLES]));
    this.varying[element] = this.varied(element, closure(changing, every, this.holds));
    const key = [
      this.idOf(cascade),
      this.idOf(required(this.atRest[element])[0] ?? this),
      ...required(this.atRest[element]).map((each) => this.idOf(each)),
      ...required(this.varying[element]).map(
        (each) =>
          `${conditionKey(each)}=${this.environmentAt(element, each)
            .map((set) => this.idOf(set))
            .join()}`,
      ),
    ].join(';');
    let chains = this.chains.get(key);
    if (!chains) this.chains.set(key, (chains = this.allChains(element)));
    return chains;
  }

  private allChains(element: number): PendingChain[] {
    const parts = new Set(required(this.cascades[element]).conditions.map(({ part }) => part));
    return [undefined, ...[...parts].filter((part) => part !== undefined)].map((part) => this.chainOf(element, part));
  }

  private chainOf(element: number, part: string | undefined): PendingChain {
    const cascade = required(this.cascades[element]);
    const rest: Condition = part === undefined ? AT_REST : { part };
    const own = cascade.conditions.filter((each) => each.part === part && conditionKey(each) !== conditionKey(rest));
    const varying = required(this.varying[element]).map((each) => ({ ...each, ...rest }));
    const using = cascade.usingVariables(part);
    const touched = new Map<string, ReadonlySet<string>>();
    for (const condition of varying) touched.set(conditionKey(condition), using);
    for (const condition of own) {
      const before = touched.get(conditionKey(condition)) ?? [];
      touched.set(conditionKey(condition), new Set([...before, ...cascade.propertiesOf(condition)]));
    }
    const all = closure([...own, ...(using.size ? varying : [])], touched, this.holds);
    return [rest, ...all].map((condition) => ({ condition, byInterval: this.declared(element, condition) }));
  }

  /** Everything that is declared under a condition, with variables written out. */
  private declared(element: number, condition: Condition): PendingDeclarations[] {
    const { part, ...bare } = condition;
    const environments = this.environmentAt(element, bare);
    return this.raws(element, condition).map((raw, at) => {
      const base = required(environments[at]);
      return this.substitute(raw, part === undefined ? base : environmentOf(base, raw));
    });
  }

  private substitute(raw: CascadedDeclarations, environment: Environment): PendingDeclarations {
    let byEnvironment = this.substituted.get(raw);
    if (!byEnvironment) this.substituted.set(raw, (byEnvironment = new Map()));
    let pending = byEnvironment.get(environment);
    if (!pending)
      byEnvironment.set(
        environment,
        (pending = substituteAll(raw, environment, this.kept, (property, value) => this.numberOf(property, value))),
      );
    return pending;
  }

  private raws(element: number, condition: Condition): readonly CascadedDeclarations[] {
    const won = required(this.cascades[element]).winners(condition.part, (other) =>
      implies(condition, other, this.holds),
    );
    return won.length === this.intervals ? won : Array.from({ length: this.intervals }, () => NOTHING);
  }

  /** Custom properties of an element under a condition. */
  private environmentAt(element: number, condition: Condition): readonly Environment[] {
    const rest = required(this.atRest[element]);
    if (conditionKey(condition) === REST_KEY) return rest;
    const known = required(this.environments[element]);
    const key = conditionKey(condition);
    let found = known.get(key);
    if (!found) {
      const parent = this.parentOf(element);
      const above = parent < 0 ? undefined : this.environmentAt(parent, forParent(condition, parent));
      const raws = this.raws(element, condition);
      found = raws.map((raw, at) => environmentOf(above?.[at] ?? this.kept.initial, raw));
      known.set(key, found);
    }
    return found;
  }

  /** The conditions that change something: from what there is at rest, or under a condition that they imply. */
  private varied(element: number, conditions: readonly Condition[]): Condition[] {
    const isOther = (condition: Condition, base: Condition): boolean => {
      const sets = this.environmentAt(element, base);
      return this.environmentAt(element, condition).some((set, at) => !isEqual(set, required(sets[at])));
    };
    const changing = conditions.filter((condition) => isOther(condition, AT_REST));
    return conditions.filter(
      (condition) =>
        changing.includes(condition) ||
        changing.some((other) => implies(condition, other, this.holds) && isOther(condition, other)),
    );
  }

  private parentOf(element: number): number {
    return required(this.nodes[element]).parent;
  }

  private numberOf(property: string, value: string): number {
    const key = `${property}:${value}`;
    const known = this.pairNumbers.get(key);
    if (known !== undefined) return known;
    this.pairNumbers.set(key, this.pairs.length);
    this.pairs.push([property, value]);
    return this.pairs.length - 1;
  }

  private idOf(value: object): number {
    const known = this.ids.get(value);
    if (known !== undefined) return known;
    this.ids.set(value, this.ids.size);
    return this.ids.size - 1;
  }
}

/** Stands for all custom properties, as they may refer to each other. */
const VARIABLES: ReadonlySet<string> = new Set(['--']);

const NOTHING: CascadedDeclarations = new Map();
const REST_KEY = conditionKey(AT_REST);

function setsVariables(names: ReadonlySet<string>): boolean {
  return [...names].some((name) => name.startsWith('--'));
}

function isEqual(a: Environment, b: Environment): boolean {
  return a === b || (a.size === b.size && [...a].every(([name, value]) => b.get(name) === value));
}
