import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements, isWords } from '../../document/walk.js';
import { comparePage } from '../compare-page.js';
import type { Difference } from '../difference.js';
import type { MeasuredTextStyle, MeasuredPage, MeasuredElement, MeasuredWord } from '../measurement.js';
import { differencesOf } from './index.js';
import type { Box } from '../../geometry/box.js';

/* Pages that differ from their sources, measured by hand, and what a proof says of them. */
export const TYPE: MeasuredTextStyle = {
  family: 'Arial',
  size: 16,
  weight: '400',
  style: 'normal',
  color: 'rgb(0, 0, 0)',
};

export type Places = Readonly<Record<string, Box | undefined>>;

/** A page measured from the places of its elements: words of ten px a letter on lines of 20 px from the top left of theirs. */
export function measured(
  document: PageDocument,
  places: Places,
  more: Readonly<
    Record<
      string,
      Partial<MeasuredElement> & {
        look?: Partial<MeasuredTextStyle>;
        width?: number;
        cut?: true;
        leading?: number;
        under?: string;
        gap?: number;
      }
    >
  > = {},
): MeasuredPage {
  const looks: MeasuredTextStyle[] = [];
  const all: MeasuredWord[] = [];
  for (const node of elements(document.body)) {
    const box = places[node.id];
    const own = more[node.id] ?? {};
    const texts = (node.children ?? []).filter(isWords).flatMap(({ text }) => text.split(' '));
    if (!box || texts.length === 0) continue;
    const look = looks.push({ ...TYPE, ...own.look }) - 1;
    let [x, y] = [box[0], box[1]];
    for (const text of texts) {
      const width = text.length * (own.width ?? 10);
      if (x + width > box[0] + box[2] && x > box[0]) [x, y] = [box[0], y + (own.leading ?? 20)];
      all.push({
        text,
        x,
        y,
        width,
        height: 18,
        look,
        of: node.id,
        ...(own.cut ? { cut: true } : {}),
        ...(own.under === undefined ? {} : { under: own.under }),
      });
      x += width + (own.gap ?? 5);
    }
  }
  const things = Object.fromEntries(
    Object.entries(places).flatMap(([id, box]) =>
      box
        ? [
            [
              id,
              {
                box,
                ...(more[id]?.shown === undefined ? {} : { shown: more[id]?.shown }),
                ...(more[id]?.fill ? { fill: more[id]?.fill } : {}),
                ...(more[id]?.under === undefined || all.some(({ of }) => of === id) ? {} : { under: more[id]?.under }),
              },
            ],
          ]
        : [],
    ),
  );
  return { words: all, looks, things, sections: [], pictures: [], height: 1000, overflow: 0, elements: 9 };
}

export const node = (
  kind: ElementNode['kind'],
  id: string,
  more: Partial<ElementNode>,
  ...children: Parameters<typeof element>[3][]
): ElementNode => element(kind, id, { id, ...more }, ...children);

export const styles: Record<string, SharedStyle> = {
  column: { rest: { display: 'flex', 'flex-direction': 'column', 'row-gap': '20px' } },
  row: { rest: { display: 'flex', 'column-gap': '10px' } },
  plain: { rest: {} },
  share: { rest: { width: '50%' } },
};

export const document = page(
  styles,
  node(
    'section',
    'section',
    { name: 'Dates', style: 'column' },
    node('heading', 'title', { element: 'h2', name: 'Title', style: 'plain' }, words('Star evenings')),
    node('text', 'text', { element: 'p', name: 'Text', style: 'plain' }, words('Come and look up with us')),
    node(
      'row',
      'cards',
      { name: 'Cards', style: 'row' },
      node('image', 'one', { element: 'img', name: 'One', style: 'share' }),
      node('image', 'two', { element: 'img', name: 'Two', style: 'share' }),
    ),
  ),
);

export const wanted: Places = {
  'box-page': [0, 0, 800, 1000],
  section: [0, 0, 800, 300],
  title: [0, 20, 800, 18],
  text: [0, 58, 800, 18],
  cards: [0, 96, 800, 180],
  one: [0, 96, 395, 180],
  two: [405, 96, 395, 180],
};

export const told = (
  is: Places,
  more: Parameters<typeof measured>[2] = {},
  asked: Parameters<typeof measured>[2] = {},
): Difference[] =>
  differencesOf(comparePage(document, measured(document, wanted, asked), measured(document, is, more), 1440));

export const message = (list: readonly Difference[]): string[] =>
  list.map(({ fault, name, what }) => `${fault} ${name}: ${what}`);
