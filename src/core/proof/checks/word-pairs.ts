import type { MeasuredWord } from '../measurement.js';
import type { Compared } from '../compare-page.js';

export interface Both {
  readonly wanted: MeasuredWord;
  readonly is: MeasuredWord;
}

export function bothOf({ words }: Compared): Both[] {
  return words.flatMap(({ wanted, is }) => (wanted && is ? [{ wanted, is }] : []));
}

export function round(value: number): number {
  return Math.round(value * 10) / 10;
}
