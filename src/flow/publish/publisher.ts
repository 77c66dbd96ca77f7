import type { Conflict, Side } from '../../core/content/three-way.js';
import type { TokenSources } from './connection.js';

/** What a person asks for when a project is sent somewhere. Each publisher reads what it needs. */
export interface SendRequest {
  /** Folder of the project, or a package of page documents. */
  readonly project: string;
  /** Address of the site, the folder or the repository. */
  readonly to: string;
  readonly secret: TokenSources;
  readonly as: Form;
  readonly only: readonly string[];
  readonly place: Placement;
  /** Id of the page that is replaced, or appended to. */
  readonly onto?: string;
  /** Publish at once; a draft without it. */
  readonly publish: boolean;
  /** Whose value counts where both sides changed a field, by item and field as `home:membership.heading`. */
  readonly decided: ReadonlyMap<string, Side>;
  readonly branch?: string;
  readonly folder: string;
  readonly message: string;
}

/** A field that both sides changed and nobody decided on: the site keeps its value. */
export interface FieldConflict extends Conflict {
  /** Id of the item that has the field. */
  readonly id: string;
}

/** How words are set off where they are printed. */
export interface Paint {
  readonly bold: (text: string) => string;
  readonly yellow: (text: string) => string;
}

/** What was sent, as plain data and in words. */
export interface SendResult {
  readonly result: object;
  readonly describe: (paint: Paint) => string;
}

/** What sending would do, found out without changing anything. */
export interface PreparedSending {
  readonly plan: object;
  /** The plan, line by line. */
  readonly describe: (paint: Paint) => readonly string[];
  readonly conflicts: readonly FieldConflict[];
  /** Why nothing can be sent as things are, in words; undefined if it can. */
  readonly blocked?: string;
  /** Nothing has to be sent. */
  readonly isEmpty?: boolean;
  /** @param tell is told what is on its way, and how much of all is done, 0 to 1 */
  readonly send: (tell: (what: string, share: number) => void) => Promise<SendResult>;
  readonly close?: () => void;
}

/** A way to send a project somewhere: one file each, listed in `publishers.ts`. */
export interface Publisher {
  /** @throws TavrikError if nothing can be reached, or what is asked for cannot be done */
  readonly prepare: (request: SendRequest) => Promise<PreparedSending>;
}

/** What the pages of a project become where they are handed over to. */
export const FORMS = ['site', 'page', 'section', 'header', 'footer'] as const;

export type Form = (typeof FORMS)[number];

/** How pages come to where they are sent. */
export const PLACES = ['new', 'replace', 'append'] as const;

export type Placement = (typeof PLACES)[number];
