import { required } from '../../data/required.js';
import { fillPage } from '../../content/content.js';
import { originalContent } from '../../content/source-values.js';
import { regionsOf } from '../../content/regions.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { fields, fieldsPass } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
const strong = (text: string): ElementNode => element('run', 's', { element: 'strong', inline: true }, words(text));
const document = page(
  { red: { rest: { color: 'red' } } },
  element(
    'section',
    'visit',
    { name: 'visit', element: 'section' },
    element(
      'text',
      'long',
      { id: 'long', element: 'p' },
      words('Come on a '),
      strong('clear'),
      words(' night and bring warm clothes'),
    ),
    element('text', 'short', { id: 'short', element: 'p' }, words('Open '), strong('now')),
    element(
      'text',
      'painted',
      { id: 'painted', element: 'p' },
      words('These are the '),
      element('run', 'r', { element: 'span', style: 'red', inline: true }, words('other')),
      words(' words of a text'),
    ),
  ),
);
const richIn = (from?: number): string[] =>
  [...elements(fieldsPass(from).run(document, nowhere).body)].flatMap(({ id, rich }) =>
    rich === undefined ? [] : [id],
  );

describe('texts in which words may be set off', () => {
  const result = fields.run(document, nowhere);

  it('are those in which words are set off already, or those of so many words', () => {
    expect(richIn()).toEqual(['long', 'short', 'painted']);
    expect(richIn(6)).toEqual(['long', 'painted']);
    expect(richIn(1)).toEqual(['long', 'short', 'painted']);
  });

  it('have one field for all they say', () => {
    expect(originalContent(result)['visit']).toMatchObject({
      text: 'Come on a **clear** night and bring warm clothes',
    });
    const filled = fillPage(result, { visit: { text: 'Come *any* night' } });
    const long = required([...elements(filled.body)].find(({ id }) => id === 'long'));
    expect(textOf(long)).toBe('Come any night');
    expect([...elements(long)].map(({ element: tag }) => tag)).toEqual(['p', 'em']);
  });

  it('have what CommonMark cannot say in braces, and say so', () => {
    expect(originalContent(result)['visit']).toMatchObject({
      'these-are-the-other': 'These are the {red|other} words of a text',
    });
    expect(JSON.stringify(regionsOf(result))).toContain('[link](<address>); also {red|…}.');
  });

  it('are in cells, captions and links, but not around what is a button', () => {
    const inside = (tag: string, more: ElementNode): ElementNode =>
      element('text', tag, { id: tag, element: tag }, words('Open '), more, words(' tonight'));
    const sub = element('run', 'sub', { element: 'sub', inline: true }, words('2'));
    const button = element('button', 'b', { element: 'a', inline: true, attributes: { href: '/x' } }, words('Book'));
    const shown = page(
      {},
      element(
        'section',
        'visit',
        { name: 'visit', element: 'section' },
        ...['th', 'dt', 'caption', 'summary', 'legend'].map((tag) => inside(tag, sub)),
        { ...inside('a', sub), kind: 'link', attributes: { href: '/visit' } },
        { ...inside('p', button) },
      ),
    );
    const rich = [...elements(fields.run(shown, nowhere).body)].flatMap(({ id, rich }) => (rich ? [id] : []));
    expect(rich).toEqual(['th', 'dt', 'caption', 'summary', 'legend', 'a']);
  });

  it('are several fields where a brief text has a figure in a look of its own', () => {
    const large = element('run', 'f', { element: 'span', style: 'large', inline: true }, words('36'));
    const price = (...more: ElementNode['children'] & object[]): PageDocument =>
      page(
        { large: { rest: { 'font-size': '40px' } } },
        element(
          'section',
          'price',
          { name: 'price', element: 'section' },
          element('text', 't', { element: 'p' }, large, words(' crowns a year'), ...more),
        ),
      );
    const contentOf = (document: PageDocument): unknown => originalContent(fields.run(document, nowhere))['price'];
    expect(contentOf(price())).toEqual({ number: '36', text: 'crowns a year' });
    const long = contentOf(price(words(' for you and all who live with you')));
    expect(Object.values(long as object)).toEqual(['{large|36} crowns a year for you and all who live with you']);
  });

  it('are so in all entries of a list if they are in one', () => {
    const card = (id: string, ...says: ElementNode['children'] & object[]): ElementNode =>
      element(
        'card',
        id,
        { repeat: 'card' },
        element('heading', `${id}h`, { element: 'h3' }, words(id)),
        element('text', `${id}t`, { id: `${id}t`, element: 'p' }, ...says),
      );
    const list = page(
      {},
      element(
        'section',
        'hire',
        { name: 'hire', element: 'section' },
        card('day', words('By day')),
        card('night', words('By '), strong('night')),
      ),
    );
    const named = fields.run(list, nowhere);
    expect([...elements(named.body)].flatMap(({ rich }) => rich ?? [])).toEqual([
      'hire.cards.day.text',
      'hire.cards.night.text',
    ]);
    expect(fillPage(named, originalContent(named)).body).toEqual(named.body);
    expect(fields.run(named, nowhere)).toEqual(named);
  });

  it('twice is as good as once, and nobody touched is as it was', () => {
    expect(fields.run(result, nowhere)).toEqual(result);
    expect(fillPage(result, originalContent(result)).body).toEqual(result.body);
  });
});
