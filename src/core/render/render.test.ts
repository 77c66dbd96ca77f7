import type { StyleVariant } from '../document/types.js';
import fc from 'fast-check';
import { element, page, words } from '../document/sample.js';
import { renderCss } from './css.js';
import { escapeAttribute, escapeText } from './escape.js';
import { renderHtml } from './html.js';
import { compact } from './shorthands.js';
import { placesOf, renderSite } from './site.js';

describe('HTML', () => {
  it('is whole, indented and marks sections', () => {
    const html = renderHtml(
      page(
        { hero: { rest: {} } },
        element(
          'section',
          'Star evenings',
          { element: 'section', style: 'hero' },
          element('heading', 'h', { element: 'h1' }, words('Look up')),
        ),
      ),
      'style.css',
    );
    expect(html).toBe(
      '<!doctype html>\n<html lang="en">\n<head>\n  <meta charset="utf-8">\n  <meta name="viewport" content="width=device-width, initial-scale=1">\n  <title>Sample</title>\n' +
        '  <link rel="stylesheet" href="style.css">\n</head>\n<body>\n  <section class="hero" data-section="star-evenings">\n    <h1>Look up</h1>\n  </section>\n</body>\n</html>\n',
    );
  });

  it('adds no white space where it would show', () => {
    const html = renderHtml(
      page(
        {},
        element(
          'text',
          'p',
          { element: 'p' },
          words('a'),
          element('run', 'b', { element: 'b', inline: true }, words('b')),
          words('c'),
        ),
      ),
      's',
    );
    expect(html).toContain('<p>a<b>b</b>c</p>');
  });

  it('writes void elements, empty attributes and quirks mode as they are', () => {
    const document = {
      ...page(
        {},
        element('image', 'i', { element: 'img', attributes: { src: 'a.jpg', alt: '' } }),
        element('field', 'f', { element: 'input', attributes: { required: '', type: 'text' } }),
      ),
      quirks: true,
    };
    const html = renderHtml(document, 's');
    expect(html).toContain('<img src="a.jpg" alt="">');
    expect(html).toContain('<input required type="text">');
    expect(html).not.toContain('doctype');
  });

  it('never lets text become markup', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (text, value) => {
        const html = renderHtml(
          page({}, element('text', 'p', { element: 'p', attributes: { title: value } }, words(text))),
          's',
        );
        const inside = /<p title(?:="([^"]*)")?>([^]*)<\/p>\n<\/body>/.exec(html);
        expect(inside?.[2]).toBe(escapeText(text));
        expect(inside?.[1] ?? '').toBe(escapeAttribute(value));
        expect(inside?.[2]).not.toMatch(/<|>/);
      }),
    );
  });
});

describe('CSS', () => {
  it('writes rest, states, parts and breakpoints in an order in which the right one wins', () => {
    const css = renderCss(
      page({
        link: {
          rest: { color: 'red' },
          variants: [
            { at: 'below-600', set: { color: 'green' } },
            { state: ':hover', set: { color: 'blue' } },
            { part: '::after', set: { content: '"→"' } },
            { within: { style: 'card', state: ':hover' }, set: { color: 'black' } },
            { when: '@media (prefers-color-scheme: dark)', set: { color: 'white' } },
          ],
        },
        card: { rest: {} },
      }),
    );
    const order = [
      '.link {',
      '.link:hover {',
      '.link::after {',
      '.card:hover .link {',
      '@media (prefers-color-scheme: dark) {',
      '@media (width < 600px) {',
    ];
    const places = order.map((text) => css.indexOf(text));
    expect(places.every((place) => place >= 0)).toBe(true);
    expect([...places].sort((a, b) => a - b)).toEqual(places);
  });

  it('writes widest breakpoints first', () => {
    const css = renderCss(
      page({
        a: {
          rest: {},
          variants: [
            { at: 'below-600', set: { color: 'red' } },
            { at: 'below-900', set: { color: 'blue' } },
          ],
        },
      }),
    );
    expect(css.indexOf('900px')).toBeLessThan(css.indexOf('600px'));
    expect(css).not.toContain('.a {\n}');
  });

  it('nests conditions that must all hold', () => {
    expect(
      renderCss(
        page({
          a: {
            rest: {},
            variants: [{ when: '@container (width > 1px) @media (prefers-contrast: more)', set: { color: 'red' } }],
          },
        }),
      ),
    ).toContain('@container (width > 1px) {\n  @media (prefers-contrast: more) {');
  });
});

describe('conditions and breakpoints', () => {
  const DARK = '@media (prefers-color-scheme: dark)';
  const css = (variants: StyleVariant[], rest = {}): string =>
    renderCss({
      ...page({ a: { rest, variants } }, element('text', 'x', { style: 'a' })),
      breakpoints: [
        { name: 'tablet', below: 900 },
        { name: 'phone', below: 500 },
      ],
    }).replace(/\s+/g, ' ');

  it('state a condition again where a breakpoint would win over it', () => {
    const text = css([
      { when: DARK, set: { color: 'white', margin: '1px' } },
      { at: 'tablet', set: { color: 'grey' } },
      { at: 'phone', set: { padding: '2px' } },
    ]);
    expect(text).toContain(`@media (width < 900px) { .a { color: grey; } ${DARK} { .a { color: white; } } }`);
    expect(text).toContain('@media (width < 500px) { .a { padding: 2px; } }');
  });

  it('leave what the condition says of the breakpoint itself', () => {
    const text = css([
      { when: DARK, set: { color: 'white' } },
      { at: 'tablet', set: { color: 'grey' } },
      { at: 'tablet', when: DARK, set: { color: 'silver' } },
      { at: 'phone', set: { color: 'black' } },
    ]);
    expect(text).toContain(`.a { color: grey; } ${DARK} { .a { color: silver; } }`);
    expect(text).toContain(`.a { color: black; } ${DARK} { .a { color: silver; } }`);
  });

  it('win over each other in the same order in every page', () => {
    const text = css([
      { when: `${DARK} @media print`, set: { color: 'red' } },
      { when: '@media print', set: { color: 'black' } },
      { when: DARK, set: { color: 'white' } },
    ]);
    expect([...text.matchAll(/color: (\w+)/g)].map(([, colour]) => colour)).toEqual(['white', 'black', 'red']);
  });
});

describe('shorthands', () => {
  const sides = (name: string, ...values: string[]) =>
    Object.fromEntries(
      ['top', 'right', 'bottom', 'left'].map((side, index) => [
        name.replace('*', side),
        values[index] ?? values[0] ?? '',
      ]),
    );

  it.each([
    [sides('margin-*', '0px'), [['margin', '0px']]],
    [sides('padding-*', '1px', '2px', '1px', '2px'), [['padding', '1px 2px']]],
    [sides('padding-*', '1px', '2px', '3px', '2px'), [['padding', '1px 2px 3px']]],
    [sides('margin-*', '1px', '2px', '3px', '4px'), [['margin', '1px 2px 3px 4px']]],
    [{ 'margin-top': '1px' }, [['margin-top', '1px']]],
    [sides('margin-*', 'inherit', 'inherit', 'inherit', 'inherit'), [['margin', 'inherit']]],
    [
      {
        ...sides('border-*-width', '1px'),
        ...sides('border-*-style', 'solid'),
        ...sides('border-*-color', 'rgb(1, 2, 3)'),
      },
      [['border', '1px solid rgb(1, 2, 3)']],
    ],
    [{ 'row-gap': '4px', 'column-gap': '8px' }, [['gap', '4px 8px']]],
    [{ 'flex-grow': '1', 'flex-shrink': '0', 'flex-basis': '0%' }, [['flex', '1 0 0%']]],
    [{ 'overflow-x': 'hidden', 'overflow-y': 'hidden' }, [['overflow', 'hidden']]],
    [{ 'white-space-collapse': 'collapse', 'text-wrap-mode': 'nowrap' }, [['white-space', 'nowrap']]],
  ])('%j', (set, expected) => {
    expect(compact(set)).toEqual(expected);
  });

  it('joins opposite sides that are equal', () => {
    expect(compact({ 'padding-left': '4px', 'padding-right': '4px', 'padding-top': '1px' })).toEqual([
      ['padding-inline', '4px'],
      ['padding-top', '1px'],
    ]);
  });

  it('writes transitions and fonts as one declaration', () => {
    const transition = {
      'transition-property': 'color, opacity',
      'transition-duration': '0.2s',
      'transition-timing-function': 'ease, cubic-bezier(0, 0, 1, 1)',
      'transition-delay': '0s',
    };
    expect(compact(transition)).toEqual([['transition', 'color 0.2s, opacity 0.2s cubic-bezier(0, 0, 1, 1)']]);
    const resets = ['size-adjust', 'kerning', 'optical-sizing', 'feature-settings', 'variation-settings', 'stretch'];
    const font = {
      'font-style': 'italic',
      'font-weight': '700',
      'font-size': '16px',
      'line-height': '1.5',
      'font-family': 'serif',
      ...Object.fromEntries(resets.map((name) => [`font-${name}`, 'normal'])),
    };
    expect(compact({ ...font, 'font-variant': 'normal' })).toEqual([['font', 'italic 700 16px / 1.5 serif']]);
    expect(compact(font)).toHaveLength(Object.keys(font).length);
  });

  it('does not join a keyword that stands for the whole with other values', () => {
    expect(compact(sides('margin-*', 'inherit', '1px', '1px', '1px')).map(([name]) => name)).not.toContain('margin');
  });
});

describe('renderSite', () => {
  it('is the same for the same page and content', () => {
    const document = page(
      { a: { rest: { color: 'red' } } },
      element('text', 'p', { element: 'p', style: 'a' }, words('Hi', 'page.text')),
    );
    expect(renderSite(document, { page: { text: 'Ho' } })).toEqual(renderSite(document, { page: { text: 'Ho' } }));
    expect(renderSite(document, { page: { text: 'Ho' } })['index.html']).toContain('>Ho</p>');
  });
});

describe('the places of pages', () => {
  it('make the one called home, or else the first, the page that the site shows by itself', () => {
    expect([...placesOf(['hire', 'home'])].map(([name, { html }]) => [name, html])).toEqual([
      ['hire', 'hire.html'],
      ['home', 'index.html'],
    ]);
    expect(placesOf(['hire', 'visit']).get('hire')).toEqual({ html: 'index.html', sheet: 'style.css' });
  });

  it('are never those that another page has', () => {
    const places = [...placesOf(['home', 'index', 'style']).values()].flatMap(({ html, sheet }) => [html, sheet]);
    expect(new Set(places).size).toBe(places.length);
  });
});
