import type { Box } from '../core/geometry/box.js';

/** What the page of a watched project shows; sent to it whenever it changes. */
export interface WatchState {
  /** Rises whenever the site or its proof is another one. */
  readonly version: number;
  readonly phase: 'working' | 'ready' | 'problem';
  /** What is being done, what was done, or what is wrong and what to do. */
  readonly said: string;
  readonly pages: readonly WatchedPage[];
}

export interface WatchedPage {
  readonly name: string;
  /** Its file in the site. */
  readonly file: string;
  readonly widths: readonly WatchedWidth[];
  /** What is over a limit, in words. */
  readonly over: readonly string[];
}

/** How a page stands against its source at one width; CSS px, shares of 1. */
export interface WatchedWidth {
  readonly width: number;
  readonly differ: number;
  readonly placed: number;
  /** The picture of the source. */
  readonly source: string;
  readonly differences: readonly WatchedDifference[];
}

export interface WatchedDifference {
  readonly section: string;
  readonly name: string;
  readonly what: string;
  /** A declaration that would fix it. */
  readonly fix?: string;
  /** Where it is in the source, and in the result. */
  readonly wanted?: Box;
  readonly box?: Box;
}
