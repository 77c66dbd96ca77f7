import { element, page, words } from '../document/sample.js';
import { keptBoxes } from './kept.js';

describe('boxes that hold one other box', () => {
  const pair = (outer: string, inner: string) =>
    element(
      'box',
      'Frame',
      { id: 'a', style: outer, from: { path: 'main > div' } },
      element(
        'box',
        'Inner',
        { id: 'b', style: inner },
        words('One'),
        element('text', 'p', { id: 'p', element: 'p' }, words('Two')),
      ),
    );
  const document = page(
    {
      outer: { rest: { 'padding-top': '10px', display: 'flex', color: 'red' } },
      inner: { rest: { 'padding-top': '5px', display: 'block', color: 'red' } },
      lone: { rest: { 'overflow-x': 'hidden' } },
    },
    pair('outer', 'inner'),
  );

  it('are listed with what both declare otherwise', () => {
    expect(keptBoxes(document, new Set(['a']))).toEqual([
      {
        name: 'Frame',
        holds: 'Inner',
        path: 'main > div',
        because: ['display (flex and block)', 'padding (10px and 5px)'],
        tried: true,
      },
    ]);
  });

  it('or else with what only the outer one declares', () => {
    const [kept] = keptBoxes({ ...document, body: { ...document.body, children: [pair('lone', 'inner')] } }, new Set());
    expect(kept?.because).toEqual(['overflow (hidden)']);
    expect(kept?.tried).toBe(false);
  });

  it('are none where a box holds several things', () => {
    expect(
      keptBoxes(page({}, element('box', 'x', { id: 'x' }, words('a'), element('text', 'p', {}))), new Set()),
    ).toEqual([]);
  });
});
