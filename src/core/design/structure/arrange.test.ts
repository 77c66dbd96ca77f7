import { required } from '../../data/required.js';
import { arrange } from './arrange.js';
import { buildDesign } from '../emit/build-design.js';
import { columnsFor } from '../layout/columns.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { addExtraParts } from '../match/extra-parts.js';
import { explainPart } from '../layout/explain.js';
import { lengthOf } from '../../geometry/box.js';
import { matchArtboards } from '../match/match-artboards.js';
import { piecesOf } from './pieces.js';
import { art, artboard, box, line, image, shapeOf, together } from '../sample.js';
import { allWidths, scaledStyle } from '../responsive/screens.js';
import { aroundColumns } from '../model/even-columns.js';

type Items = Parameters<typeof artboard>[2][];

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
    const row = artboard(1000, 200, line('One', 100, 50), line('Three', 300, 50), line('Two', 500, 50));
    const crossed = artboard(400, 300, line('One', 20, 20), line('Three', 40, 24, { size: 40 }), line('Two', 20, 200));
    const root = together(row, crossed);
    expect(root.parts).toHaveLength(2);
    expect(root.reason).toContain('would cross on another artboard');
  });

  it('joins what lies between two that cross, too', () => {
    const rows = ['One', 'Two', 'Three', 'Four'].map((word, at) => line(word, 100, 50 + at * 200));
    const crossed = [
      line('One', 20, 20),
      line('Two', 20, 200),
      line('Three', 40, 24, { size: 40 }),
      line('Four', 20, 300),
    ];
    const root = together(artboard(1000, 900, ...rows), artboard(400, 400, ...crossed));
    expect(root.parts.map((part) => shapeOf(part).replace(/[^A-Z]/g, ''))).toEqual(['OTT', 'F']);
  });

  it('asks nothing of what another artboard does not have', () => {
    expect(shapeOf(together(wide, artboard(400, 100, line('Else', 20, 20))))).toBe(shapeOf(together(wide)));
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

  it('comes in with all it holds, in a row with what it stands beside there, once', () => {
    expect(extras.map(({ brought }) => brought.map(({ type }) => type))).toEqual([['box'], []]);
    expect(shapeOf(root)).toBe('([Hollin Marsh box(art)] Saturn)');
  });

  it('goes on the row, or the column, or between the rows that it stands in there', () => {
    const top = (extra: Items[number][]): string => {
      const full = piecesOf(
        artboard(1000, 600, line('One', 40, 100), line('Two', 140, 100), line('Three', 40, 200), line('Four', 40, 260)),
      );
      const other = piecesOf(
        artboard(
          1000,
          600,
          line('One', 40, 100),
          line('Two', 140, 100),
          line('Three', 40, 200),
          line('Four', 40, 260),
          ...extra,
        ),
      );
      const tree = arrange(full.top);
      addExtraParts(tree, [other], [matchArtboards(full, other)]);
      return shapeOf(tree);
    };
    expect(top([])).toBe('([One Two] Three Four)');
    expect(top([line('New', 240, 100)])).toBe('([One Two New] Three Four)');
    expect(top([line('New', 40, 150)])).toBe('([One Two] New Three Four)');
    expect(top([line('New', 240, 200)])).toBe('([One Two] [Three New] Four)');
  });

  it('goes into the innermost thing around it that the widest has too', () => {
    const band = (width: number): Items[number] => box(0, 300, width, 300, { 'background-color': 'rgb(0, 0, 60)' });
    const items = (width: number): Items => [line('Above', 40, 100), band(width), line('Saturn', 60, 340)];
    const card = box(20, 330, 360, 240, { 'background-color': 'rgb(30, 30, 90)' });
    const rule = box(40, 400, 200, 1, { 'background-color': 'rgb(90, 90, 150)' });
    const full = piecesOf(artboard(1000, 600, ...items(1000)));
    const narrow = items(400);
    const other = piecesOf(artboard(400, 600, ...narrow.slice(0, 2), card, ...narrow.slice(2), rule));
    const tree = arrange(full.top);
    addExtraParts(tree, [other], [matchArtboards(full, other)]);
    expect(shapeOf(tree)).toBe('(Above box(Saturn box))');
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
