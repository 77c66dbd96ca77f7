import { element, page, words } from '../document/sample.js';
import { findComponents } from './components.js';

const button = (name: string, difference?: string) =>
  element('button', name, { element: 'a', style: 'button', ...(difference ? { difference } : {}) }, words(name));
const styles = (padding: string) => ({
  button: {
    rest: { 'padding-top': padding },
    variants: [
      { state: ':hover', set: { color: 'red' } },
      { state: ':hover', part: '::after', set: { color: 'red' } },
      { at: 'below-600', set: { color: 'red' } },
    ],
  },
  'button-outlined': { rest: { 'background-color': 'transparent' } },
  text: { rest: {} },
});

describe('shared elements', () => {
  it('are what recurs, with other looks, states and uses', () => {
    const home = page(
      styles('8px'),
      element('section', 'Hero', {}, button('Join'), button('More', 'button-outlined')),
      element(
        'section',
        'End',
        {},
        button('Join now'),
        element('text', 'x', { style: 'text' }),
        element('text', 'y', { style: 'text' }),
      ),
    );
    expect(findComponents([home])).toEqual([
      {
        name: 'button',
        kind: 'button',
        uses: [
          { page: 'sample', section: 'Hero', name: 'Join' },
          { page: 'sample', section: 'Hero', name: 'More', variant: 'button-outlined' },
          { page: 'sample', section: 'End', name: 'Join now' },
        ],
        variants: [{ name: 'button-outlined', uses: 1, differs: { 'background-color': 'transparent' } }],
        states: [':hover'],
        otherwiseOn: [],
      },
    ]);
  });

  it('are one over several pages, and where a page defines one otherwise that is said', () => {
    const [a, b] = [page(styles('8px'), button('Join')), { ...page(styles('9px'), button('Join')), name: 'hire' }];
    expect(findComponents([a])).toEqual([]);
    expect(findComponents([a, b])[0]).toMatchObject({
      name: 'button',
      otherwiseOn: ['hire'],
      uses: [{ page: 'sample' }, { page: 'hire' }],
    });
  });
});
