import fc from 'fast-check';
import { element, words } from '../document/sample.js';
import type { ElementNode, PageNode, SharedStyle } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';
import { canBeRich, fromMarkdown, readsBack, toMarkdown } from './rich.js';

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
    expect(canBeRich(node, styles)).toBe(true);
    expect(canBeRich(text(run('span', 'red', words('x'))), styles)).toBe(false);
  });

  it('keeps signs that mean something there as they are', () => {
    expect(message(text(words('2 * 3 [or] <b> & `so` # 1_000')))).toBe(
      '2 \\* 3 \\[or\\] \\<b\\> \\& \\`so\\` \\# 1\\_000',
    );
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
});
