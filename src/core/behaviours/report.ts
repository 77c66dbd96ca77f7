import { spokenName } from '../document/accessible-name.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { firstWords } from '../text/words.js';
import type { BehaviourKind, Means, PageBehaviour } from './behaviour.js';

/** What has become of a control: it works without a script, or it looks as it did and does nothing, or it is gone. */
export type BehaviourState = 'works' | 'kept as it looked' | 'lost';

/** A control that a script of the source answered. */
export interface Behaviour {
  /** Id in the page document. */
  readonly id: string;
  readonly name: string;
  /** The events that the script listened to. */
  readonly events: readonly string[];
  /** What operating it has shown, if it was operated. */
  readonly kind?: BehaviourKind;
  readonly state: BehaviourState;
  /** How it works. */
  readonly means?: Means;
  /** Why it does nothing. */
  readonly reason?: string;
}

/** An element that a script of the source listened to. */
export interface HeardElement {
  readonly id: string;
  /** What to call it if it is gone. */
  readonly name: string;
  readonly events: readonly string[];
}

/** What the ids of elements end with that hold the state of a control (`operated-controls`). */
const HOLDERS = ['d', 'o', 'c', '-1'];

/** The means as people call them. */
export const MEANS_NAME: Readonly<Record<Means, string>> = {
  dialog: 'a dialog',
  details: 'details',
  state: 'a popover that holds the state',
  choice: 'radio buttons',
  switch: 'a check box',
  hover: 'hover and focus',
  native: 'itself',
};

/** Attributes by which an element does something by itself (HTML, 6.12 and 4.10.6). */
const NATIVE = ['popovertarget', 'commandfor', 'for'];

/**
 * What has become of each control of the source that a script answered, in the order of the page.
 * @param whole the page before boxes were taken out of it
 */
export function behavioursOf(
  document: PageDocument,
  heard: readonly HeardElement[],
  planned: readonly PageBehaviour[],
  whole: PageDocument = document,
): Behaviour[] {
  const order = [...elements(document.body)];
  const nodes = new Map(order.map((node) => [node.id, node]));
  const tried = new Map(planned.map((behaviour) => [behaviour.trigger, behaviour]));
  const closers = new Map(planned.flatMap((behaviour) => behaviour.closers.map((id) => [id, behaviour] as const)));
  const eventsOf = new Map(heard.map(({ id, events }) => [id, events]));
  const boxes = new Set(order.filter((node) => holdsAny(node, tried)).map(({ id }) => id));
  const telling = planned.filter(({ kind, trigger }) => kind !== 'changes nothing visible' || eventsOf.has(trigger));
  /* A box with nothing in it that was taken out was no control. */
  const before = new Map([...elements(whole.body)].map((node) => [node.id, node]));
  const isEmpty = (id: string): boolean => {
    const node = before.get(id);
    return node !== undefined && !spokenName(node);
  };
  const own = telling.map((behaviour) => ({
    id: behaviour.trigger,
    name: behaviour.name,
    events: eventsOf.get(behaviour.trigger) ?? [],
  }));
  /* A box whose script answers for what is in it is no control of its own. */
  const others = heard.filter(({ id }) => !tried.has(id) && !boxes.has(id) && (nodes.has(id) || !isEmpty(id)));
  const ids = new Set(order.flatMap(({ attributes }) => attributes?.['id'] ?? []));
  const place = new Map(order.map(({ id }, at) => [id, at]));
  return [...own, ...others]
    .sort((a, b) => (place.get(a.id) ?? order.length) - (place.get(b.id) ?? order.length))
    .map(({ id, name, events }): Behaviour => {
      const node = nodes.get(id);
      const about = { id, name: (node && firstWords(spokenName(node))) || name || node?.element || id, events };
      const behaviour = tried.get(id) ?? closers.get(id);
      if (!node && !HOLDERS.some((mark) => nodes.has(id + mark)))
        return before.has(id)
          ? { ...about, state: 'kept as it looked', reason: behaviour?.reason ?? 'it was not tried' }
          : { ...about, state: 'lost', reason: 'it is not in the result' };
      if (behaviour && closers.has(id) && !tried.has(id))
        return {
          ...about,
          kind: 'opens and closes',
          state: 'works',
          ...(behaviour.means ? { means: behaviour.means } : {}),
        };
      if (node && works(node, ids)) return { ...about, ...known(behaviour), state: 'works' };
      if (!behaviour) return { ...about, state: 'kept as it looked', reason: 'it was not tried' };
      const { kind, means, reason } = behaviour;
      if (means !== undefined || !node) return { ...about, ...known(behaviour), state: 'works' };
      return { ...about, kind, state: 'kept as it looked', ...(reason === undefined ? {} : { reason }) };
    });
}

function known(behaviour: PageBehaviour | undefined): Pick<Behaviour, 'kind' | 'means'> {
  if (!behaviour) return {};
  return { kind: behaviour.kind, ...(behaviour.means ? { means: behaviour.means } : {}) };
}

function holdsAny(node: ElementNode, tried: ReadonlyMap<string, unknown>): boolean {
  return [...elements(node)].some(({ id }) => id !== node.id && tried.has(id));
}

function works({ element, kind, attributes = {} }: ElementNode, ids: ReadonlySet<string>): boolean {
  if (kind === 'toggle' || element === 'summary') return true;
  if (NATIVE.some((name) => attributes[name] !== undefined)) return true;
  /* A script adds to a link that leads somewhere; without it the link still leads there. */
  const { href } = attributes;
  if (element !== 'a' || href === undefined) return false;
  return href.startsWith('#') ? ids.has(href.slice(1)) : !/^(javascript:|$)/i.test(href);
}

/** Most controls that a note names. */
const MOST_NAMED = 4;

/** What a person should know of controls that do nothing any more; undefined if all work. */
export function noteOfBehaviours(behaviours: readonly Behaviour[]): string | undefined {
  /* Where nothing could be seen, nothing that a visitor sees is known to be lost. */
  const dead = behaviours.filter(({ state, kind }) => state !== 'works' && kind !== 'changes nothing visible');
  if (dead.length === 0) return undefined;
  const names = [...new Set(dead.map(({ name }) => `“${name}”`))];
  const named = names.slice(0, MOST_NAMED).join(', ');
  const more = names.length > MOST_NAMED ? ' and others' : '';
  const count = dead.length === 1 ? '1 control has' : `${dead.length} controls have`;
  return `${count} lost what scripts of the source did: ${named}${more}`;
}
