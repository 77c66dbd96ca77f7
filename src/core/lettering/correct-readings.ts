import { required } from '../data/required.js';
import type { Reading } from './accept-readings.js';
import type { ReadWord } from './fit-font.js';

/** Puts what a person says in the place of what was read: that is certain. @param wordingFor what a line says, if somebody said so */
export function correctReadings(
  readings: readonly Reading[],
  wordingFor: (read: string) => string | undefined,
): Reading[] {
  return readings.map((reading) => {
    const text = wordingFor(textOf(reading));
    return text === undefined ? reading : { ...reading, words: spread(text, reading.words), certainty: 1 };
  });
}

export function textOf({ words }: Pick<Reading, 'words'>): string {
  return words.map(({ text }) => text).join(' ');
}

/** Other words where some stand: each in the place of one if there are as many, else as long as they are. */
function spread(text: string, places: readonly ReadWord[]): ReadWord[] {
  const words = text.split(/\s+/).filter(Boolean);
  if (words.length === places.length)
    return words.map((word, at) => ({ ...required(places[at]), text: word, certainty: 1 }));
  const [left, right] = [required(places[0]).left, required(places.at(-1)).right];
  const step = (right - left) / Math.max(1, words.join(' ').length);
  let at = left;
  return words.map((word) => {
    const from = at;
    at += (word.length + 1) * step;
    return { text: word, certainty: 1, left: from, right: from + word.length * step };
  });
}
