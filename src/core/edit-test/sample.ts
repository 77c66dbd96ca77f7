import { element, page, words } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import type { MeasuredPage, MeasuredWord } from '../proof/measurement.js';

/* What clients do, what is wrong then, and what fixes it; a browser is stood in for. */

export const card = (id: string): ElementNode => {
  const path = `offers.cards.${id}`;
  return element(
    'card',
    id,
    { style: 'card', entry: { list: 'offers.cards', id } },
    element('heading', `${id}-h`, { element: 'h3', style: 'head' }, words(`The ${id} one`, `${path}.heading`)),
    element('text', `${id}-p`, { element: 'p', style: 'text' }, words('Some words of it', `${path}.text`)),
  );
};

export const document = page(
  {
    card: { rest: {} },
    head: { rest: { 'text-wrap-mode': 'nowrap' } },
    text: { rest: {} },
    row: { rest: { display: 'flex' } },
    low: { rest: { height: '40px', 'overflow-x': 'hidden' }, variants: [{ at: 'below-600', set: { height: '20px' } }] },
  },
  element(
    'section',
    'Offers',
    { element: 'section' },
    element('image', 'i', {
      element: 'img',
      attributes: { src: 'assets/a.jpg', alt: 'A' },
      fields: { src: 'offers.picture.file', alt: 'offers.picture.alt' },
    }),
    element('text', 'low', { element: 'p', style: 'low' }, words('One line', 'offers.text')),
    element('row', 'row', { style: 'row' }, card('small'), card('large')),
  ),
);

export const word = (
  text: string,
  of: string,
  x: number,
  y: number,
  more: Partial<MeasuredWord> = {},
): MeasuredWord => ({
  text,
  of,
  x,
  y,
  width: 40,
  height: 20,
  ...more,
});

export const measured = (list: readonly MeasuredWord[], more: Partial<MeasuredPage> = {}): MeasuredPage => ({
  words: list,
  things: {
    'heading-small-h': { box: [0, 0, 100, 30] },
    'text-small-p': { box: [0, 40, 100, 30] },
    'text-low': { box: [0, 80, 100, 40] },
  },
  sections: [],
  pictures: [],
  height: 200,
  overflow: 0,
  elements: 9,
  ...more,
});

export const before = measured([word('The', 'heading-small-h', 0, 0), word('Some', 'text-small-p', 0, 40)]);
