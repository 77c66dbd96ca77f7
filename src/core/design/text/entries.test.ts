import { artboard, line } from '../sample.js';
import { textsOf } from '../structure/pieces.js';
import { wordsOf } from './paragraphs.js';

/** The texts that lines at the leading of a paragraph are read as. */
const textsIn = (lines: readonly string[], more: { size?: number; weight?: string } = {}): string[] =>
  textsOf(artboard(1200, 600, ...lines.map((words, at) => line(words, 100, 100 + at * 24, more)))).map(wordsOf);

describe('lines at the leading of a text', () => {
  it('are entries if all begin with a capital and none goes on in the next', () => {
    const entries = ['Drawing at the telescope', 'Finding Saturn by its colour', 'Reading of the tide table'];
    expect(textsIn(entries)).toEqual(entries);
  });

  it('are one text if a line begins or ends in the middle of a sentence', () => {
    expect(textsIn(['We open the dome on every', 'clear evening from March', 'until the end of October'])).toHaveLength(
      1,
    );
    expect(
      textsIn(['Come to the dome with Ada,', 'Ben Marlow and his friends', 'Hollin Reed and Mira Tell']),
    ).toHaveLength(1);
  });

  it('are one text if they are two, or a title', () => {
    expect(textsIn(['Drawing at the telescope', 'Finding Saturn by its colour'])).toHaveLength(1);
    const title = ['Drawing at the Old', 'Telescope of the Marsh', 'Observatory in Spring'];
    expect(textsIn(title, { weight: '700' })).toHaveLength(1);
  });
});
