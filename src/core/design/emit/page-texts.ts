import type { Paragraph } from '../model/paragraph.js';
import type { Pieces } from '../model/piece.js';
import { wordsOf } from '../text/paragraphs.js';

/** The texts of a board. */
export function textsOn(board: Pieces): Paragraph[] {
  return board.all.flatMap((piece) => (piece.type === 'text' ? [piece.text] : []));
}

/** The words of the first heading; empty without one. */
export function headlineOf(board: Pieces, levelOf: (text: Paragraph) => number | undefined): string {
  const heading = textsOn(board).find((text) => levelOf(text) === 1);
  return heading ? wordsOf(heading) : '';
}

/** What the page is set in: as its longest text is. */
export function bodyLookOf(board: Pieces): Record<string, string> {
  const longest = textsOn(board).sort((a, b) => wordsOf(b).length - wordsOf(a).length)[0];
  const breaking = { 'overflow-wrap': 'break-word' };
  return longest ? { ...breaking, 'font-family': longest.look.family, color: longest.look.color } : breaking;
}
