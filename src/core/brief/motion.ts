/** Ways in which something comes in. */
export const ENTRANCES = ['fade', 'from-left', 'from-right', 'from-above', 'from-below', 'grow'] as const;
export type Entrance = (typeof ENTRANCES)[number];
export const MOMENTS = ['load', 'scroll'] as const;
export const EASINGS = ['linear', 'ease', 'ease-in', 'ease-out', 'ease-in-out'] as const;

/** What a brief says of how an element moves, or stays where it is while the page is scrolled. */
export interface MotionRule {
  /** The element: its path in the source, its name, or a pattern with `*`. */
  readonly at: string;
  readonly enters?: Entrance;
  /** When it comes in: as the page is opened, or as it is scrolled into view. */
  readonly when?: (typeof MOMENTS)[number];
  /** How long it takes, and how long it waits before, ms. */
  readonly lasts?: number;
  readonly after?: number;
  readonly easing?: (typeof EASINGS)[number];
  /** What is in it comes in one after another: so many ms later each. */
  readonly each?: number;
  /** It stays at the top of the window. */
  readonly stays?: true;
  /** How it looks once the page is scrolled: a colour behind it, a colour of its words, a shadow below it, less room in it (px). */
  readonly scrolled?: {
    readonly background?: string;
    readonly colour?: string;
    readonly shadow?: boolean;
    readonly padding?: number;
  };
  /** Line of the brief. */
  readonly line: number;
}

/** Longest motion, ms: nobody waits longer for a page. */
export const LONGEST_MOTION = 10_000;
