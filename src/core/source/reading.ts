import type { Decision } from '../brief/brief.js';
/** How a web page is to be read: what a person says of it, besides where it is. */
export interface Reading {
  /** What the brief leaves out of the page. */
  readonly leaveOut?: readonly Decision[];
  readonly schemes: Schemes;
  readonly choice?: Choice;
  readonly signIn?: SignIn;
  /** It is read although its style sheets are missing. */
  readonly anyway?: boolean;
}

/** A page is read in both colour schemes, and whole, if nothing else is asked for. */
export const EMPTY_READING: Reading = { schemes: 'both' };

/** Colour schemes that a page is read in: one of them, or both with the visitor's choice kept. */
export const SCHEMES = ['light', 'dark', 'both'] as const;
export type Schemes = (typeof SCHEMES)[number];

/** The one of them that a browser is asked to show (Media Queries 5, section 11.5). */
export type Scheme = 'light' | 'dark';

/** A page that keeps both schemes is read, and compared, in light. */
export function shownScheme(schemes: Schemes | undefined): Scheme {
  return schemes === 'dark' ? 'dark' : 'light';
}

/** Where a choice is moved to from what its selector matches. */
export const MOVES = ['parent', 'child', 'next', 'previous'] as const;
export type Move = (typeof MOVES)[number];

/** Parts of a page, by CSS selectors, and where to move from what they match. */
export interface Choice {
  readonly selectors: readonly string[];
  readonly moves: readonly Move[];
}

/** What requests to the origin of a source carry, so that it shows what a person sees who is signed in. */
export interface SignIn {
  readonly headers: Readonly<Record<string, string>>;
  readonly cookies: readonly { readonly name: string; readonly value: string }[];
}

/** How the drawings of a design are to be read. */
export interface DrawingChoices {
  /** Pages of a PDF file, e.g. `1,3-5`; all without it. */
  readonly pages?: string;
  /** Of an encrypted PDF file. */
  readonly password?: string;
  /** px that a unit of the drawing (a point of a PDF page) stands for; found without it. */
  readonly unit?: number;
}
