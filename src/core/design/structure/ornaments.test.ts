import { buildDesign } from '../emit/build-design.js';
import { elements } from '../../document/walk.js';
import { required } from '../../data/required.js';
import { art, artboard, box, image, line, type Item } from '../sample.js';
import { ornamentsOn } from './ornaments.js';

const circle = (x: number, y: number, size: number): Item =>
  box(x, y, size, size, { 'background-color': 'rgb(240, 180, 60)', 'border-radius': `${size / 2}px` });

const orders = (...items: readonly Item[]): number[][] =>
  ornamentsOn([artboard(1000, 1200, ...items)]).map((found) => [...found]);

describe('ornaments', () => {
  it('are circles across whose edge words run', () => {
    expect(orders(circle(100, 100, 300), line('Nights on the salt marsh', 280, 220, { size: 30 }))).toEqual([[0]]);
  });

  it('are circles that reach over the side of the artboard or the end of a band', () => {
    const band = box(0, 0, 1000, 400, { 'background-color': 'rgb(0, 0, 60)' });
    expect(orders(band, circle(850, 100, 300), circle(300, 300, 200))).toEqual([[1, 2]]);
  });

  it('are not circles around what they hold, pills, or boxes', () => {
    const pill = box(300, 100, 400, 80, { 'background-color': 'rgb(0, 0, 60)', 'border-radius': '40px' });
    expect(orders(circle(100, 100, 120), line('12', 150, 150), pill, line('Book an evening', 640, 130))).toEqual([[]]);
    expect(orders(box(-40, 100, 300, 300), line('Nights on the salt marsh', 200, 220))).toEqual([[]]);
  });

  it('are drawings across the artboard along the edge of a band, unless they hold something', () => {
    const curve = art('M0 0Q720 60 1000 0', 0, 380, 1000, 40);
    const band = box(0, 400, 1000, 400, { 'background-color': 'rgb(0, 0, 60)' });
    expect(orders(curve, band)).toEqual([[0]]);
    expect(orders(band, art('M0 0Q720 60 1000 0', 0, 500, 1000, 40))).toEqual([[]]);
    expect(orders(curve, band, box(200, 384, 20, 20))).toEqual([[]]);
  });

  it('hang on the band along whose edge they run, as high as the width makes them', () => {
    const { document } = buildDesign({
      name: 'p',
      files: ['p.svg'],
      boards: [
        artboard(
          1000,
          900,
          line('Nights on the salt marsh', 100, 180, { size: 40 }),
          line('The dome opens at dusk', 100, 240),
          art('M0 0Q720 60 1000 0', 0, 380, 1000, 40),
          box(0, 400, 1000, 500, { 'background-color': 'rgb(0, 0, 60)' }),
          line('Come on a clear night', 100, 560, { size: 40, color: 'rgb(255, 255, 255)' }),
          line('Twelve at a time, from the first star on', 100, 640, { color: 'rgb(255, 255, 255)' }),
        ),
      ],
    });
    const bands = [...elements(document.body)].filter(({ kind }) => kind === 'section');
    const last = required(required(bands.at(-1)).children?.at(-1));
    const look = document.styles[('style' in last && last.style) || '']?.rest;
    expect(look).toMatchObject({ position: 'absolute', width: '100%', top: '0', 'margin-top': '-2%' });
  });

  it('are the same on all artboards if they are on one', () => {
    const wide = artboard(1000, 800, circle(600, 100, 300), line('Nights', 100, 220));
    const narrow = artboard(400, 800, circle(-100, 100, 300), line('Nights on the marsh', 120, 220));
    expect(ornamentsOn([wide, narrow]).map((found) => [...found])).toEqual([[0], [0]]);
  });

  it('lie in the section on which they begin, below its words, and move nothing', () => {
    const items = (ornament: readonly Item[]): Item[] => [
      box(0, 0, 1000, 400, { 'background-color': 'rgb(0, 0, 60)' }),
      ...ornament,
      line('Nights on the salt marsh', 100, 180, { size: 40 }),
      image('dome.jpg', 500, 500, 400, 300),
      line('The dome opens at dusk', 100, 640, { size: 30 }),
    ];
    const build = (...items: Item[]) =>
      buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1000, 1000, ...items)] }).document;
    const [plain, decorated] = [build(...items([])), build(...items([circle(-200, 200, 560)]))];
    const shown = [...elements(decorated.body)];
    const [hero, next] = shown.filter(({ kind }) => kind === 'section');
    const ornament = required(required(hero).children?.at(-1));
    const look = decorated.styles[('style' in ornament && ornament.style) || '']?.rest;
    expect(look).toMatchObject({ position: 'absolute', 'z-index': '-1', width: '560px', height: '560px' });
    expect(decorated.styles[required(next).style ?? '']?.rest['position']).toBe('relative');
    expect(shown).toHaveLength([...elements(plain.body)].length + 1);
  });
});

describe('an image that reaches over an edge of the artboard', () => {
  const GROUND = { 'background-color': 'rgb(60, 20, 90)' };
  const words = line('The dome is open', 600, 200);
  it('decorates if it covers the edges of a box, and holds nothing', () => {
    expect(orders(box(500, 20, 480, 560, GROUND), image('lines.svg', 500, -30, 1600, 700), words)).toEqual([[1]]);
  });

  it('is an image like others if it lies by itself, or goes from edge to edge', () => {
    expect(orders(image('mast.png', 700, 100, 700, 300), line('The dome is open', 40, 200))).toEqual([[]]);
    expect(orders(box(100, 20, 580, 560, GROUND), image('sky.jpg', -20, 0, 1100, 700), words)).toEqual([[]]);
  });
});
