import fc from 'fast-check';
import { element, words } from '../document/sample.js';
import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';
import { canBeRich, fromMarkdown, readsBack } from './rich.js';
import { toMarkdown } from './rich-says.js';

const styles: Record<string, SharedStyle> = {
  bold: { rest: { 'font-weight': '700' } },
  red: { rest: { color: 'red' } },
  linked: { rest: { color: 'blue' } },
};
const run = (tag: string, style: string | undefined, ...children: PageNode[]): ElementNode =>
  element('run', tag, { element: tag, ...(style ? { style } : {}), inline: true }, ...children);
const link = (href: string, text: string): ElementNode =>
  element('link', 'l', { element: 'a', style: 'linked', attributes: { href, rel: 'noopener' } }, words(text));
const text = (...children: PageNode[]): ElementNode => element('text', 't', { id: 't', element: 'p' }, ...children);
const message = (node: ElementNode): string => toMarkdown(node.children, styles);

describe('a text as CommonMark', () => {
  it('says what is set off, whatever element or style did it', () => {
    const node = text(
      words('Bring '),
      run('b', undefined, words('warm')),
      words(' and '),
      run('span', 'bold', words('dry ')),
      run('em', undefined, words('things')),
      run('br', undefined),
      link('/hire', 'hire one'),
    );
    expect(message(node)).toBe('Bring **warm** and **dry** *things*\\\n[hire one](</hire>)');
    expect(canBeRich(node)).toBe(true);
  });

  it('says in braces what CommonMark cannot', () => {
    const time = run('time', undefined, words('8 March'));
    const node = text(
      words('H'),
      run('sub', undefined, words('2')),
      words('O, '),
      { ...time, attributes: { datetime: '2026-03-08' } },
      words(' '),
      run('span', 'red', words('by '), link('/marsh', 'the marsh')),
      { ...run('svg', undefined), kind: 'icon', markup: '<svg/>' },
    );
    expect(message(node)).toBe('H{sub|2}O, {time=2026-03-08|8 March} {red|by [the marsh](</marsh>)}{icon}');
    expect(canBeRich(node)).toBe(true);
    expect(readsBack(node, styles)).toBe(true);
  });

  it('has one space where white space meets at the edge of a run', () => {
    const node = text(words('From '), link('/t', ' the dyke '), words(' on'), run('b', undefined, words(' foot ')));
    expect(message(node)).toBe('From [the dyke](</t>) on **foot**');
    expect(readsBack(node, styles)).toBe(true);
  });

  it('ends a line at a break, whatever white space is beside it', () => {
    const node = text(
      words('Clear tonight. '),
      run('br', undefined),
      words(' Come '),
      run('b', undefined, words('early')),
    );
    expect(message(node)).toBe('Clear tonight. \\\nCome **early**');
    expect(readsBack(node, styles)).toBe(true);
  });

  it('is none around a control, a button, an image with words for it, or words for other screens', () => {
    const others: ElementNode[] = [
      element('field', 'f', { element: 'input' }),
      { ...link('/book', 'Book'), kind: 'button' },
      element('image', 'i', { element: 'img', attributes: { alt: 'The dome' } }),
      element('image', 'j', { element: 'img', attributes: { src: 'assets/warden.jpg' } }),
      { ...run('span', 'red', words('short')), otherwise: true },
    ];
    for (const other of others) expect(canBeRich(text(words('Come '), other))).toBe(false);
  });

  it('keeps signs that mean something there as they are', () => {
    expect(message(text(words('2 * 3 [or] <b> & `so` # 1_000')))).toBe(
      '2 \\* 3 \\[or\\] \\<b\\> \\& \\`so\\` \\# 1\\_000',
    );
    expect(message(text(words('{sub|2} is {x}')))).toBe('\\{sub\\|2\\} is \\{x\\}');
    expect(message(text(words('- no list')))).toBe('\\- no list');
    expect(message(text(words('12. of May')))).toBe('12\\. of May');
  });

  it('is none where its marks could not be read', () => {
    expect(readsBack(text(words('so '), run('b', undefined, words('(warm)')), words(' and dry')), styles)).toBe(true);
    expect(readsBack(text(words('so'), run('b', undefined, words('(warm)')), words('and dry')), styles)).toBe(false);
  });

  it('is read back as it was written, for any words', () => {
    const plain = fc.string({ unit: fc.constantFrom(...'ab *_[]()<>&`#!~|\\-+1.\'"é'), minLength: 1, maxLength: 30 });
    fc.assert(
      fc.property(plain, plain, (a, b) => {
        const node = text(words(`x${a}`), run('strong', undefined, words(`y${b}y`)), words('z'));
        const again = fromMarkdown(node, message(node), styles);
        expect(textOf(again)).toBe(textOf(node));
        expect(message(again)).toBe(message(node));
      }),
      { numRuns: 200, seed: 3 },
    );
  });
});

describe('any text with anything in its lines', () => {
  const plain = fc.string({ unit: fc.constantFrom(...'ab *_[]()<>{}|=&`#!~\\-+1.é'), minLength: 1, maxLength: 8 });
  const tags = ['sub', 'sup', 'kbd', 'abbr', 'time', 'span', 'ruby', 'strong', 'em', 'mark', 'svg', 'br', 'a'] as const;
  const { tree } = fc.letrec<{ tree: PageNode[]; node: PageNode }>((tie) => ({
    tree: fc.array(tie('node'), { minLength: 1, maxLength: 4 }),
    node: fc.oneof(
      { maxDepth: 3 },
      plain.map((said) => words(said)),
      fc.tuple(fc.constantFrom(...tags), fc.option(plain), tie('tree')).map(([tag, says, children]): PageNode => {
        if (tag === 'svg') return { ...run('svg', undefined), kind: 'icon', markup: `<svg id="${says ?? ''}"/>` };
        if (tag === 'br') return run('br', undefined);
        const style = tag === 'span' ? (says ? 'red' : 'linked') : undefined;
        const attributes =
          tag === 'a' ? { href: `/x${says ?? ''}` } : tag === 'time' && says ? { datetime: says.trim() } : undefined;
        return { ...run(tag, style, words('w'), ...children), ...(attributes ? { attributes } : {}) };
      }),
    ),
  }));
  const shape = (nodes: readonly PageNode[] = []): unknown[] =>
    nodes.map((node) =>
      'text' in node ? node.text : [node.element, node.style, node.attributes, node.markup, shape(node.children)],
    );

  it('is the same again when it is read from what it says, or is not one field', () => {
    let [kept, all] = [0, 0];
    fc.assert(
      fc.property(tree as fc.Arbitrary<PageNode[]>, (children) => {
        const node = text(words('x'), ...children, words('y'));
        all += 1;
        if (!readsBack(node, styles)) return;
        kept += 1;
        const again = fromMarkdown(node, message(node), styles);
        expect(message(again)).toBe(message(node));
        expect(textOf(again).replace(/\s/g, '')).toBe(textOf(node).replace(/\s/g, ''));
        const tagsOf = (of: ElementNode): string[] => [...elements(of)].map(({ element: tag }) => tag);
        expect(tagsOf(again)).toEqual(tagsOf(node));
      }),
      { numRuns: 300, seed: 7 },
    );
    expect(kept).toBeGreaterThan(all / 2);
    expect(shape(fromMarkdown(text(words('a')), 'a', styles).children)).toEqual(['a']);
  });
});

describe('CommonMark as a text', () => {
  const model = text(words('See '), link('/old', 'the dome'), words(' and '), run('strong', 'bold', words('come')));
  const result = (value: string): ElementNode => fromMarkdown(model, value, styles);

  it('looks as the same looked in the source', () => {
    const [, strong, , anchor] = result('Be **early** or [write](mailto:a@b.example).').children as ElementNode[];
    expect(strong).toMatchObject({ element: 'strong', style: 'bold' });
    expect(anchor).toMatchObject({
      element: 'a',
      style: 'linked',
      attributes: { href: 'mailto:a@b.example', rel: 'noopener' },
    });
    expect(new Set([...elements(result('**a** **b**'))].map(({ id }) => id)).size).toBe(3);
  });

  it('is no markup and leads to no script', () => {
    const node = result('<script>alert(1)</script> [x](javascript:alert(1)) [y](<java\nscript:1>)');
    expect([...elements(node)].map(({ element: tag }) => tag)).not.toContain('script');
    expect(JSON.stringify(node)).not.toMatch(/"href":"javascript/);
    expect(textOf(node)).toContain('alert(1)');
  });

  it('has paragraphs as lines of one text', () => {
    expect(result('One.\n\nTwo.').children?.map((child) => ('element' in child ? child.element : child.text))).toEqual([
      'One.',
      'br',
      'Two.',
    ]);
  });

  it('has what stands in braces as the source had it, and other braces as words', () => {
    const time = { ...run('time', 'red', words('8 March')), attributes: { datetime: '2026-03-08', class: 'x' } };
    const source = text(words('On '), time, words(' at '), run('kbd', undefined, words('Enter')));
    const read = (value: string): ElementNode => fromMarkdown(source, value, styles);
    const [, later, , key] = read('On {time=2026-04-09|9 *April*} at {kbd|Esc}').children as ElementNode[];
    expect(later).toMatchObject({ element: 'time', style: 'red', attributes: { datetime: '2026-04-09', class: 'x' } });
    expect(textOf(later as ElementNode)).toBe('9 April');
    expect(key).toMatchObject({ element: 'kbd', children: [{ text: 'Esc' }] });
    expect((read('On {time|soon}').children?.[1] as ElementNode).attributes).toEqual({ class: 'x' });
    for (const value of ['{blink|x}', '{kbd}', '{kbd|x', 'x} {', '{time=|']) expect(textOf(read(value))).toBe(value);
    expect(textOf(read('*{kbd|x*}'))).toBe('{kbd|x}');
    expect(textOf(read('\\{kbd|x\\} `{kbd|y}` [z](<a{kbd|q}>)'))).toBe('{kbd|x} {kbd|y} z');
  });

  it('has the looks of several runs in their order', () => {
    const source = text(
      link('/a', 'a'),
      words(' '),
      run('strong', 'bold', words('b')),
      words(' '),
      run('b', 'red', words('c')),
    );
    const looks = (value: string): unknown[] =>
      (fromMarkdown(source, value, styles).children as ElementNode[]).flatMap(({ element: tag, style }) =>
        tag ? [[tag, style]] : [],
      );
    expect(looks('**x** **y** **z**')).toEqual([
      ['strong', 'bold'],
      ['b', 'red'],
      ['b', 'red'],
    ]);
  });
});
