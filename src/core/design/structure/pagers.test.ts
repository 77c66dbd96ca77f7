import { buildDesign } from '../emit/build-design.js';
import { elements, textOf } from '../../document/walk.js';
import { required } from '../../data/required.js';
import { artboard, box, line, type Item } from '../sample.js';

const BORDER = {
  'background-color': 'rgb(255, 255, 255)',
  'border-width': '1px',
  'border-color': 'rgb(200, 200, 200)',
};

/** A page with entries in a row below some words, each in a box that touches the next. */
function page(...entries: readonly string[]) {
  const items: Item[] = [line('Nights that were logged', 100, 40, { size: 30 }), line('What was seen', 100, 120)];
  entries.forEach((words, at) => items.push(box(100 + at * 58, 300, 60, 40, BORDER), line(words, 112 + at * 58, 311)));
  const boards = [artboard(1000, 500, ...items)];
  return [...elements(buildDesign({ name: 'log', files: ['log.svg'], boards }).document.body)];
}

describe('numbers of pages in a row', () => {
  it('are a menu of links', () => {
    const all = page('Back', '1', '2', '3', '…', '12', 'Next');
    const list = required(all.find(({ element }) => element === 'ul'));
    expect(list.children).toHaveLength(7);
    expect(all.find(({ element }) => element === 'nav')?.children).toEqual([list]);
    const links = all.filter(({ element }) => element === 'a').map(textOf);
    expect(links.map((words) => words.trim())).toEqual(expect.arrayContaining(['1', '2', '3', '12', 'Next']));
  });

  it.each([
    ['counts', ['12', '7', '31']],
    ['years', ['2019', '2023', '2026']],
    ['names', ['Moon', 'Mars', 'Vega']],
  ])('are not %s', (_, entries) => {
    expect(page(...entries).filter(({ element }) => element === 'nav')).toEqual([]);
  });
});
