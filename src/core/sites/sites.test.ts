import { flatten } from '../content/values.js';
import { element, page, words } from '../document/sample.js';
import type { PageDocument, SharedStyle } from '../document/types.js';
import { renderCss } from '../render/css.js';
import { renderHtml } from '../render/html.js';
import { framed, withSections } from './frame.js';
import { filledWith, kindOfId, siteItems } from './items.js';
import { cutPiece, piecesOf } from './parts.js';

const STYLES: Record<string, SharedStyle> = {
  root: { rest: { 'font-family': 'Figtree' } },
  top: { rest: { color: 'navy' }, variants: [{ at: 'below-600', set: { color: 'teal' } }] },
  note: { rest: { 'font-size': '0.8rem' } },
};
const header = (text: string, current = false) =>
  element(
    'section',
    'header',
    { element: 'header', part: 'header', style: 'top' },
    element(
      'link',
      'home',
      { element: 'a', attributes: { href: 'index.html', ...(current ? { 'aria-current': 'page' } : {}) } },
      words(text, 'header.home'),
    ),
  );
const section = (name: string, text: string) =>
  element(
    'section',
    name,
    { element: 'section', style: 'note', attributes: { id: name } },
    element('heading', `${name}-h`, { element: 'h2' }, words(text, `${name}.heading`)),
  );
const footer = element(
  'section',
  'footer',
  { element: 'footer', part: 'footer' },
  words('Hollin Marsh', 'footer.text'),
);
const result = (more: Partial<PageDocument>, ...children: Parameters<typeof page>[1][]): PageDocument => ({
  ...page(STYLES, ...children),
  rootStyle: 'root',
  ...more,
});
const home = result(
  { name: 'home', title: 'Home' },
  header('Hollin', true),
  element('box', 'main', { element: 'main' }, section('evenings', 'Evenings')),
  footer,
);
const about = result(
  { name: 'about', title: 'About' },
  header('Hollin'),
  element('box', 'main', { element: 'main' }, section('people', 'People')),
  footer,
);
const bodyOf = (document: PageDocument): string =>
  /<body[\s\S]*<\/body>/.exec(renderHtml(document, 'style.css'))?.[0] ?? '';

describe('pieces of a page', () => {
  it('are its header, its sections and its footer', () => {
    expect(piecesOf(home).map(({ kind, node }) => [kind, node.name])).toEqual([
      ['header', 'header'],
      ['section', 'evenings'],
      ['footer', 'footer'],
    ]);
  });

  it('come with the styles that they use and no others', () => {
    const piece = cutPiece(home, 'section-header', 'header');
    expect(Object.keys(piece.styles)).toEqual(['root', 'top']);
    expect(bodyOf(piece)).not.toContain('Evenings');
  });

  it('say themselves what they took from boxes that are not with them any more', () => {
    const box = element('box', 'around', { style: 'around' }, header('Hollin'));
    const inside = result({ styles: { ...STYLES, around: { rest: { 'line-height': '2', margin: '1px' } } } }, box);
    const piece = cutPiece(inside, 'section-header', 'header');
    expect(piece.styles['top-alone']).toEqual({ ...STYLES['top'], rest: { 'line-height': '2', color: 'navy' } });
  });
});

describe('a page in its site', () => {
  it('has the header of the site in the place of its own, once', () => {
    const other = cutPiece(
      result({ styles: { ...STYLES, top: { rest: { color: 'red' } } } }, header('The site')),
      'section-header',
      'header',
    );
    const shown = framed(about, { header: other });
    expect(bodyOf(shown).match(/<header/g)).toHaveLength(1);
    expect(bodyOf(shown)).toContain('The site');
    /* Both pages have a style of that name: neither changes. */
    expect(shown.styles['top']).toEqual(STYLES['top']);
    expect(shown.styles['header-top']).toEqual({ rest: { color: 'red' } });
    expect(bodyOf(shown)).toContain('class="header-top"');
  });

  it('gets one before all else, and a footer after it, if it has none', () => {
    const bare = result({}, section('people', 'People'));
    const shown = framed(bare, {
      header: cutPiece(home, 'section-header', 'header'),
      footer: cutPiece(home, 'section-footer', 'footer'),
    });
    expect(
      bodyOf(shown)
        .replace(/<(?!\/?(header|section|footer))[^>]+>|\s+data-section="\w+"/g, '')
        .replace(/\s+/g, ' '),
    ).toMatch(/<header.*Hollin.*<section.*People.*<footer/);
    expect(shown.styles['top']).toEqual(STYLES['top']);
  });

  it('takes sections of other pages in with their look: what is inherited, rem, breakpoints, animations, tokens', () => {
    const strange: PageDocument = {
      ...page(
        {
          root: { rest: { 'font-size': '10px', 'font-family': 'Fraunces' } },
          note: {
            rest: { 'margin-top': '2rem', color: 'var(--accent)', 'animation-name': 'rise' },
            variants: [{ at: 'small', set: { color: 'red' } }],
          },
        },
        section('people', 'Others'),
      ),
      name: 'guest',
      rootStyle: 'root',
      everywhere: { 'box-sizing': 'border-box' },
      breakpoints: [{ name: 'small', below: 500 }],
      keyframes: { rise: 'from { opacity: 0 }' },
      tokens: { rest: { '--accent': 'red' } },
    };
    const own: PageDocument = {
      ...about,
      keyframes: { rise: 'from { top: 1px }' },
      tokens: { rest: { '--accent': 'blue' } },
    };
    const shown = withSections(own, [cutPiece(strange, 'section-people', 'guest')]);
    const css = renderCss(shown);
    expect(bodyOf(shown)).toMatch(/People[\s\S]*id="people-2"[\s\S]*Others[\s\S]*<\/main>/);
    expect(css).toMatch(/@keyframes guest-rise/);
    expect(css).toMatch(/animation-name: guest-rise|animation: guest-rise/);
    expect(css).toMatch(/margin-top: 20px/);
    expect(css).toMatch(/--guest-accent: red/);
    expect(css).toMatch(/color: var\(--guest-accent\)/);
    expect(css).toMatch(/font-family: Fraunces/);
    expect(css).toMatch(/box-sizing: border-box/);
    expect(css).toMatch(/@media \(width < 500px\)/);
    expect(css).toMatch(/--accent: blue/);
  });

  it('stays byte for byte as it is without a frame', () => {
    expect(renderHtml(framed(home, {}), 's.css')).toBe(renderHtml(home, 's.css'));
    expect(renderCss(framed(home, {}))).toBe(renderCss(home));
  });
});

describe('what is handed over', () => {
  const content = {
    header: { home: 'Hollin' },
    footer: { text: 'On the marsh' },
    evenings: { heading: 'Fridays' },
    people: { heading: 'Us' },
  };
  const common = flatten({ header: { home: 'Hollin' }, footer: { text: 'On the marsh' } });

  it('is the header and the footer once, and the pages with all that they say', () => {
    const items = siteItems(
      [
        { path: 'index.html', document: home, content },
        { path: 'about.html', document: about, content },
      ],
      common,
      'marsh',
    );
    expect(items.map(({ id, kind, framed: isFramed }) => [id, kind, isFramed])).toEqual([
      ['header', 'header', undefined],
      ['footer', 'footer', undefined],
      ['home', 'page', true],
      ['about', 'page', true],
    ]);
    expect(items[0]?.content).toEqual({ header: { home: 'Hollin' } });
    expect(items[2]?.content).toEqual(content);
    expect(items[2]?.needs).toEqual(['header', 'footer']);
  });

  it('is a fact once, if it is said in several parts', () => {
    const page = result(
      { name: 'home', title: 'Home' },
      header('Hollin'),
      element('section', 'call', { element: 'section' }, words('0170', 'site.telephone')),
      element('section', 'footer', { element: 'footer', part: 'footer' }, words('0170', 'site.telephone')),
    );
    const items = siteItems(
      [{ path: 'index.html', document: page, content: { site: { telephone: '0171' } } }],
      flatten({}),
      'marsh',
    );
    expect(items.map(({ id, content: own }) => [id, own])).toEqual([
      ['facts-marsh', { site: { telephone: '0171' } }],
      ['header', {}],
      ['footer', {}],
      ['home', { site: { telephone: '0171' } }],
    ]);
    expect(items[3]?.needs).toEqual(['header', 'footer', 'facts-marsh']);
    expect(['header', 'facts-x', 'home'].map(kindOfId)).toEqual(['header', 'facts', undefined]);
    expect(filledWith({ site: { telephone: 'old', mail: 'm' } }, { site: { telephone: 'new' } })).toEqual({
      site: { telephone: 'new', mail: 'm' },
    });
  });

  it('leaves a page alone whose header is another one', () => {
    const other = result({ name: 'other' }, header('Hollin'), section('people', 'People'));
    const otherHeader = {
      ...other,
      body: {
        ...other.body,
        children:
          other.body.children?.map((child) =>
            child.kind === 'section' && child.part ? { ...child, children: [] } : child,
          ) ?? [],
      },
    };
    const items = siteItems(
      [
        { path: 'index.html', document: home, content },
        { path: 'o.html', document: otherHeader, content },
      ],
      common,
      'marsh',
    );
    expect(items.filter(({ kind }) => kind === 'page').map(({ framed: isFramed }) => isFramed)).toEqual([true, false]);
  });
});
