import { element, page, words } from '../../document/sample.js';
import { elements } from '../../document/walk.js';
import { drawnStatesPass, type DrawnState } from './drawn-states.js';

const button = (path: string) => element('button', path, { element: 'a', style: 'b', from: { path } }, words('Words'));
const document = page(
  { b: { rest: { color: 'white' } } },
  button('Hero / Book / rect:1'),
  button('Dates / Book / rect:1'),
  button('Hero / Join'),
);
const run = (states: DrawnState[], texts: string[] = []) =>
  drawnStatesPass(states, (note) => texts.push(note)).run(document, { boxes: new Map(), width: 1440 });

describe('states that are drawn', () => {
  it('are those of all that lies in the layer, and the first drawing of a state counts', () => {
    const texts: string[] = [];
    const hover = { layer: 'Book', state: ':hover' as const, set: { 'background-color': 'rgb(1, 2, 3)' } };
    const page = run(
      [hover, { ...hover, set: { color: 'red' } }, { layer: 'Nothing', state: ':active', set: { color: 'red' } }],
      texts,
    );
    const looks = [...elements(page.body)]
      .filter(({ kind }) => kind === 'button')
      .map(({ style }) => page.styles[style ?? '']?.variants);
    expect(looks).toEqual([[{ state: ':hover', set: hover.set }], [{ state: ':hover', set: hover.set }], undefined]);
    expect(texts[0]).toBe('The state :hover of "Book" comes from its second layer.');
    expect(texts.filter((text) => text.includes('Nothing'))).toEqual([]);
  });
});
