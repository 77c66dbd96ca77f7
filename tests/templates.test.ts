import { required } from '../src/core/data/required.js';
import Mustache from 'mustache';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, DEMO_ARTBOARDS, DEMO_PAGE, tavrik, temporary } from './program.js';
import { element, page, words } from '../src/core/document/sample.js';
import type { ElementNode, PageDocument } from '../src/core/document/types.js';
import { fields } from '../src/core/passes/fields/fields.js';
import { fillPage } from '../src/core/content/content.js';
import { originalContent } from '../src/core/content/source-values.js';
import type { Content } from '../src/core/content/values.js';
import { inLanguage } from '../src/core/content/languages.js';
import { isElement, mapTree } from '../src/core/document/walk.js';
import { alternatesOf, renderLanguages } from '../src/core/render/site.js';
import { renderHtml } from '../src/core/render/html.js';
import { templateData } from '../src/core/templates/data.js';
import { renderTemplates } from '../src/core/templates/template.js';
import { withMarks } from '../src/core/content/marks.js';
import { regionsOf } from '../src/core/content/regions.js';
import { contentSchema } from '../src/core/content/content-schema.js';
import Ajv from 'ajv/dist/2020.js';

/* The template and its data, put together by an implementation of the language that nobody here wrote, are the page. */

/** Escapes what the specification of the language says, and no more. */
const ESCAPED: Readonly<Record<string, string>> = { '&': '&amp;', '<': '&lt;', '>': '&gt;', '"': '&quot;' };
const escape = (text: string): string => text.replace(/[&<>"]/g, (sign) => required(ESCAPED[sign]));

function normal(html: string): string {
  return html
    .replace(/&nbsp;|\s+/g, ' ')
    .replace(/&quot;/g, '"')
    .replace(/> </g, '><')
    .replace(/ +>/g, '>')
    .replace(/ +</g, '<')
    .replace(/> +/g, '>');
}

function both(document: PageDocument, content: Content): [template: string, page: string] {
  const { page: template, parts } = renderTemplates(document, { sheet: 'style.css' });
  const filled = Mustache.render(template, templateData(document, content), { ...parts }, { escape });
  return [normal(filled), normal(renderHtml(withMarks(fillPage(document, content)), 'style.css'))];
}

const styles = { plain: { rest: { color: 'red' } }, bright: { rest: { color: 'blue' } } };
const card = (id: string, style = 'plain', ...more: ElementNode[]): ElementNode =>
  element(
    'card',
    id,
    { style, repeat: 'offer', attributes: { id } },
    element('heading', `${id}h`, { element: 'h3' }, words(`The ${id}`)),
    element(
      'text',
      `${id}p`,
      { element: 'p' },
      words('Some '),
      element('run', `${id}b`, { element: 'strong', inline: true }, words('bold')),
      words(' & "plain"'),
    ),
    element(
      'list',
      `${id}u`,
      { element: 'ul' },
      ...['a', 'b'].map((text) =>
        element('item', `${id}${text}`, { element: 'li', repeat: 'i' }, words(`${text} of ${id}`)),
      ),
    ),
    element('link', `${id}a`, { element: 'a', attributes: { href: `#${id}` } }, words('More')),
    ...more,
  );
const document = fields.run(
  page(
    styles,
    element(
      'section',
      'Offers',
      { element: 'section' },
      element('heading', 'h', { element: 'h2' }, words('What {{we}} offer')),
      element('text', 'intro', { element: 'p' }, words('It is <all> here.')),
      element('image', 'i', {
        element: 'img',
        attributes: { src: 'assets/a.jpg', alt: 'A', srcset: 'assets/a.jpg 1x', sizes: '10px' },
      }),
      element(
        'grid',
        'g',
        {},
        card('small'),
        card('large', 'bright', element('text', 'badge', { element: 'p' }, words('New'))),
        card('wide'),
      ),
      element(
        'text',
        'braces',
        { element: 'p' },
        words('{{'),
        element('icon', 'x', { element: 'svg', markup: '<svg><path d="M0 0"/></svg>' }),
      ),
    ),
  ),
  { boxes: new Map(), width: 1440 },
);
const original = originalContent(document);
const offers = original['offers'] as Record<string, never>;
const cards = offers['cards'] as unknown as { id: string; heading: string; items: string[] }[];
const withCards = (list: readonly object[]): Content =>
  ({ ...original, offers: { ...offers, cards: list } }) as Content;

describe('a template', () => {
  it.each<[string, Content]>([
    ['as it is', original],
    ['with nothing said', {}],
    [
      'with other words',
      {
        ...original,
        offers: { ...offers, heading: 'A <b> & "c"', intro: '{{x}}', picture: { file: 'assets/b.jpg', alt: '' } },
      },
    ],
    ['with texts taken away', { ...original, offers: { ...offers, intro: '', picture: { file: '', alt: '' } } }],
    ['with entries in another order', withCards([...cards].reverse())],
    [
      'with an entry more, of another look',
      withCards([...cards, { ...cards[0], id: 'new', highlighted: 'yes', heading: 'New' }]),
    ],
    ['with one entry, whose list is longer', withCards([{ ...cards[1], items: ['one', 'two', 'three'] }])],
    ['with no entry', withCards([])],
    ['with an emptied heading', withCards(cards.map((card) => ({ ...card, heading: '' })))],
  ])('%s is the page', (_, content) => {
    const [filled, rendered] = both(document, content);
    expect(filled).toBe(rendered);
  });

  it('offers other files of a picture only as long as it shows the same', () => {
    const source = element('box', 'o', { element: 'source', attributes: { srcset: 'assets/a.avif' } });
    const image = element('image', 'pi', {
      element: 'img',
      attributes: { src: 'assets/a.jpg', alt: 'A', srcset: 'assets/a.jpg 2x' },
    });
    const offered = fields.run(
      page(
        {},
        element('section', 'Look', { element: 'section' }, element('box', 'pb', { element: 'picture' }, source, image)),
      ),
      { boxes: new Map(), width: 1440 },
    );
    for (const file of ['assets/a.jpg', 'assets/b.jpg']) {
      const [filled, rendered] = both(offered, { look: { picture: { file, alt: 'A' } } });
      expect(filled.replace(/ +/g, ' ').replace(/" >/g, '">')).toBe(rendered);
      expect(rendered.includes('a.avif')).toBe(file === 'assets/a.jpg');
    }
  });

  it('has icons, switches and the colour behind a section as values too', () => {
    const styles = { band: { rest: { 'background-color': 'rgb(1, 2, 3)' } } };
    const icon = (id: string, d: string): ElementNode =>
      element('icon', id, { element: 'svg', markup: `<svg><title>${d}</title></svg>` });
    const part = (id: string, d: string): ElementNode =>
      element(
        'card',
        id,
        { element: 'div', repeat: 'card' },
        icon(`i${id}`, d),
        element('heading', `h${id}`, { element: 'h3' }, words(id)),
      );
    const input = element('field', 'mail', {
      element: 'input',
      attributes: { required: '', name: 'mail', placeholder: 'Mail' },
    });
    const body = element(
      'section',
      'Ask',
      { element: 'section', style: 'band' },
      part('Day', 'sun'),
      part('Night', 'moon'),
      element('form', 'f', { element: 'form', attributes: { action: '/send', method: 'post' } }, input),
    );
    const palette = {
      ink: { value: 'rgb(1, 2, 3)', from: ['rgb(1, 2, 3)'] },
      paper: { value: 'rgb(9, 9, 9)', from: [] },
    };
    const asked = { ...fields.run({ ...page(styles, body), palette }, { boxes: new Map(), width: 1440 }), palette };
    const own = originalContent(asked)['ask'] as { cards: Record<string, string>[]; mail: Record<string, string> };
    expect([own.cards.map((card) => card['icon']), own.mail['required']]).toEqual([['sun', 'moon'], 'yes']);
    const cases: Content[] = [
      {},
      { ask: { background: 'paper' } },
      { ask: { mail: { required: 'no' } } },
      {
        ask: {
          cards: [
            { id: 'day', icon: 'moon', heading: 'Day' },
            { id: 'dusk', icon: 'sun', heading: 'Dusk' },
          ],
        },
      },
      { ask: { form: { address: '/other', method: 'get' } } },
    ];
    const pages = cases.map((content) =>
      both(asked, content).map((text) => text.replace(/ +/g, ' ').replace(/" >/g, '">').replace(/ >/g, '>')),
    );
    for (const [filled, rendered] of pages) expect(rendered).toBe(filled);
    expect(pages[1]?.[0]).toContain('style="background-color: var(--color-paper, rgb(9, 9, 9))"');
    expect(pages[2]?.[0]).not.toMatch(/ required[ >]/);
    expect(pages[0]?.[0]).toMatch(/ required[ >]/);
    expect(pages[3]?.[0]?.match(/moon|sun/g)).toEqual(['moon', 'sun']);
  });

  it('keeps entries apart that say the same otherwise', () => {
    const item = (id: string): ElementNode =>
      element('item', id, { element: 'li', repeat: 'i', attributes: { value: id } }, words(`Item ${id}`));
    const list = fields.run(
      page(
        {},
        element(
          'section',
          'Count',
          { element: 'section' },
          element('list', 'l', { element: 'ol' }, item('1'), item('2')),
        ),
      ),
      { boxes: new Map(), width: 1440 },
    );
    const [filled, rendered] = both(list, {});
    expect(filled).toBe(rendered);
    expect(rendered).toMatch(/value="1".*value="2"/);
  });

  it('names its fields as the content does, and holds no words of the fields', () => {
    const { page: template, parts } = renderTemplates(document, { sheet: 'style.css' });
    /* Entries with ids of their own in the HTML are templates of their own. */
    const kinds = ['large', 'small', 'wide'].flatMap((text) => [
      `offers-cards-the-${text}`,
      `offers-cards-the-${text}-items`,
    ]);
    expect(Object.keys(parts).sort()).toEqual([...kinds, 'section-offers']);
    expect(template).toContain('{{> section-offers}}');
    expect(parts['section-offers']).toMatch(/\{\{#offers\.cards\}\}.*\{\{> offers-cards-the-small\}\}/s);
    const all = [template, ...Object.values(parts)].join('\n');
    for (const tag of ['{{offers.heading}}', '{{heading}}', '{{{text}}}', '{{link.address}}', '{{#items}}'])
      expect(all).toContain(tag);
    for (const text of ['It is', 'The small']) expect(all).not.toContain(text);
  });

  it('is the page in each language, with links that lead to the same language', () => {
    const link = (id: string, href: string): ElementNode =>
      element('link', id, { element: 'a', attributes: { href } }, words(`To ${id}`));
    const message = element(
      'text',
      'p',
      { element: 'p' },
      words('See '),
      element('link', 'pl', { element: 'a', inline: true, attributes: { href: 'hire.html#prices' } }, words('prices')),
      words(' first, '),
      element('run', 'pb', { element: 'strong', inline: true }, words('please')),
      words('.'),
    );
    const body = element(
      'section',
      'Way',
      { element: 'section' },
      element('heading', 'wh', { element: 'h2' }, words('The way')),
      message,
      link('hire', 'hire.html'),
      link('tides', 'tides.html'),
    );
    const result = fields.run(
      {
        ...page({}, body),
        language: 'en-GB',
        description: 'How to get here',
        head: { root: 'https://marsh.example/', site: 'Marsh' },
      },
      { boxes: new Map(), width: 1440 },
    );
    const fixed = {
      ...result,
      body: mapTree(result.body, (node) => (isElement(node) && node.id === 'hire' ? { ...node, fields: {} } : node)),
    };
    const place = { html: 'index.html', sheet: 'style.css' };
    const translated = new Map([
      ['index.html', ['de-CH', 'ar']],
      ['hire.html', ['de-CH']],
    ]);
    const languages = new Map<string, Content>([
      ['de-CH', { page: { title: 'Der Weg' }, way: { heading: 'Der Weg' } }],
      ['ar', { way: { heading: 'الطريق' } }],
    ]);
    const content = originalContent(fixed);
    const site = renderLanguages(fixed, content, languages, { place, marked: true, translated });
    const alternates = alternatesOf(fixed, place, [...languages.keys()]);
    const { page: template, parts } = renderTemplates(fixed, {
      sheet: 'style.css',
      file: 'index.html',
      languages: { alternates, translated },
    });
    for (const { language, file } of alternates) {
      const words = languages.get(language);
      const spoken = { language, ...(language === 'ar' ? { direction: 'rtl' as const } : {}), file, translated };
      const data = templateData(fixed, words ? inLanguage(fixed, content, words) : content, spoken);
      expect(normal(Mustache.render(template, data, { ...parts }, { escape }))).toBe(normal(required(site[file])));
    }
    const german = required(site['index.de-CH.html']);
    expect(german.match(/hire\.de-CH\.html/g)).toHaveLength(2);
    expect(german).toMatch(
      /<html lang="de-CH">.*marsh\.example\/index\.de-CH\.html.*"og:locale" content="de_CH".*tides\.html/s,
    );
    expect(site['index.ar.html']).toMatch(/<html lang="ar" dir="rtl">/);
    expect(site['index.ar.html']).not.toContain('og:locale');
  });

  it('tells search engines and previews what the page says now', () => {
    const head = {
      root: 'https://marsh.example/',
      preview: { title: 'Sample', description: 'Its <own> "words"', picture: 'assets/a.jpg' },
      facts: [
        { '@type': 'Museum', name: 'Sample' },
        { '@type': 'Place', name: 'The {{wide}} </script>' },
      ],
    };
    const told = fields.run(
      {
        ...page(
          {},
          element(
            'section',
            'Way',
            { element: 'section' },
            element('heading', 'wh', { element: 'h2' }, words('The {{wide}} </script>')),
          ),
        ),
        title: 'Sample',
        head,
      },
      { boxes: new Map(), width: 1440 },
    );
    for (const content of [
      {},
      { page: { title: 'The "new" <name>' }, way: { heading: '</script>{{x}}' } },
    ] as Content[]) {
      const [filled, rendered] = both(told, content);
      expect(filled).toBe(rendered);
      expect(rendered).toContain(
        'page' in content ? '{"@type":"Museum","name":"The \\"new\\" \\u003cname>"}' : '"name":"Sample"',
      );
    }
  });

  it('marks what can be edited', () => {
    const [, rendered] = both(document, original);
    expect(rendered).toContain('data-field="offers.heading"');
    expect(rendered).toContain('data-entry="offers.cards.the-large"');
    expect(rendered).toMatch(
      /<a href="#wide" data-field="offers.cards.the-wide.link.label" data-field-href="offers.cards.the-wide.link.address">/,
    );
  });
});

describe('the templates of a project', () => {
  const folder = temporary();
  afterAll(cleanUp);
  it.each([
    ['an existing page', [DEMO_PAGE, '--widths', '1440']],
    ['a design', DEMO_ARTBOARDS],
  ])('of %s are its pages when they are filled, after a client’s edits too', (name, source) => {
    const project = join(folder, name.replace(/\W/g, ''));
    expect(tavrik(['convert', ...source, '--out', project, '--no-proof']).code).toBe(0);
    const list = required([...tavrik(['content', project]).out.matchAll(/^(\S+\.cards)\.([\w-]+)\./gm)][0]);
    for (const edit of [
      ['add', required(list[1]), 'One more'],
      ['move', required(list[1]), required(list[2]), '--to', '2'],
    ])
      expect(tavrik(['content', project, ...edit]).code).toBe(0);
    const focus = /^(\S+\.focus)/m.exec(tavrik(['content', project]).out)?.[1];
    if (focus) expect(tavrik(['content', project, 'set', focus, '10% 80%']).code).toBe(0);
    expect(focus !== undefined).toBe(name === 'a design');
    for (const language of ['de', 'ar'])
      expect(
        tavrik([
          'content',
          project,
          'set',
          required(list[1]).replace(/\.cards$/, '.heading'),
          `In ${language}`,
          '--language',
          language,
        ]).code,
      ).toBe(0);
    expect(tavrik(['render', project, '--marks', '--anew']).code).toBe(0);
    expect(tavrik(['render', project, '--templates']).out).toMatch(/rendered: \d+ files/);
    const read = (path: string): string => readFileSync(join(project, path), 'utf8');
    const files = readdirSync(join(project, 'templates'));
    const [page] = files.filter((file) => file.endsWith('.mustache'));
    const own = required(page).replace('.mustache', '');
    const parts = Object.fromEntries(
      readdirSync(join(project, 'templates', own)).map((file) => [
        file.replace('.mustache', ''),
        read(`templates/${own}/${file}`),
      ]),
    );
    for (const language of ['', '.de', '.ar']) {
      const filled = Mustache.render(
        read(`templates/${page}`),
        JSON.parse(read(`templates/${own}${language}.data.json`)),
        parts,
        { escape },
      );
      const site = normal(read(`site/index${language}.html`)).replace('href="style.css"', `href="${own}.css"`);
      expect(normal(filled)).toBe(site);
      expect(site.includes('In de')).toBe(language === '.de');
    }
    const check = new Ajv({ strict: false, validateFormats: false }).compile(
      JSON.parse(read(`templates/${own}.schema.json`)) as object,
    );
    expect([check(JSON.parse(read(`templates/${own}.content.json`))), check.errors]).toEqual([true, null]);
  });
});

describe('the schema of the content', () => {
  const schema = contentSchema('sample', regionsOf(document));
  const check = new Ajv({ strict: false, validateFormats: false }).compile(schema);

  it('takes the content of the source, and says what a form needs', () => {
    expect([check(original), check.errors]).toEqual([true, null]);
    expect(JSON.stringify(schema)).toContain('"x-field":"yes-no"');
  });

  it('refuses fields that are none, and entries without an id', () => {
    expect(check({ ...original, offers: { ...offers, gone: 'x' } })).toBe(false);
    expect(check(withCards([{ heading: 'x' }]))).toBe(false);
  });
});
