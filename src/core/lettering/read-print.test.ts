import { required } from '../data/required.js';
import { CERTAIN, readingsOf, type SheetWord } from './accept-readings.js';
import { correctReadings, textOf } from './correct-readings.js';
import { readOutlines, type FilledPaths } from './read-outlines.js';
import { ShapeIndex } from './font-shapes.js';
import { readingSheets, type SheetRow } from './reading-sheet.js';
import { FONTS, outlined, SIGNS } from './sample.js';
import { fitFonts, setLines } from './set-lines.js';
import { unreadLines } from './unread-lines.js';

const STEP = 0.55;
const SIZE = 40;

/** Several drawings as one. */
function together(...drawings: readonly FilledPaths[]): FilledPaths {
  const shapes = [...new Set(drawings.flatMap((drawing) => drawing.shapes))];
  return {
    width: Math.max(...drawings.map(({ width }) => width)),
    shapes,
    paths: drawings.flatMap((drawing) =>
      drawing.paths.map((path) => ({ ...path, shape: shapes.indexOf(required(drawing.shapes[path.shape])) })),
    ),
  };
}

const lines = (drawing: FilledPaths): { letters: number; paths: number; box: number[] }[] =>
  unreadLines(drawing).lines.map(({ letters, paths, box }) => ({
    letters: letters.length,
    paths: paths.length,
    box: box.map(Math.round),
  }));

/** What a reader would say that reads each row right. */
function read(row: SheetRow, text: string, certainty = 0.95): SheetWord[] {
  const [left, top, width, height] = row.box;
  const words = text.split(' ');
  const step = width / text.length;
  let at = 0;
  return words.map((word) => {
    const from = left + at * step;
    at += word.length + 1;
    return { text: word, certainty, left: from, right: from + word.length * step, top, bottom: top + height };
  });
}

describe('lines of letters that no font explains', () => {
  it('are things of one colour beside each other on one line', () => {
    const found = lines(together(outlined('not one', SIZE, STEP, [10, 60]), outlined('tint', SIZE, STEP, [10, 160])));
    expect(found.map(({ letters }) => letters)).toEqual([6, 4]);
    expect(lines(outlined('one', SIZE, STEP, [10, 60]))).toHaveLength(1);
    const [near, far] = [outlined('on', SIZE, STEP, [10, 60]), outlined('it', SIZE, STEP, [150, 60])];
    expect(lines(together(near, far)).map(({ letters }) => letters)).toEqual([2, 2]);
    const other = { ...far, paths: far.paths.map((path) => ({ ...path, paint: 'red' })) };
    expect(lines(together(outlined('no', SIZE, STEP, [10, 60]), other))).toHaveLength(2);
  });

  it('are found in a paragraph that is one path, with the dots of their letters', () => {
    const path = (letters: string, y: number): string =>
      [...letters]
        .map(
          (letter, at) =>
            `M${at * 0.5} ${y}h0.3v-0.5h-0.3z${letter === 'i' ? `M${at * 0.5} ${y - 0.6}h0.3v-0.12h-0.3z` : ''}`,
        )
        .join('');
    const one: FilledPaths = {
      width: 1000,
      shapes: [path('nin', 0) + path('nni', 1.2)],
      paths: [{ shape: 0, matrix: [SIZE, 0, 0, SIZE, 10, 60], paint: 'black' }],
    };
    expect(lines(one)).toEqual([
      { letters: 3, paths: 1, box: [10, 31, 52, 29] },
      { letters: 3, paths: 1, box: [10, 79, 52, 29] },
    ]);
  });

  it('are not signs that stand alone, nor things of which few stand on one line', () => {
    expect(lines(outlined('o', SIZE, STEP, [10, 60]))).toEqual([]);
    const steps = [0, 9, 18, 27].map((y, at) => outlined('o', SIZE, STEP, [10 + at * 22, 60 + y]));
    expect(lines(together(...steps))).toEqual([]);
  });

  it('are not as high as a large part of the drawing is wide', () => {
    const text = outlined('not one', SIZE, STEP, [10, 60]);
    expect(lines({ ...text, width: SIZE * 2 })).toEqual([]);
  });

  it('are not read by a font that has only a few of their letters', () => {
    const strange: FilledPaths = {
      width: 1000,
      shapes: ['M0 0L0.2 -0.5L0.4 0L0.2 -0.2Z', required(SIGNS['n'])],
      paths: [0, 0, 1, 0, 0, 0, 1, 0].map((shape, at) => ({
        shape,
        matrix: [SIZE, 0, 0, SIZE, 10 + at * 20, 60] as const,
        paint: 'black',
      })),
    };
    const known = together(outlined('not one tent', SIZE, STEP, [10, 200]), strange);
    expect(readOutlines(known, FONTS, new ShapeIndex(FONTS)).lines.map(({ text }) => text)).toEqual(['not one tent']);
  });
});

describe('a sheet to read from', () => {
  it('has lines of any size below each other in order, at one size', () => {
    const drawing = together(outlined('tent', 12, STEP, [10, 400]), outlined('tint', 90, STEP, [10, 100]));
    const [sheet, ...more] = readingSheets(unreadLines(drawing).lines);
    expect(more).toEqual([]);
    const [large, small] = required(sheet).rows;
    expect(Math.abs(required(large).box[3] - required(small).box[3])).toBeLessThan(1);
    expect(required(small).box[1]).toBeGreaterThan(required(large).box[1] + required(large).box[3]);
    expect(required(sheet).markup).toMatch(/^<svg [^>]*width="\d+" height="\d+"><path fill="#fff"/);
  });

  it('is one of several where there is more than one holds', () => {
    const many = Array.from({ length: 90 }, (_, at) => outlined('tent', 20, STEP, [10, 100 + at * 60]));
    const sheets = readingSheets(unreadLines(together(...many)).lines);
    expect(sheets.length).toBeGreaterThan(1);
    expect(sheets.reduce((sum, { rows }) => sum + rows.length, 0)).toBe(90);
    expect(Math.max(...sheets.map(({ height }) => height))).toBeLessThanOrEqual(3700);
  });
});

describe('what was read', () => {
  const [sheet] = readingSheets(unreadLines(outlined('not one', SIZE, STEP, [10, 60])).lines);
  const row = required(required(sheet).rows[0]);

  it('has its words where their letters are drawn', () => {
    const [reading] = readingsOf([row], read(row, 'not one'));
    expect(reading?.words.map(({ text, left, right }) => [text, Math.round(left), Math.round(right)])).toEqual([
      ['not', 10, 66],
      ['one', 98, 158],
    ]);
    expect(reading?.certainty).toBeGreaterThan(CERTAIN);
  });

  it('leaves out signs at the ends that could not be read', () => {
    const words = read(row, 'not one').map((word, at) => (at ? { ...word, text: '»>', certainty: 0.2 } : word));
    expect(readingsOf([row], words)[0]?.words.map(({ text }) => text)).toEqual(['not']);
  });

  it('is nothing where no word was read, or far more than is drawn', () => {
    expect(readingsOf([row], [])).toEqual([]);
    expect(readingsOf([row], read(row, '¢ ¢¢'))).toEqual([]);
    expect(readingsOf([row], read(row, 'notandmanymore ones'))).toEqual([]);
    expect(readingsOf([row], read(row, 'no on', 0.4))).toEqual([]);
  });

  it('is what a person says it is, for certain', () => {
    const readings = readingsOf([row], read(row, 'nat one', 0.4));
    expect(readings.map(textOf)).toEqual([]);
    const [unsure] = readingsOf([row], read(row, 'nut one', 0.75));
    const [same, longer] = ['not one', 'no to ne'].map(
      (text) => correctReadings([required(unsure)], (was) => (was === 'nut one' ? text : undefined))[0],
    );
    expect([same && textOf(same), same?.certainty, same?.words[1]?.left]).toEqual([
      'not one',
      1,
      unsure?.words[1]?.left,
    ]);
    expect(longer?.words.map(({ text }) => text)).toEqual(['no', 'to', 'ne']);
    expect(longer?.words.at(-1)?.right).toBeCloseTo(required(unsure).words.at(-1)?.right ?? 0, 5);
    expect(correctReadings([required(unsure)], () => undefined)).toEqual([unsure]);
  });

  it('takes a stroke alone for an I', () => {
    const [bars] = readingSheets(unreadLines(outlined('i on', SIZE, STEP, [10, 60])).lines);
    const bar = required(required(bars).rows[0]);
    expect(readingsOf([bar], read(bar, '| on'))[0]?.words.map(({ text }) => text)).toEqual(['I', 'on']);
  });
});

describe('the nearest font', () => {
  const readings = (drawing: FilledPaths, ...texts: string[]) =>
    readingSheets(unreadLines(drawing).lines).flatMap(({ rows }) =>
      rows.flatMap((row, at) => readingsOf([row], read(row, required(texts[at])))),
    );
  const stretched = (drawing: FilledPaths, by: number): FilledPaths => ({
    ...drawing,
    paths: drawing.paths.map((path) => {
      const [, , , , x, y] = path.matrix;
      return { ...path, matrix: [SIZE * by, 0, 0, SIZE, x, y] as const };
    }),
  });

  it('sets a line in its size where it is drawn', () => {
    const [line] = fitFonts(readings(outlined('not one', SIZE, STEP, [10, 60]), 'not one'), FONTS);
    expect([required(FONTS[required(line).font]).family, line?.size]).toEqual(['Plain', SIZE]);
    const [set] = setLines([required(line)], FONTS);
    expect(set).toMatchObject({ text: 'not one', size: SIZE });
    expect(set?.baseline).toBeCloseTo(60, 1);
    expect(set?.starts[0]).toBeCloseTo(10, 1);
    /* A space is narrower than the step at which these letters stand. */
    expect((set?.starts[4] ?? 0) + (set?.spacing ?? 0)).toBeGreaterThan(90);
  });

  it('is that whose letters are as wide', () => {
    const wide = stretched(outlined('tent', SIZE, 0.72, [10, 60]), 1.3);
    const [line] = fitFonts(readings(wide, 'tent'), FONTS);
    expect(required(FONTS[required(line).font]).family).toBe('Wide');
  });

  it('is one for lines of one colour and nearly one size', () => {
    const drawing = together(outlined('not one', SIZE, STEP, [10, 60]), outlined('tent', SIZE * 1.01, STEP, [10, 160]));
    const fitted = fitFonts(readings(drawing, 'not one', 'tent'), FONTS);
    expect(new Set(fitted.map(({ font, size }) => `${font} ${size}`)).size).toBe(1);
  });

  it('is none without letters to tell by', () => {
    expect(fitFonts([], FONTS)).toEqual([]);
    expect(fitFonts(readings(outlined('not one', SIZE, STEP, [10, 60]), 'not one'), [])).toEqual([]);
  });
});
