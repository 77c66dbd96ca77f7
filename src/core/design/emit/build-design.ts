import { required } from '../../data/required.js';
import { TavrikError } from '../../errors/tavrik-error.js';
import type { PageDocument } from '../../document/types.js';
import { firstOrder, type Part } from '../model/part.js';
import { arrangePage } from '../structure/page-parts.js';
import { hangOrnaments } from '../structure/ornaments.js';
import { ArtboardView } from '../match/artboard-view.js';
import type { DesignInput, DesignSection } from './design-input.js';
import { PageBuilder } from './page-builder.js';
import { deriveStyles } from '../responsive/derive.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { explainPart } from '../layout/explain.js';
import { addExtraParts, type Extras } from '../match/extra-parts.js';
import { layOut } from '../layout/layout.js';
import { matchArtboards, matchedShare, type ArtboardMatch } from '../match/match-artboards.js';
import { wordsOf } from '../text/paragraphs.js';
import { piecesOfAll } from '../structure/pieces.js';
import { rolesOf } from '../roles/roles.js';
import { allWidths, screensBelow } from '../responsive/screens.js';
import { breakpointsBetween } from '../responsive/style-variants.js';
import type { ElementPlace } from '../match/element-places.js';
import type { Piece, Pieces } from '../model/piece.js';
import { areRightToLeft, languageOf } from '../../text/language.js';
import { withSideBorders } from '../../drawing/side-borders.js';
import { withCellGrids } from '../../drawing/cell-grids.js';
import { withTableRows } from '../../drawing/table-rows.js';
import { withWordTables } from '../../drawing/word-tables.js';
import { withinArtboard } from '../../drawing/within-artboard.js';
import { mirrorArtboard } from '../../drawing/mirror.js';
import { mirrorDesign } from './mirror-design.js';

export interface BuiltDesign {
  readonly document: PageDocument;
  readonly sections: readonly DesignSection[];
  readonly notes: readonly string[];
  /** Where each element stands on the widest board, by its id; px. */
  readonly boxes: ReadonlyMap<string, DrawnBox>;
  /** Where what was drawn as a box, a picture or a drawing stands on each board, widest first, by its id. */
  readonly standing: ReadonlyMap<string, readonly (ElementPlace | undefined)[]>;
  /** Why each section became what it is, by its id: lines, indented. */
  readonly reasons: ReadonlyMap<string, readonly string[]>;
}

/** Below this share of matched texts and pictures, artboards are said to be of different pages. */
const SAME_PAGE = 0.5;

/** Most things, each by itself, that one artboard may have. */
const MOST_PIECES = 3000;

/**
 * Makes a page from artboards: the widest gives the structure, the others what differs at their widths. Artboards that are
 * read from right to left are laid out mirrored, and the page is mirrored back.
 */
export function buildDesign(input: DesignInput): BuiltDesign {
  const texts = (input.boards[0]?.items ?? []).flatMap((item) =>
    item.type === 'text' ? [item.words.map(({ text }) => text).join(' ')] : [],
  );
  const named = { ...input, language: input.language ?? languageOf(texts) ?? 'en' };
  if (!areRightToLeft(texts)) return build(named);
  return mirrorDesign(
    build({ ...named, boards: input.boards.map(mirrorArtboard) }),
    input.boards.map(({ width }) => width),
  );
}

function build(given: DesignInput & { readonly language: string }): BuiltDesign {
  const boards = given.boards.map((board) => withTableRows(withCellGrids(withSideBorders(withinArtboard(board)))));
  const input = { ...given, boards: withWordTables(boards) };
  const artboards = piecesOfAll(input.boards);
  artboards.forEach(({ all, width }) => {
    if (all.length > MOST_PIECES)
      throw new TavrikError(
        `The artboard of ${width} px has ${all.length} separate things; a layout can be found for at most ${MOST_PIECES}.`,
        input.files.join(', '),
        'Group the shapes of each illustration, or place it as an image.',
      );
  });
  const first = required(artboards[0]);
  const matches = artboards.slice(1).map((artboard) => matchArtboards(first, artboard));
  const elsewhere = matches.map(
    ({ pairs }) =>
      (piece: Piece) =>
        pairs.get(piece)?.box,
  );
  const root = arrangePage(first, elsewhere);
  hangOrnaments(root, first.ornaments, ({ box }) => box, firstOrder);
  const notes: string[] = input.boards.flatMap((artboard) =>
    artboard.notes.map((note) => `${artboard.width} px: ${note}`),
  );
  const extras = addExtraParts(root, artboards.slice(1), matches);
  matches.forEach((match, index) => notes.push(...differences(first, match, required(extras[index]))));
  const views = [
    new ArtboardView(first, undefined),
    ...extras.map(({ board: artboard, pairs }) => new ArtboardView(artboard, pairs)),
  ];
  const drawn = views.map((view) => layOut(root, view, views));
  const looks = [...drawn];
  const widths = artboards.map(({ width }) => width);
  const screens = screensBelow(widths, input.scale);
  for (const screen of screens) looks.push(deriveStyles(root, required(looks.at(-1)), screen));
  const breakpoints = input.breakpoints ?? breakpointsBetween(allWidths(widths));
  const roles = rolesOf(first, root);
  const builder = new PageBuilder(input, artboards, views, looks, breakpoints, roles);
  const document = builder.build(root);
  const why = (part: Part): string | undefined => roles.forms.fields.get(part)?.why;
  const reasons = new Map(
    builder.sections.map(({ id, part }) => [id, explainPart(part, looks, allWidths(widths), why)]),
  );
  const sections = builder.sections.map(({ id, boxes }) => ({ id, boxes }));
  return { document, notes, sections, reasons, boxes: builder.ids.boxes, standing: builder.ids.standing };
}

/** In what another artboard differs from the first, in words. */
function differences(first: Pieces, match: ArtboardMatch, { board: artboard, pairs, brought }: Extras): string[] {
  const share = matchedShare(first, match);
  const gone = first.all.filter((piece) => piece.type !== 'box' && !pairs.has(piece));
  return [
    ...(share < SAME_PAGE
      ? [
          `The artboards of ${first.width} and ${artboard.width} px share only ${Math.round(share * 100)} % of their texts and images; are they one page?`,
        ]
      : []),
    ...(brought.length ? [`Only on the artboard of ${artboard.width} px: ${brought.map(describe).join(', ')}`] : []),
    ...match.reworded.map(
      ([mine, theirs]) => `On the artboard of ${artboard.width} px ${describe(mine)} has the text ${describe(theirs)}`,
    ),
    ...(gone.length ? [`Not on the artboard of ${artboard.width} px: ${gone.map(describe).join(', ')}`] : []),
  ];
}

function describe(piece: Piece): string {
  if (piece.type === 'text') return `“${wordsOf(piece.text).slice(0, 60)}”`;
  return piece.type === 'box'
    ? 'a box'
    : `${piece.type === 'art' ? 'a drawing' : 'a picture'} ${piece.type === 'art' ? piece.art.path : piece.picture.path}`.trim();
}
