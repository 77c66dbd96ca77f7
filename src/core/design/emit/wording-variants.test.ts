import { required } from '../../data/required.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { buildDesign } from './build-design.js';
import type { DrawnArtboard } from '../../drawing/drawing.js';
import { matchArtboards } from '../match/match-artboards.js';
import { wordsOf } from '../text/paragraphs.js';
import { piecesOf } from '../structure/pieces.js';
import { rewordedTexts } from '../match/reworded-texts.js';
import { artboard, box, line } from '../sample.js';

const press = (label: string, x: number, y: number, width: number): Parameters<typeof artboard>[2][] => [
  box(x, y, width, 44, { 'background-color': 'rgb(20, 40, 90)' }),
  line(label, x + (width - label.length * 8) / 2, y + 12, { color: 'rgb(255, 255, 255)' }),
];
const wide = artboard(
  1440,
  500,
  line('Nights on the marsh', 120, 60, { size: 40 }),
  ...press('Book a telescope evening', 120, 160, 260),
  line('Every Friday from October', 120, 260),
);
const narrow = (label: string): DrawnArtboard =>
  artboard(
    390,
    500,
    line('Nights on the marsh', 20, 60, { size: 32 }),
    ...press(label, 20, 140, 180),
    line('Every Friday from October', 20, 240),
  );

const built = (...artboards: DrawnArtboard[]): { document: PageDocument; notes: readonly string[] } =>
  buildDesign({ name: 'p', files: ['p.svg'], boards: artboards });
const buttons = ({ body }: PageDocument): ElementNode[] => [...elements(body)].filter(({ kind }) => kind === 'button');

describe('a text that says the same otherwise on another board', () => {
  it('is one element, with each wording where it was drawn, and that is said', () => {
    const { document, notes } = built(wide, narrow('Book evening'));
    expect(buttons(document)).toHaveLength(1);
    const spans = [...elements(required(buttons(document)[0]))].filter(
      ({ name }) => name === 'wording' || name === 'Book evening',
    );
    expect(spans.map(textOf)).toEqual(['Book a telescope evening', 'Book evening']);
    const [long, short] = spans.map(({ style }) => document.styles[required(style)]);
    expect(long?.rest['display']).toBeUndefined();
    expect(long?.variants?.map(({ set }) => set['display'])).toEqual(['none']);
    expect(short?.rest['display']).toBe('none');
    expect(notes).toEqual(['On the artboard of 390 px “Book a telescope evening” has the text “Book evening”']);
  });

  it('is another one without a word in common, or set otherwise', () => {
    const pairs = (other: DrawnArtboard): string[][] => {
      const [mine, theirs] = [piecesOf(wide), piecesOf(other)];
      const { pairs: known, reworded } = matchArtboards(mine, theirs);
      expect(rewordedTexts(mine, theirs, known)).toEqual([]);
      return reworded.map((pair) => pair.map((piece) => (piece.type === 'text' ? wordsOf(piece.text) : '')));
    };
    expect(pairs(narrow('Book evening'))).toEqual([['Book a telescope evening', 'Book evening']]);
    expect(pairs(narrow('Come along'))).toEqual([]);
    const bold = artboard(
      390,
      300,
      line('Nights on the marsh', 20, 60, { size: 32 }),
      line('Book evening', 20, 140, { weight: '700' }),
    );
    expect(pairs(bold)).toEqual([]);
  });

  it('says it once if only capitals differ', () => {
    const { document } = built(wide, narrow('BOOK A TELESCOPE EVENING'));
    expect(textOf(required(buttons(document)[0]))).toBe('Book a telescope evening');
  });
});
