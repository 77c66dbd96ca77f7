import { art, artboard, box, line, image } from '../design/sample.js';
import { loneThings, screenOf, type SurveyedArtboard } from './from-artboard.js';
import { MANY_COLOURS } from './observations.js';

const seen = (drawn: ReturnType<typeof artboard>, more: Partial<SurveyedArtboard> = {}): SurveyedArtboard => ({
  name: 'wide',
  file: 'a.svg',
  board: drawn,
  layers: [],
  pictures: {},
  ...more,
});

describe('an artboard as a screen', () => {
  it('has its paper first, then things in the order in which they were painted', () => {
    const { things, width } = screenOf(
      seen(artboard(1000, 600, box(0, 0, 200, 100, { 'background-color': 'rgb(1, 2, 3)' }), line('Dark sky', 20, 20))),
    );
    expect(width).toBe(1000);
    expect(things.map(({ kind, path, paint }) => [kind, path === '', paint])).toEqual([
      ['box', true, 'rgb(255, 255, 255)'],
      ['box', false, 'rgb(1, 2, 3)'],
      ['text', false, undefined],
    ]);
    expect(things[2]?.text).toMatchObject({ words: 'Dark sky', look: { family: 'Arial', size: 16, weight: 400 } });
  });

  it('has paragraphs as one thing, and links where their words have one', () => {
    const lines = [line('Come as you are,', 20, 20), line('stay as you like', 20, 42)];
    const { things } = screenOf(seen(artboard(1000, 600, ...lines, line('Join', 20, 300, { href: '#join' }))));
    expect(things.slice(1).map(({ kind, href, text }) => [kind, href, text?.lines])).toEqual([
      ['text', undefined, 2],
      ['link', '#join', 1],
    ]);
  });

  it('calls pictures by what they show, else by their file, and says that gradients are not one colour', () => {
    const { things } = screenOf(
      seen(
        artboard(
          1000,
          600,
          box(0, 0, 90, 90, { 'background-image': 'linear-gradient(red, blue)' }),
          image('pictures/dome.jpg', 300, 0, 90, 90),
          art('M0 0h9', 500, 0, 40, 40),
        ),
        { pictures: { 'pictures/dome.jpg': { natural: [900, 900], bytes: 5000 } } },
      ),
    );
    expect(things[1]?.paint).toBe(MANY_COLOURS);
    expect(things.find(({ kind }) => kind === 'picture')?.picture).toMatchObject({ natural: [900, 900], bytes: 5000 });
    expect(things.find(({ kind }) => kind === 'artwork')?.artwork?.pieces).toBeGreaterThan(0);
  });

  it('takes its sections from the groups on the board, not from those within', () => {
    const group = (path: string, y: number) => ({
      state: 'group' as const,
      path,
      name: path,
      box: [0, y, 900, 100] as const,
    });
    const { sections } = screenOf(
      seen(artboard(1000, 600, line('x', 0, 0)), {
        layers: [group('Hero', 0), group('Hero / Menu', 0), group('Join', 300)],
      }),
    );
    expect(sections.map(({ name, y }) => [name, y])).toEqual([
      ['Hero', 0],
      ['Join', 300],
    ]);
  });
});

describe('what is on one artboard only', () => {
  it('is said with the artboard that has it; boxes do not count', () => {
    const wide = artboard(1000, 600, line('Join', 20, 20), line('Hire', 20, 200), box(500, 500, 90, 90));
    const narrow = artboard(400, 600, line('Join', 20, 20));
    expect(loneThings([wide, narrow]).map(({ screen, name }) => [screen, name])).toEqual([[1000, 'Hire']]);
    expect(loneThings([wide])).toEqual([]);
  });
});
