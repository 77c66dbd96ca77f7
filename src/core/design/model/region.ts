/** The stretch across a page that a part may fill; px. */
export interface Region {
  readonly x: number;
  readonly width: number;
}

export type StyleMap = Record<string, string>;
