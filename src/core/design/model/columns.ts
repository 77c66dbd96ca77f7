/** The columns of a table on a board. */
export interface Columns {
  /** Where each begins, px; undefined for one that has no cell on this board. */
  readonly starts: readonly (number | undefined)[];
  /** Number of the column of each cell of the row. */
  readonly places: readonly number[];
}
