import { element, page, words } from '../document/sample.js';
import { behavioursOf, noteOfBehaviours, type Behaviour } from './report.js';

const heard = (...ids: readonly string[]) => ids.map((id) => ({ id, name: `#${id}`, events: ['click'] }));

describe('behaviours', () => {
  it('work where an element does by itself what the script did', () => {
    const document = page(
      {},
      element('toggle', 'label', { id: 'label', element: 'label', attributes: { for: 'open' } }, words('Menu')),
      element(
        'button',
        'pop',
        { id: 'pop', element: 'button', attributes: { popovertarget: 'way' } },
        words('Directions'),
      ),
      element('link', 'away', { id: 'away', element: 'a', attributes: { href: 'tides.html' } }, words('Tides')),
      element('link', 'dead', { id: 'dead', element: 'a', attributes: { href: '#' } }, words('Basket')),
      element('button', 'count', { id: 'count', element: 'button' }, words('One more seat on the pier tonight')),
    );
    const found = behavioursOf(document, heard('label', 'pop', 'away', 'dead', 'count', 'gone'), []);
    expect(found.map(({ name, state }) => [name, state])).toEqual([
      ['Menu', 'works'],
      ['Directions', 'works'],
      ['Tides', 'works'],
      ['Basket', 'kept as it looked'],
      ['One more seat on the …', 'kept as it looked'],
      ['#gone', 'lost'],
    ]);
  });

  it('are told in one note, with the names of a few', () => {
    const dead = (name: string): Behaviour => ({ id: name, name, events: ['click'], state: 'lost' });
    expect(noteOfBehaviours([{ ...dead('a'), state: 'works' }])).toBeUndefined();
    expect(noteOfBehaviours([dead('a')])).toBe('1 control has lost what scripts of the source did: “a”');
    expect(noteOfBehaviours('abcdea'.split('').map(dead))).toBe(
      '6 controls have lost what scripts of the source did: “a”, “b”, “c”, “d” and others',
    );
  });
});
