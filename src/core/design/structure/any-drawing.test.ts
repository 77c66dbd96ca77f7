import { required } from '../../data/required.js';
import fc from 'fast-check';
import type { PageDocument } from '../../document/types.js';
import { elements, isWords, textOf } from '../../document/walk.js';
import { arrange } from './arrange.js';
import { buildDesign } from '../emit/build-design.js';
import type { DrawnArtboard, DrawnBox, DrawnItem } from '../../drawing/drawing.js';
import { wordsOf } from '../text/paragraphs.js';
import { piecesOf } from './pieces.js';
import { artboard, box, line } from '../sample.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';

type Items = Parameters<typeof artboard>[2][];

const sayPiece = (piece: Piece): string =>
  piece.type === 'text' ? wordsOf(piece.text) : piece.type === 'picture' ? piece.picture.address : piece.type;

/** The tree in one line: rows in brackets, stacks in parentheses. */
function shapeOf({ piece, direction, parts, over }: Part): string {
  const inside = [...parts.map(shapeOf), ...over.map((part) => `over ${shapeOf(part)}`)].join(' ');
  const around = inside && (direction === 'row' ? `[${inside}]` : `(${inside})`);
  return `${piece ? sayPiece(piece) : ''}${around}`;
}

/* What holds for every drawing. */
const word = fc.constantFrom('Saturn', 'Tide', 'Dome', 'Marsh', 'Friday', 'Lamp', 'Creek', 'Rings');

const cell = fc.record({ title: word, text: word, pictured: fc.boolean() });

const drawing = fc.array(fc.array(cell, { minLength: 1, maxLength: 3 }), { minLength: 1, maxLength: 4 });

type Cell = { readonly title: string; readonly text: string; readonly pictured: boolean };

/** Rows of cells with a number in each text, so that each is there once. */
function draw(rows: readonly (readonly Cell[])[]): { readonly board: DrawnArtboard; readonly texts: string[] } {
  const items: Items = [];
  const texts: string[] = [];
  rows.forEach((row, at) =>
    row.forEach(({ title, text, pictured }, column) => {
      const [x, y] = [60 + column * 300, 60 + at * 260];
      const number = `${at}${'abc'[column]}`;
      const message = [`${title} ${number}`, `about ${text} and ${number}`];
      texts.push(...message);
      if (pictured) items.push(box(x - 20, y - 20, 260, 200));
      items.push(line(required(message[0]), x, y, { size: 26 }), line(required(message[1]), x, y + 80));
    }),
  );
  return { board: artboard(1000, 60 + rows.length * 260, ...items), texts };
}

const built = (...artboards: DrawnArtboard[]): PageDocument =>
  buildDesign({ name: 'p', files: ['p.svg'], boards: artboards }).document;

const kindsIn = (document: PageDocument): string =>
  [...elements(document.body)].map(({ kind, element }) => `${kind} ${element}`).join(', ');

describe('every drawing', () => {
  it('has each of its texts in the page exactly once', () => {
    fc.assert(
      fc.property(drawing, (rows) => {
        const { board: drawnArtboard, texts } = draw(rows);
        const message = [...elements(built(drawnArtboard).body)]
          .flatMap((node) => (node.children ?? []).filter(isWords))
          .map(({ text }) => text.trim());
        expect(message.sort()).toEqual(texts.sort());
      }),
      { numRuns: 40 },
    );
  });

  it('has the same structure twice as large', () => {
    const twice = (item: DrawnItem): DrawnItem => {
      const grown = (of: DrawnBox): DrawnBox => of.map((value) => value * 2) as unknown as DrawnBox;
      if (item.type !== 'text') return { ...item, box: grown(item.box) };
      return {
        ...item,
        box: grown(item.box),
        look: { ...item.look, size: item.look.size * 2 },
        words: item.words.map((word) => ({ ...word, box: grown(word.box) })),
      };
    };
    fc.assert(
      fc.property(drawing, (rows) => {
        const { board: drawnArtboard } = draw(rows);
        const large = {
          ...drawnArtboard,
          width: drawnArtboard.width * 2,
          height: drawnArtboard.height * 2,
          items: drawnArtboard.items.map(twice),
        };
        expect(shapeOf(arrange(piecesOf(large).top))).toBe(shapeOf(arrange(piecesOf(drawnArtboard).top)));
      }),
      { numRuns: 40 },
    );
  });

  it('has the same words on a narrower board in another order, each shown once', () => {
    fc.assert(
      fc.property(drawing, (rows) => {
        const wide = draw(rows);
        const narrow = draw(rows.flat().map((row) => [row]));
        const document = built(wide.board, { ...narrow.board, width: 400 });
        for (const text of wide.texts) expect(textOf(document.body).split(text)).toHaveLength(2);
        expect(kindsIn(document)).toContain('section');
      }),
      { numRuns: 25 },
    );
  });
});
