import { pageOf, pagesOf } from './artboards.js';

const artboards = (...list: (readonly [string, number])[]): { name: string; width: number }[] =>
  list.map(([name, width]) => ({ name, width }));
const keys = (...list: (readonly [string, number])[]): [string, number[]][] =>
  [...pagesOf(artboards(...list))].map(([page, own]) => [page, own.map(({ width }) => width)]);

describe('artboards', () => {
  it('are named after their page and their screen', () => {
    expect(
      ['home-1440', 'Home / Tablet', 'home mobile 390px', 'Artboard 1', 'Star evenings – Desktop'].map(pageOf),
    ).toEqual(['home', 'home', 'home', '', 'star-evenings']);
  });

  it('are of one page unless their names say otherwise and something else does too', () => {
    expect(keys(['home-1440', 1440], ['home-390', 390])).toEqual([['home', [1440, 390]]]);
    expect(keys(['big', 1440], ['little', 390])).toEqual([['', [1440, 390]]]);
    expect(keys(['Desktop', 1440], ['home', 390], ['home', 390])).toEqual([['', [1440, 390, 390]]]);
    expect(keys(['home', 1440], ['hire', 1440])).toEqual([
      ['home', [1440]],
      ['hire', [1440]],
    ]);
    expect(keys(['home L', 1440], ['home S', 390], ['hire wide', 1200], ['hire narrow', 400])).toEqual([
      ['home', [1440, 390]],
      ['hire', [1200, 400]],
    ]);
  });
});
