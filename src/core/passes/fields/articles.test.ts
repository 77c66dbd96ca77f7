import { fillPage } from '../../content/content.js';
import { regionsOf, type Field } from '../../content/regions.js';
import { originalContent } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageNode, SharedStyle } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { fields } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
const styles: Record<string, SharedStyle> = {
  row: { rest: { display: 'flex' } },
  lead: { rest: {} },
  prose: { rest: {} },
  price: { rest: {} },
};
const tag = (name: string, style: string | undefined, ...children: PageNode[]): ElementNode =>
  element(/^h\d/.test(name) ? 'heading' : 'text', name, { element: name, ...(style ? { style } : {}) }, ...children);
const LONG = 'The dyke is wet after rain, so come in boots and bring a lamp.';
const p = (style = 'prose', text = LONG): ElementNode => tag('p', style, words(text));
const h2 = (text: string): ElementNode => tag('h2', undefined, words(text));
const holder = (style: string | undefined, ...children: PageNode[]): ElementNode =>
  element('box', 'holder', { ...(style ? { style } : {}) }, ...children);
const named = (...children: PageNode[]) =>
  fields.run(page(styles, element('section', 's', { name: 'Night walks', element: 'section' }, ...children)), nowhere);
const fieldsIn = (...children: PageNode[]): readonly Field[] =>
  regionsOf(named(...children)).find(({ name }) => name === 'night-walks')?.fields ?? [];

describe('what a client writes in one go', () => {
  it.each<[string, ElementNode[]]>([
    ['paragraphs, the first one set off', [p('lead'), p(), p()]],
    ['parts under headings of their own', [h2('One'), p(), p(), h2('Two'), p(), p()]],
    ['a heading with a long text', [h2('One'), p(), p(), p(), p()]],
    ['a text with a list in it', [p(), p(), tag('ul', undefined, tag('li', undefined, words('A lamp'))), p()]],
  ])('is an article: %s', (_, children) => {
    expect(fieldsIn(holder(undefined, ...children))).toMatchObject([{ type: 'article', name: 'text' }]);
  });

  it('has fields of its own for what stands in a long one and cannot be said', () => {
    const hut = element('image', 'hut', { element: 'img', attributes: { src: 'assets/hut.jpg', alt: 'The hut' } });
    const form = element('form', 'f', { element: 'form' }, element('text', 'l', { element: 'p' }, words('Write'), hut));
    const document = named(holder(undefined, h2('One'), p(), p(), form, h2('Two'), p(), p()));
    const { text, picture } = originalContent(document)['night-walks'] as { text: string; picture: { alt: string } };
    expect(text.split('\n\n')[3]).toBe('{form}');
    expect(picture.alt).toBe('The hut');
    const filled = (content: object): string => JSON.stringify(fillPage(document, { 'night-walks': content } as never));
    expect(filled({ picture: { alt: 'A hut' } })).toContain('"alt":"A hut"');
    const both = filled({ picture: { alt: 'A hut' }, text: `${text}\n\nMore.` });
    expect([both.includes('"alt":"A hut"'), both.includes('More.')]).toEqual([true, true]);
  });

  it.each<[string, ElementNode]>([
    ['a heading with two texts', holder(undefined, h2('One'), p(), p())],
    ['two headings with a text each', holder(undefined, h2('One'), p(), h2('Two'), p())],
    ['texts side by side', holder('row', p(), p(), p())],
    ['texts that look different', holder(undefined, p(), p('price'), p(), p())],
    ['brief texts', holder(undefined, p(undefined, 'Open'), p(undefined, 'tonight'), p(undefined, 'until ten'))],
    ['texts around a control', holder(undefined, p(), p(), p(), element('field', 'f', { element: 'input' }))],
    [
      'texts around a button',
      holder(
        undefined,
        p(),
        p(),
        p(),
        tag(
          'p',
          undefined,
          element('button', 'b', { element: 'a', inline: true, attributes: { href: '/x' } }, words('Book')),
        ),
      ),
    ],
  ])('is none: %s', (_, node) => {
    expect(fieldsIn(node).map(({ type }) => type)).not.toContain('article');
  });
});

describe('code', () => {
  const keyword = element('run', 'k', { element: 'span', style: 'price', inline: true }, words('const'));
  const code = tag('pre', undefined, {
    ...tag('code', undefined, keyword, words(' tide = 4;\n'), words('  rise(tide);')),
    inline: true,
    from: { path: 'code', language: 'js' },
  });

  it('is one plain field with its language, whatever colours its words have', () => {
    const document = named(code);
    expect(fieldsIn(code)).toMatchObject([
      { type: 'code', name: 'code', language: 'js', example: 'const tide = 4;\n  rise(tide);' },
    ]);
    const filled = fillPage(document, { 'night-walks': { code: 'let **x** = `{a|b}`;\n' } });
    const found = [...elements(filled.body)].find(({ element: name }) => name === 'code');
    expect(found?.children).toEqual([{ kind: 'words', text: 'let **x** = `{a|b}`;\n' }]);
    expect(fillPage(document, originalContent(document)).body).toEqual(document.body);
  });

  it('is not what numbers the lines of it', () => {
    const numbers = tag('pre', undefined, words('1\n2\n3\n'));
    expect(fieldsIn(numbers, code).map(({ name }) => name)).toEqual(['code']);
    expect(textOf(numbers)).toContain('2');
  });
});
