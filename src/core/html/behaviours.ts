import { spokenName } from '../document/accessible-name.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { elements } from '../document/walk.js';
import { firstWords } from '../text/words.js';

/** What has become of a control: it works without a script, or it looks as it did and does nothing, or it is gone. */
export type BehaviourState = 'works' | 'kept as it looked' | 'lost';

/** A control that a script of the source answered. */
export interface Behaviour {
  /** Id in the page document. */
  readonly id: string;
  readonly name: string;
  /** The events that the script listened to. */
  readonly events: readonly string[];
  readonly state: BehaviourState;
}

/** An element that a script of the source listened to. */
export interface HeardElement {
  readonly id: string;
  /** What to call it if it is gone. */
  readonly name: string;
  readonly events: readonly string[];
}

/** Attributes by which an element does something by itself (HTML, 6.12 and 4.10.6). */
const NATIVE = ['popovertarget', 'commandfor', 'for'];

/** What has become of each control of the source that a script answered. */
export function behavioursOf(document: PageDocument, heard: readonly HeardElement[]): Behaviour[] {
  const nodes = new Map([...elements(document.body)].map((node) => [node.id, node]));
  return heard.map(({ id, name, events }) => {
    const node = nodes.get(id);
    if (!node) return { id, name, events, state: 'lost' };
    const spoken = firstWords(spokenName(node)) || name;
    return { id, name: spoken, events, state: works(node) ? 'works' : 'kept as it looked' };
  });
}

function works({ element, kind, attributes = {} }: ElementNode): boolean {
  if (kind === 'toggle' || element === 'summary') return true;
  if (NATIVE.some((name) => attributes[name] !== undefined)) return true;
  /* A script adds to a link that leads somewhere; without it the link still leads there. */
  return element === 'a' && attributes['href'] !== undefined && !/^(#|javascript:|$)/i.test(attributes['href']);
}

/** Most controls that a note names. */
const MOST_NAMED = 4;

/** What a person should know of controls that do nothing any more; undefined if all work. */
export function noteOfBehaviours(behaviours: readonly Behaviour[]): string | undefined {
  const dead = behaviours.filter(({ state }) => state !== 'works');
  if (dead.length === 0) return undefined;
  const names = [...new Set(dead.map(({ name }) => `“${name}”`))];
  const named = names.slice(0, MOST_NAMED).join(', ');
  const more = names.length > MOST_NAMED ? ' and others' : '';
  const count = dead.length === 1 ? '1 control has' : `${dead.length} controls have`;
  return `${count} lost what scripts of the source did: ${named}${more}`;
}
