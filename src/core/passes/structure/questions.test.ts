import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, isElement } from '../../document/walk.js';
import type { Boxes } from '../pass.js';
import { questions } from './questions.js';

type Box = readonly [number, number, number, number];
const boxes = new Map<string, Box>();

function at(box: Box, node: ElementNode): ElementNode {
  boxes.set(node.id, box);
  return node;
}

const text = (id: string, said: string, box: Box): ElementNode =>
  at(box, element('text', id, { element: 'p', style: 'words' }, words(said)));

/** A line of a question, 600 px wide, with its sign at the end. */
function line(id: string, said: string, y: number, sign: ElementNode): ElementNode {
  const width = 8 * said.length;
  return at(
    [100, y, 600, 40],
    element('row', id, { element: 'div', style: 'line' }, text(`${id}-text`, said, [110, y + 10, width, 20]), sign),
  );
}

const plus = (id: string, y: number): ElementNode => text(`${id}-sign`, '+', [670, y + 10, 12, 20]);
const drawn = (id: string, y: number, width: number, height: number): ElementNode =>
  at([690 - width, y + 10, width, height], element('image', `${id}-sign`, { element: 'img' }));

function design(...body: ElementNode[]): PageDocument {
  const bare = page(
    {
      words: { rest: { color: 'navy' } },
      line: { rest: { display: 'flex', 'margin-bottom': '8px', 'background-color': 'white' } },
      box: { rest: { display: 'flex', 'flex-direction': 'column', 'row-gap': '6px', 'border-top-width': '1px' } },
    },
    ...body,
  );
  return { ...bare, source: { ...bare.source, kind: 'design' } };
}

/** The elements of a page as nested names. */
function shape(node: ElementNode): string {
  const inside = (node.children ?? []).filter(isElement).map(shape);
  const open = node.attributes?.['open'] === undefined ? '' : '[open]';
  return `${node.element}${open}${inside.length ? `(${inside.join(' ')})` : ''}`;
}

function after(document: PageDocument): PageDocument {
  return questions.run(document, { boxes: boxes as Boxes, width: 800 });
}

describe('rows that end in a sign', () => {
  const asked = (id: string, y: number): ElementNode => line(id, 'May dogs come along to the hide', y, plus(id, y));

  it('are questions whose answers are to be written, if the sign says that something opens', () => {
    const result = after(design(element('stack', 's', { element: 'div' }, asked('a', 0), asked('b', 50))));
    expect(shape(result.body)).toBe('body(div(details(summary(span span)) details(summary(span span))))');
    const [details] = [...elements(result.body)].filter(({ element }) => element === 'details');
    expect(result.styles[details?.style ?? '']?.rest).toMatchObject({ display: 'block', 'margin-bottom': '8px' });
  });

  it('have the answer that is drawn below, and the others an empty one in its look', () => {
    const answer = text('answer', 'On a lead, and not in spring.', [112, 44, 300, 20]);
    const result = after(
      design(
        element('stack', 's', { element: 'div' }, asked('c', 0), answer, asked('d', 80)),
        text('n', 'x', [0, 0, 9, 9]),
      ),
    );
    expect(shape(result.body)).toBe(
      'body(div(details[open](summary(span span) div(p)) details(summary(span span) div(p))) p)',
    );
  });

  it('may have boxes around question and answer', () => {
    const box = (id: string, y: number): ElementNode =>
      at(
        [100, y, 600, 120],
        element(
          'card',
          id,
          { element: 'div', style: 'box' },
          line(`${id}-line`, 'Is the platform heated', y, drawn(id, y, 10, 10)),
          text(`${id}-answer`, 'Only the tea is.', [110, y + 60, 200, 20]),
        ),
      );
    const result = after(design(element('stack', 's', { element: 'div' }, box('e', 0), box('f', 130))));
    expect(shape(result.body)).toBe(
      'body(div(details[open](summary(span img) div(p)) details[open](summary(span img) div(p))))',
    );
    const look = (name: string): unknown => {
      const node = [...elements(result.body)].find((inner) => inner.element === name || inner.name === name);
      return result.styles[node?.style ?? '']?.rest;
    };
    expect(look('details')).toEqual({ display: 'block', 'border-top-width': '1px' });
    expect(look('answer')).toMatchObject({ 'flex-direction': 'column', 'margin-top': '6px' });
  });

  it('have dividers between them, which are no entries', () => {
    const rule = at([100, 45, 600, 1], element('box', 'rule', { element: 'div' }));
    const result = after(design(element('stack', 's', { element: 'div' }, asked('x', 0), rule, asked('y', 50))));
    expect([...elements(result.body)].filter(({ kind }) => kind === 'divider').map(({ id }) => id)).toHaveLength(1);
  });

  it('are in a box of their own beside other things', () => {
    const heading = at([100, 0, 300, 30], element('heading', 'h', { element: 'h2' }, words('Before you come')));
    const result = after(design(element('stack', 's', { element: 'div' }, heading, asked('g', 50), asked('i', 100))));
    expect(shape(result.body)).toBe('body(div(h2 div(details(summary(span span)) details(summary(span span)))))');
  });
});

describe('rows that are no questions', () => {
  const untouched = (...rows: ElementNode[]): void => {
    const document = design(element('stack', 's', { element: 'div' }, ...rows));
    expect(after(document)).toBe(document);
  };

  it('lead on: their sign points to the side and nothing is below', () => {
    untouched(
      line('k', 'Night sky over the marsh', 0, drawn('k', 0, 8, 12)),
      line('l', 'Tides this week', 50, drawn('l', 50, 8, 12)),
    );
  });

  it('have a text below the last of them, which is no answer', () => {
    untouched(
      line('u', 'Night sky over the marsh', 0, drawn('u', 0, 8, 12)),
      line('v', 'Tides this week', 50, drawn('v', 50, 8, 12)),
      text('after', 'Printed copies lie in the hide.', [110, 94, 240, 20]),
    );
  });

  it('end in signs that do not stand below each other', () => {
    const aside = text('n-sign', '+', [640, 60, 12, 20]);
    untouched(line('m', 'Book a place', 0, plus('m', 0)), line('n', 'Find the hide', 50, aside));
  });

  it('stand alone, or are in a menu', () => {
    untouched(line('o', 'May dogs come along', 0, plus('o', 0)));
    const menu = design(
      element(
        'menu',
        's',
        { element: 'nav' },
        line('p', 'Tides and times', 0, plus('p', 0)),
        line('q', 'Nights', 50, plus('q', 50)),
      ),
    );
    expect(after(menu)).toBe(menu);
  });

  it('are of a page that was not drawn', () => {
    const rows = [line('r', 'One?', 0, plus('r', 0)), line('t', 'Two?', 50, plus('t', 50))];
    const html = page({}, element('stack', 's', { element: 'div' }, ...rows));
    expect(after(html)).toBe(html);
  });
});
