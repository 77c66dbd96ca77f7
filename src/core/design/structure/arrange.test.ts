import { required } from '../../data/required.js';
import fc from 'fast-check';
import type { PageDocument } from '../../document/types.js';
import { elements, isWords, textOf } from '../../document/walk.js';
import { arrange } from './arrange.js';
import { buildDesign } from '../emit/build-design.js';
import { columnsFor } from '../layout/columns.js';
import type { DrawnArtboard, DrawnBox, DrawnItem } from '../../drawing/drawing.js';
import { addExtraParts } from '../match/extra-parts.js';
import { explainPart } from '../layout/explain.js';
import { lengthOf } from '../../geometry/box.js';
import { matchArtboards } from '../match/match-artboards.js';
import { wordsOf } from '../text/paragraphs.js';
import { piecesOf } from './pieces.js';
import { art, artboard, box, line, image } from '../sample.js';
import { allWidths, scaledStyle } from '../responsive/screens.js';
import type { Part } from '../model/part.js';
import type { Piece } from '../model/piece.js';
import { aroundColumns } from '../model/even-columns.js';

type Items = Parameters<typeof artboard>[2][];

const sayPiece = (piece: Piece): string =>
  piece.type === 'text' ? wordsOf(piece.text) : piece.type === 'picture' ? piece.picture.address : piece.type;
/** The tree in one line: rows in brackets, stacks in parentheses. */
function shapeOf({ piece, direction, parts, over }: Part): string {
  const inside = [...parts.map(shapeOf), ...over.map((part) => `over ${shapeOf(part)}`)].join(' ');
  const around = inside && (direction === 'row' ? `[${inside}]` : `(${inside})`);
  return `${piece ? sayPiece(piece) : ''}${around}`;
}

function together(wide: DrawnArtboard, ...narrow: readonly DrawnArtboard[]): Part {
  const first = piecesOf(wide);
  const matches = narrow.map((drawnArtboard) => matchArtboards(first, piecesOf(drawnArtboard)));
  return arrange(
    first.top,
    matches.map(
      ({ pairs }) =>
        (piece) =>
          pairs.get(piece)?.box,
    ),
  );
}

describe('a cut that several artboards decide', () => {
  /* Two titles over two texts, as near to each other as to what is beside them. */
  const wide = artboard(
    1000,
    400,
    line('Hire', 100, 100, { size: 26 }),
    line('Join', 240, 100, { size: 26 }),
    line('By night', 100, 200),
    line('By year', 240, 200),
  );
  const asColumns = artboard(
    400,
    400,
    line('Hire', 20, 20, { size: 26 }),
    line('By night', 20, 60),
    line('Join', 20, 160, { size: 26 }),
    line('By year', 20, 200),
  );
  const asRows = artboard(
    400,
    400,
    line('Hire', 20, 20, { size: 26 }),
    line('Join', 20, 60, { size: 26 }),
    line('By night', 20, 160),
    line('By year', 20, 200),
  );

  it('is the one that keeps things apart on all of them', () => {
    expect(shapeOf(together(wide, asColumns))).toBe('[(Hire By night) (Join By year)]');
    expect(shapeOf(together(wide, asRows))).toBe('([Hire Join] [By night By year])');
  });

  it('joins what crosses, if no cut of the widest keeps everything apart', () => {
    const row = artboard(1000, 200, line('One', 100, 50), line('Two', 300, 50), line('Three', 500, 50));
    const crossed = artboard(400, 300, line('One', 20, 20), line('Three', 40, 24, { size: 40 }), line('Two', 20, 200));
    const root = together(row, crossed);
    expect(root.parts).toHaveLength(2);
    expect(root.reason).toContain('would cross on another artboard');
  });

  it('asks nothing of what another artboard does not have', () => {
    expect(shapeOf(together(wide, artboard(400, 100, line('Else', 20, 20))))).toBe(shapeOf(together(wide)));
  });
});

describe('a row of things over another', () => {
  const link = (text: string, x: number, y = 30): Items[number] => line(text, x, y, { layer: text });

  it('is one row, laid over the rest as a whole', () => {
    const first = together(
      artboard(
        1000,
        800,
        link('Marsh', 100),
        link('Visit', 700),
        link('Join', 800),
        image('night.jpg', 0, 0, 1000, 600),
        line('Below', 100, 700),
      ),
    );
    expect(shapeOf(first)).toContain('over [Marsh Visit Join]');
  });

  it('is none of things that stand at other heights or overlapping', () => {
    const steps = together(
      artboard(
        1000,
        800,
        link('One', 100),
        link('Two', 700, 300),
        image('night.jpg', 0, 0, 1000, 600),
        line('Below', 100, 700),
      ),
    );
    expect(shapeOf(steps)).toMatch(/over One.*over Two|over Two.*over One/);
  });
});

describe('columns of boxes and pictures', () => {
  it('may touch each other, words may not', () => {
    const images = [0, 300, 600].map((x) => image(`${x}.jpg`, x, 0, 300, 200));
    expect(shapeOf(together(artboard(900, 200, ...images)))).toBe('[0.jpg 300.jpg 600.jpg]');
    const words = piecesOf(artboard(900, 200, line('a', 100, 50), line('b', 111, 90), line('c', 122, 50)));
    expect(arrange(words.top).direction).toBe('stack');
  });

  it('may end before others', () => {
    const items: Items = [
      line('A better way', 100, 100, { size: 24 }),
      ...[400, 700].flatMap((x) => [
        line(`Title ${x}`, x, 100),
        line(`Text of ${x}`, x, 140),
        line(`More of ${x}`, x, 240),
      ]),
    ];
    expect(arrange(piecesOf(artboard(1000, 400, ...items)).top).parts).toHaveLength(3);
  });

  it('are as wide as what is centred in them, evenly apart', () => {
    const centred: DrawnBox[] = [
      [100, 0, 100, 20],
      [330, 0, 140, 20],
      [610, 0, 80, 20],
    ];
    expect(aroundColumns(centred)).toEqual([80, 0, 640, 20]);
    const { regions, gutter } = columnsFor(centred, { x: 80, width: 640 }, true);
    expect(regions).toEqual([80, 330, 580].map((x) => ({ x, width: 140 })));
    expect(gutter).toBe(110);
    expect(
      aroundColumns([
        [100, 0, 100, 20],
        [330, 0, 140, 20],
        [500, 0, 80, 20],
      ]),
    ).toBeUndefined();
    expect(
      aroundColumns([
        [100, 0, 100, 20],
        [300, 0, 100, 20],
      ]),
    ).toBeUndefined();
  });
});

describe('what only narrower artboards have', () => {
  const wide = piecesOf(artboard(1000, 300, line('Hollin Marsh', 40, 20), line('Saturn', 40, 200)));
  const toggle = (x: number): Items => [
    box(x, 10, 48, 40, { 'border-width': '1px' }),
    art('M0 0h9', x + 12, 20, 24, 20),
  ];
  const artboards = [800, 400].map((width) =>
    piecesOf(artboard(width, 300, line('Hollin Marsh', 20, 20), ...toggle(width - 60), line('Saturn', 20, 200))),
  );
  const matches = artboards.map((board) => matchArtboards(wide, board));
  const root = arrange(wide.top);
  const extras = addExtraParts(root, artboards, matches);

  it('comes in with all it holds, after what it follows there, once', () => {
    expect(extras.map(({ brought }) => brought.map(({ type }) => type))).toEqual([['box'], []]);
    expect(shapeOf(root)).toBe('(Hollin Marsh box(art) Saturn)');
  });

  it('is known on each board that has it', () => {
    const brought = required(extras[0]?.brought[0]);
    expect(extras[1]?.pairs.get(brought)?.box).toEqual([340, 10, 48, 40]);
  });

  it('is not a box around things that the widest has too', () => {
    const boxed = piecesOf(
      artboard(400, 300, box(10, 10, 380, 60), line('Hollin Marsh', 20, 20), line('Saturn', 20, 200)),
    );
    const tree = arrange(wide.top);
    expect(addExtraParts(tree, [boxed], [matchArtboards(wide, boxed)])[0]?.brought).toEqual([]);
    expect(shapeOf(tree)).toBe('(Hollin Marsh Saturn)');
  });
});

describe('drawing that lies behind other things', () => {
  const behind = (width: number) =>
    piecesOf(artboard(1000, 600, art('M0 0h1000v300z', 0, 0, width, 300), line('Words on it', 40, 100)));

  it('holds them, if it is large', () => {
    expect(behind(1000).top.map(({ type }) => type)).toEqual(['art']);
    expect(behind(200).top.map(({ type }) => type)).toEqual(['art', 'text']);
  });

  it('is the background of its box, stretched with it', () => {
    const items = [art('M0 0h1000v300z', 0, 0, 1000, 300), line('Words on it', 40, 100)];
    const { document } = buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1000, 600, ...items)] });
    const looks = Object.values(document.styles).map(({ rest }) => rest);
    const ground = looks.find((look) => look['background-image']?.startsWith('url("data:image/svg+xml'));
    expect(ground?.['background-size']).toBe('100% 100%');
    const markup = Buffer.from(/base64,([^"]+)/.exec(ground?.['background-image'] ?? '')?.[1] ?? '', 'base64');
    expect(markup.toString()).toContain('preserveAspectRatio="none"');
  });
});

describe('reasons', () => {
  it('name each thing that holds others, and how it is set on each screen', () => {
    const part = together(artboard(1000, 400, box(0, 0, 1000, 300), line('One', 100, 100), line('Two', 500, 100)));
    const looks = [
      new Map([[part, { display: 'grid', 'grid-template-columns': 'repeat(2, 1fr)' }]]),
      new Map([[part, { display: 'flex', 'flex-direction': 'column' }]]),
      new Map(),
    ];
    expect(explainPart(part, looks, [1000, 700, 400])).toEqual([
      'box: holds 2 things; inside: 2 columns, gutter 376 px (1000 px 2 columns, 700 px stack, 400 px not there)',
    ]);
  });
});

describe('screens', () => {
  it('have less of what is above its floor', () => {
    const screen = { width: 390, padding: 0.5, gap: 0.5, type: 0.5, lines: 0.5 };
    expect(
      scaledStyle(
        {
          'font-size': '40px',
          'line-height': '1.6',
          'padding-top': '96px',
          'margin-top': '-40px',
          'row-gap': '12px',
          width: '300px',
          color: 'red',
        },
        screen,
      ),
    ).toEqual({
      'font-size': '29px',
      'line-height': '1.4',
      'padding-top': '56px',
      'margin-top': '-28px',
      'row-gap': '12px',
      width: '300px',
      color: 'red',
    });
    expect(scaledStyle({ 'font-size': '14px', 'padding-left': 'max(20px, 5%)' }, screen)).toEqual({
      'font-size': '14px',
      'padding-left': 'max(20px, 5%)',
    });
  });

  it('are those of the artboards, then those that are derived', () => {
    expect(allWidths([1440, 900])).toEqual([1440, 900, 390]);
  });

  it('read numbers of lengths', () => {
    expect([lengthOf('12.5px'), lengthOf('auto'), lengthOf(undefined)]).toEqual([12.5, 0, 0]);
  });
});

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
