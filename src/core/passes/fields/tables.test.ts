import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { originalContent } from '../../content/source-values.js';
import { fields } from './fields.js';
import { areTied, columnsOf } from './tables.js';

let made = 0;
const cell = (text: string, attributes: Record<string, string> = {}, tag = 'td'): ElementNode => {
  made += 1;
  const more = Object.keys(attributes).length ? { attributes } : {};
  return element('table-part', `${made}`, { element: tag, ...more }, words(text));
};
const head = (text: string, attributes?: Record<string, string>): ElementNode => cell(text, attributes, 'th');
const row = (...cells: ElementNode[]): ElementNode => {
  made += 1;
  return element('table-part', `r${made}`, { element: 'tr', repeat: 'rows' }, ...cells);
};
const table = (...rows: ElementNode[]): ElementNode => element('table', 't', { element: 'table' }, ...rows);
const namesIn = (node: ElementNode, said: ElementNode): string[] =>
  (said.children as ElementNode[]).map((own) => columnsOf(node)?.get(own) ?? '');
const contentOf = (node: ElementNode): unknown => {
  const document: PageDocument = page({}, element('section', 's', { name: 'Prices', element: 'section' }, node));
  return originalContent(fields.run(document, { boxes: new Map(), width: 1440 }))['prices'];
};

describe('the cells of a table', () => {
  it('are called by the head above them, however wide those before them are', () => {
    const wide = row(cell('All week', { colspan: '2' }), cell('9'));
    const plain = row(cell('Monday'), cell('dusk'), cell('4'));
    const node = table(row(head('Day'), head('Begins'), head('Price')), wide, plain);
    expect([namesIn(node, wide), namesIn(node, plain)]).toEqual([
      ['day', 'price'],
      ['day', 'begins', 'price'],
    ]);
    expect(contentOf(node)).toMatchObject({
      rows: [
        { day: 'All week', price: '9' },
        { day: 'Monday', begins: 'dusk', price: '4' },
      ],
    });
  });

  it('are called by the group above too, where two columns have one head', () => {
    const body = row(cell('Tour'), cell('4'), cell('2'), cell('5'), cell('3'));
    const groups = row(
      head('Walk', { rowspan: '2' }),
      head('Summer', { colspan: '2' }),
      head('Winter', { colspan: '2' }),
    );
    const node = table(groups, row(head('Adults'), head('Children'), head('Adults'), head('Children')), body);
    expect(namesIn(node, body)).toEqual([
      'walk',
      'summer-adults',
      'summer-children',
      'winter-adults',
      'winter-children',
    ]);
  });

  it('stand in the columns that a cell above leaves them, in rows that are no entries then', () => {
    const [first, second] = [row(cell('Monday', { rowspan: '2' }), cell('dusk')), row(cell('midnight'))];
    const node = table(row(head('Day'), head('Begins')), first, second);
    expect(namesIn(node, second)).toEqual(['begins']);
    expect([areTied([first, second]), areTied([second])]).toEqual([true, false]);
    expect(contentOf(node)).not.toHaveProperty('rows');
  });

  it('have no names of their own without a head, and odd spans count as one', () => {
    const body = row(cell('a', { colspan: '0' }), cell('b', { colspan: 'x' }));
    expect(columnsOf(table(body))).toBeUndefined();
    expect(namesIn(table(row(head('One'), head('Two')), body), body)).toEqual(['one', 'two']);
  });
});
