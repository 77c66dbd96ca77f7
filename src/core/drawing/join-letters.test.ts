import type { DrawnText } from './drawing.js';
import { letterRuns } from './join-letters.js';

const LOOK = {
  family: 'Arial',
  size: 20,
  weight: '400',
  style: 'normal',
  color: 'rgb(0, 0, 0)',
  spacing: 0,
  decoration: 'none',
  transform: 'none',
};

/** A piece of text, each letter 10 px wide. */
const piece = (text: string, x: number, y = 0): DrawnText => {
  const box = [x, y, text.length * 10, 23] as const;
  return { type: 'text', order: 0, path: '', layer: '', box, words: [{ text, box }], look: LOOK, anchor: 'start' };
};

describe('text in pieces', () => {
  it('is a line of words where it is drawn letter by letter', () => {
    const letters = [...'to sea'].flatMap((letter, at) => (letter === ' ' ? [] : [piece(letter, at * 10)]));
    expect(letterRuns(letters)).toEqual([
      { pieces: [0, 1, 2, 3, 4], goesOn: [false, true, false, true, true], spacing: 0 },
    ]);
  });

  it('has the spacing that its letters have', () => {
    const letters = [...'MARSH'].map((letter, at) => piece(letter, at * 14));
    expect(letterRuns(letters)).toEqual([
      { pieces: [0, 1, 2, 3, 4], goesOn: [false, true, true, true, true], spacing: 4 },
    ]);
  });

  it('goes on with a word that was broken, and not with the next one', () => {
    expect(letterRuns([piece('Ter', 0), piece('ms', 29), piece('of', 56)])).toEqual([
      { pieces: [0, 1, 2], goesOn: [false, true, false], spacing: 0 },
    ]);
  });

  it('stays as it is where it is drawn word by word, on other lines, or with something in between', () => {
    expect(letterRuns([piece('low', 0), piece('tide', 36)])).toEqual([]);
    expect(letterRuns([piece('a', 0), piece('b', 10, 30)])).toEqual([]);
    expect(letterRuns([piece('a', 0), undefined, piece('b', 10)])).toEqual([]);
  });
});
