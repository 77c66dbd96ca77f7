import { wordFaults } from './clashing-words.js';

const clashing = (words: Parameters<typeof wordFaults>[0], width = 200): string[][] =>
  wordFaults(words, width).clashing.map((pair) => pair.map(({ text }) => text));
const word = (text: string, x: number, y: number, width = 40, height = 20) => ({ text, x, y, width, height });

describe('wordFaults', () => {
  it('finds nothing in lines of words that stand beside and below each other', () => {
    const words = [word('Star', 0, 0), word('evenings', 44, 0, 80), word('on', 0, 18), word('Friday', 44, 18)];
    expect(wordFaults(words, 200)).toEqual({ clashing: [], cut: [], broken: [] });
  });

  it('names words that lie on each other, whichever comes first', () => {
    expect(clashing([word('dome', 20, 5), word('tide', 0, 0)])).toEqual([['tide', 'dome']]);
  });

  it('lets words touch as far as letters do', () => {
    expect(clashing([word('dome', 0, 0), word('tide', 38, 0)])).toEqual([]);
    expect(clashing([word('dome', 0, 0), word('tide', 0, 13)])).toEqual([]);
  });

  it('names words that reach over either side', () => {
    const words = [word('left', -5, 0), word('inside', 100, 0), word('right', 180, 0)];
    expect(wordFaults(words, 200).cut.map(({ text }) => text)).toEqual(['left', 'right']);
  });

  it('does not take a word that goes on in the next line for one block', () => {
    const words = [word('the', 0, 0), { ...word('far-off', 50, 0, 120, 44), broken: true }, word('dome', 50, 24)];
    expect(clashing(words)).toEqual([]);
  });

  it('finds a clash with a word that is much higher', () => {
    const words = [word('Marsh', 0, 0, 200, 100), word('a', 10, 30, 10, 20), word('below', 0, 101)];
    expect(clashing(words, 400)).toEqual([['Marsh', 'a']]);
  });

  it('lets words lie on an icon that is much larger, as ornament', () => {
    expect(clashing([word('\uF09B', 0, 0, 400, 400), word('Marsh', 10, 30)])).toEqual([]);
    expect(clashing([word('\uF09B', 0, 0, 30, 30), word('Marsh', 10, 5)])).toHaveLength(1);
    expect(clashing([word('M', 0, 0, 400, 400), word('Marsh', 10, 30)])).toHaveLength(1);
  });
});
