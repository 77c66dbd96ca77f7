import { artboard, box, line } from '../sample.js';
import { piecesOf } from './pieces.js';

const OUTLINE = { 'border-width': '1px', 'border-style': 'solid', 'border-color': 'rgb(20, 40, 60)' };
const words = line('Your name', 112, 112);
const topOf = (...looks: Record<string, string>[]) =>
  piecesOf(artboard(600, 400, words, ...looks.map((look) => box(100, 100, 300, 40, look)))).top;

describe('a box that was painted after the words in it', () => {
  it.each([
    ['is only an outline', OUTLINE],
    ['fades out', { 'background-image': 'linear-gradient(0deg, rgb(90, 60, 200) 0%, rgba(90, 60, 200, 0) 100%)' }],
    ['has a clear ground', { ...OUTLINE, 'background-color': 'rgba(255, 255, 255, 0)' }],
  ])('holds them if it %s', (_, look) => {
    const [frame, ...more] = topOf(look);
    expect(more).toEqual([]);
    expect(frame?.inside.map(({ type }) => type)).toEqual(['text']);
  });

  it.each([
    ['hides them', { 'background-color': 'rgb(20, 40, 60)' }],
    ['is a veil over them', { 'background-color': 'rgba(20, 40, 60, 0.5)' }],
    ['is an image', { 'background-image': 'url("dome.png")' }],
  ])('does not if it %s', (_, look) => {
    expect(topOf(look).map(({ type }) => type)).toEqual(['text', 'box']);
  });

  it('leaves alone what reaches out of it', () => {
    const top = piecesOf(artboard(600, 400, words, box(130, 100, 300, 40, OUTLINE))).top;
    expect(top.map(({ inside }) => inside.length)).toEqual([0, 0]);
  });

  it('is the border of the ground that it goes round', () => {
    const ground = { 'background-color': 'rgb(240, 240, 240)' };
    const [field, ...more] = piecesOf(
      artboard(600, 400, box(100, 100, 300, 40, ground), words, box(100, 100, 300, 40, OUTLINE)),
    ).top;
    expect(more).toEqual([]);
    expect(field?.type === 'box' && field.look).toMatchObject({ ...ground, ...OUTLINE });
    expect(field?.inside).toHaveLength(1);
  });
});
