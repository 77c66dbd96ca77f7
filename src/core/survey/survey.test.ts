import { required } from '../data/required.js';
import { colourDistance, contrast, over, readColour, writeColour, type Rgba } from '../css/colours.js';
import { downGaps, rowsOf } from './gaps.js';
import { withGrounds } from './backgrounds.js';
import { MANY_COLOURS, type SurveyedPage, type SurveyedScreen, type SurveyedElement } from './observations.js';
import { Strips } from './strips.js';
import { surveyOf } from './summary.js';
import { findingsOf } from './survey.js';
import { nearlyEqual, tally } from './tally.js';
import type { Box } from '../geometry/box.js';

const colour = (text: string): Rgba => required(readColour(text));
const box = (path: string, place: Box, more: Partial<SurveyedElement> = {}): SurveyedElement => ({
  kind: 'box',
  path,
  name: path,
  box: place,
  ...more,
});
const text = (words: string, place: Box, color = 'rgb(0, 0, 0)', size = 16): SurveyedElement => ({
  kind: 'text',
  path: words,
  name: words,
  box: place,
  text: { words, lines: 1, look: { family: 'Figtree', size, weight: 400, color } },
});
const screen = (...things: SurveyedElement[]): SurveyedScreen => ({
  name: 's',
  file: 'f',
  width: 1000,
  height: 2000,
  things,
  layers: [],
  sections: [],
});
const pageOf = (seenScreen: SurveyedScreen): SurveyedPage => ({
  name: 'p',
  kind: 'design',
  title: '',
  description: '',
  language: '',
  screens: [withGrounds(seenScreen)],
  fonts: [],
  forms: [],
  scripts: [],
  embeds: [],
  elsewhere: [],
  items: [],
  rigid: [],
  anchors: [],
  lone: [],
});
const codes = (seenScreen: SurveyedScreen): string[] => findingsOf(pageOf(seenScreen)).map(({ code }) => code);

describe('colours', () => {
  it('have the contrast that WCAG gives them', () => {
    expect(contrast(colour('rgb(0, 0, 0)'), colour('rgb(255, 255, 255)'))).toBeCloseTo(21, 5);
    expect(contrast(colour('rgb(119, 119, 119)'), colour('rgb(255, 255, 255)'))).toBeCloseTo(4.48, 2);
  });

  it('are read, written, laid overlapping and told apart', () => {
    expect(readColour('rde')).toBeUndefined();
    expect(writeColour(colour('rgba(20, 36, 58, 0.5)'))).toBe('#14243a at 50 %');
    expect(over(colour('rgba(0, 0, 0, 0.5)'), colour('rgb(255, 255, 255)')).slice(0, 3)).toEqual([127.5, 127.5, 127.5]);
    expect(colourDistance(colour('rgb(20, 36, 58)'), colour('rgb(21, 37, 59)'))).toBeLessThan(1.5);
    expect(colourDistance(colour('rgb(20, 36, 58)'), colour('rgb(60, 36, 58)'))).toBeGreaterThan(5);
  });
});

describe('counting', () => {
  it('puts the most used first, and finds what nearly repeats it', () => {
    const uses = tally([16, 20, 16, 17, 16]);
    expect(uses.map(({ value, count }) => [value, count])).toEqual([
      [16, 3],
      [20, 1],
      [17, 1],
    ]);
    expect(
      nearlyEqual(uses, (a, b) => Math.abs(a - b) === 1).map(({ rare, usual }) => [rare.value, usual.value]),
    ).toEqual([[17, 16]]);
  });

  it('finds what is near without asking all', () => {
    const strips = new Strips<SurveyedElement>();
    const [high, tall, low] = [box('high', [0, 10, 9, 9]), box('tall', [0, 0, 9, 900]), box('low', [0, 850, 9, 9])];
    for (const seenThing of [high, tall, low]) strips.add(seenThing);
    expect([...strips.at(20)]).toEqual([high, tall]);
    expect([...strips.near([0, 300, 9, 600])]).toEqual([tall, low]);
  });
});

describe('what a text stands on', () => {
  const groundOf = (...things: SurveyedElement[]): string | undefined =>
    withGrounds(screen(...things)).things.at(-1)?.text?.ground;
  const words = text('Words', [10, 10, 80, 20]);

  it('is the last thing painted before it, paper if there is none', () => {
    expect(groundOf(words)).toBe('rgb(255, 255, 255)');
    expect(groundOf(box('a', [0, 0, 200, 200], { paint: 'rgb(1, 2, 3)' }), words)).toBe('rgb(1, 2, 3)');
    expect(groundOf(box('a', [500, 0, 200, 200], { paint: 'rgb(1, 2, 3)' }), words)).toBe('rgb(255, 255, 255)');
  });

  it('is seen through what lets it through, and unknown over a picture', () => {
    expect(groundOf(box('a', [0, 0, 200, 200], { paint: 'rgba(0, 0, 0, 0.5)' }), words)).toBe('rgb(128, 128, 128)');
    expect(groundOf(box('a', [0, 0, 200, 200], { paint: MANY_COLOURS }), words)).toBeUndefined();
  });
});

describe('distances', () => {
  it('are those of neighbours in a column, and of rows of things alike', () => {
    const things = [0, 30, 65].map((y) => text(`Line ${y}`, [10, y, 90, 20]));
    expect(downGaps(screen(...things), 'design').map(({ gap }) => gap)).toEqual([10, 15]);
    const cards = [0, 110, 227].map((x) => box(`card ${x}`, [x, 300, 100, 80]));
    expect(rowsOf(screen(...cards)).map(({ gaps }) => gaps)).toEqual([[10, 17]]);
  });
});

describe('checks', () => {
  it('find nothing in a tidy screen', () => {
    expect(codes(screen(text('One', [10, 10, 90, 20]), text('Two', [10, 60, 90, 20])))).toEqual([]);
  });

  it('find low contrast by the size of the words', () => {
    const grey = 'rgb(130, 130, 130)';
    expect(codes(screen(text('Small', [10, 10, 90, 20], grey)))).toEqual(['low-contrast']);
    expect(codes(screen(text('Large', [10, 10, 90, 40], grey, 30)))).toEqual([]);
  });

  it('call an overlap an accident if it is slight, and intended if it is not; what lies wholly on another is none', () => {
    const found = (second: Box) => findingsOf(pageOf(screen(box('a', [0, 0, 100, 100]), box('b', second))));
    expect(found([95, 0, 100, 100]).map(({ severity, code }) => [severity, code])).toEqual([['risk', 'overlap']]);
    expect(found([50, 50, 100, 100])[0]).toMatchObject({ severity: 'note', name: expect.stringMatching(/a|b/) });
    expect(found([20, 20, 30, 30])).toEqual([]);
  });

  it('say a finding of several screens once, the gravest first', () => {
    const seenPage = pageOf(
      screen(
        text('Small', [10, 10, 90, 20], 'rgb(200, 200, 200)'),
        box('a', [0, 300, 100, 100]),
        box('b', [95, 300, 100, 100]),
      ),
    );
    const twice = {
      ...seenPage,
      kind: 'html' as const,
      screens: [...seenPage.screens, ...seenPage.screens],
      fonts: [{ family: 'X', weights: [400], there: false, instead: 'Y' }],
    };
    expect(findingsOf(twice).map(({ code }) => code)).toEqual(['missing-font', 'low-contrast', 'overlap']);
  });

  it('come with figures of what there is', () => {
    const { kinds, colours, textStyles } = surveyOf(
      pageOf(screen(text('One', [10, 10, 90, 20]), text('Two', [10, 60, 90, 20]))),
    );
    expect({ kinds, colours, textStyles }).toEqual({
      kinds: { text: 2 },
      colours: [{ value: '#000000', count: 2 }],
      textStyles: [{ value: 'Figtree 400, 16 px', count: 2 }],
    });
  });
});

describe('lines that were read from an image', () => {
  it('are told where they may be wrong, to accept or correct', () => {
    const line = { box: [10, 10, 200, 20] as const, stays: false };
    const seen = {
      ...screen(),
      readings: [
        { ...line, text: 'Star evenings', certainty: 0.97, isCertain: true },
        { ...line, text: 'The rnarsh', certainty: 0.78, isCertain: false },
        { ...line, text: 'Holl¡n', certainty: 0.6, isCertain: false, stays: true },
      ],
    };
    expect(findingsOf(pageOf(seen))).toMatchObject([
      {
        code: 'uncertain-reading',
        screen: 1000,
        box: [10, 10, 200, 20],
        what: 'A line of outlined text was read as “The rnarsh” (certainty 78 %).',
        proposal: { do: 'wording', at: 'The rnarsh', to: 'The rnarsh' },
      },
      { what: 'A line of outlined text was read as “Holl¡n” (certainty 60 %); it stays drawn.' },
    ]);
  });
});
