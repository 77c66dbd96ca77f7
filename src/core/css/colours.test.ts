import { cssOf, hexOf, parseColour, readColour, writeColour } from './colours.js';

describe('colours', () => {
  it.each([
    ['#abc', 'rgb(170, 187, 204)'],
    ['#AABBCC', 'rgb(170, 187, 204)'],
    ['#aabbccff', 'rgb(170, 187, 204)'],
    ['#1d5c7480', 'rgba(29, 92, 116, 0.502)'],
    ['rgba(1, 2, 3, 0.5)', 'rgba(1, 2, 3, 0.5)'],
    ['rgb(1 2 3)', 'rgb(1, 2, 3)'],
    ['blue', 'rgb(0, 0, 255)'],
    ['hsl(120 100% 30%)', 'rgb(0, 153, 0)'],
    ['oklch(1 0 0)', 'rgb(255, 255, 255)'],
    ['color(display-p3 1 0 0)', 'rgb(255, 11, 12)'],
  ])('are read as people write them: %s', (text, css) => {
    expect(parseColour(text)).toBe(css);
    expect(cssOf(readColour(css) as never)).toBe(css);
  });

  it.each(['bleu', '#ggg', '#12', 'rgb(1, 2)', 'currentcolor', 'rgb(300, 0, 0)', ''])('are none: %s', (text) => {
    expect(parseColour(text)).toBeUndefined();
  });

  it('are told in two ways, seen through or not', () => {
    expect([hexOf([179, 84, 30, 1]), hexOf([179, 84, 30, 0.5])]).toEqual(['#b3541e', '#b3541e80']);
    expect([writeColour([179, 84, 30, 1]), writeColour([179, 84, 30, 0.5])]).toEqual(['#b3541e', '#b3541e at 50 %']);
  });
});
