/** What stands before an item of a list. */
export interface Mark {
  readonly kind: 'bullet' | 'number';
  /** As it was drawn: `•`, `2.` */
  readonly text: string;
  /** How far the words are set in behind it, px; undefined if further lines begin below the mark. */
  readonly inset?: number;
}
