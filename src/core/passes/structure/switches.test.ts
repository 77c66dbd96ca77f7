import { required } from '../../data/required.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { carousels } from './carousels.js';
import type { Control } from '../pass.js';
import { switches } from './switches.js';
import { tabs } from './tabs.js';

const context = (controls: readonly Control[]) => ({ boxes: new Map(), width: 1440, controls });
const find = (document: PageDocument, test: (node: ElementNode) => boolean): ElementNode =>
  required([...elements(document.body)].find(test));

describe('switches', () => {
  const document = page(
    {
      press: { rest: { color: 'blue' } },
      menu: { rest: { display: 'flex' }, variants: [{ at: 'below-900', set: { display: 'none' } }] },
    },
    element(
      'box',
      'bar',
      { id: 'bar', element: 'nav' },
      element(
        'button',
        'b',
        {
          id: 'b',
          element: 'button',
          style: 'press',
          attributes: { 'aria-label': 'Menu', 'aria-expanded': 'false', type: 'button' },
        },
        words('Menu'),
      ),
      element(
        'list',
        'm',
        { id: 'm', element: 'ul', style: 'menu', attributes: { id: 'menu' } },
        element('item', 'i', { element: 'li' }, words('Hire')),
      ),
    ),
  );
  const result = switches.run(document, context([{ control: 'b', target: 'm', kind: 'open' }]));
  const box = find(result, ({ element: tag }) => tag === 'input');

  it('remembers in a check box whether something is open, and makes what is pressed its label', () => {
    expect(box.attributes).toEqual({ type: 'checkbox', id: 'open-menu', 'aria-label': 'Menu' });
    const label = find(result, ({ id }) => id === 'b');
    expect(label).toMatchObject({ element: 'label', kind: 'toggle', attributes: { for: 'open-menu' } });
    expect(find(result, ({ id }) => id === 'bar').children?.[0]).toBe(box);
  });

  it.each([
    [{ 'aria-label': 'Ways' }, [words('Menu')], 'Ways'],
    [{}, [words('Menu')], undefined],
    [{}, [element('image', 'i', { attributes: { alt: 'Lines' } })], 'Lines'],
    [{}, [element('icon', 'i', { markup: '<svg></svg>' })], 'More'],
  ])('says what is pressed where its words do not: %j', (attributes, inside, text) => {
    const bar = element(
      'box',
      'bar',
      { element: 'nav' },
      element('button', 'b', { id: 'b', element: 'button', style: 'press', attributes }, ...inside),
      element(
        'list',
        'm',
        { id: 'm', element: 'ul', style: 'menu' },
        element('item', 'i', { element: 'li' }, words('Hire')),
      ),
    );
    const bare = switches.run(
      page({ press: { rest: {} }, menu: { rest: { display: 'none' } } }, bar),
      context([{ control: 'b', target: 'm', kind: 'open' }]),
    );
    expect(find(bare, ({ element: tag }) => tag === 'input').attributes?.['aria-label']).toBe(text);
  });

  it('opens it only where it is hidden', () => {
    expect(result.styles['menu']?.variants?.slice(1)).toEqual([
      { at: 'below-900', within: { style: box.style, state: ':checked', beside: true }, set: { display: 'block' } },
    ]);
  });

  it('shows where the keyboard is', () => {
    const ring = result.styles['press']?.variants?.find(({ within }) => within?.state === ':focus-visible');
    expect(ring?.set['outline-style']).toBe('solid');
  });

  it('leaves what is never hidden, and pages without controls, as they are', () => {
    expect(switches.run(document, context([{ control: 'm', target: 'b', kind: 'open' }]))).toBe(document);
    expect(switches.run(document, context([]))).toBe(document);
  });

  it('lets a control inside close what it opened', () => {
    const dialog = page(
      { d: { rest: { display: 'none', position: 'fixed' } } },
      element('button', 'o', { id: 'o', element: 'button' }, words('Book')),
      element(
        'box',
        'd',
        { id: 'd', style: 'd' },
        element('button', 'c', { id: 'c', element: 'button' }, words('Close')),
      ),
    );
    const opened = switches.run(
      dialog,
      context([
        { control: 'o', target: 'd', kind: 'open' },
        { control: 'c', target: 'd', kind: 'close' },
      ]),
    );
    const [first, second] = ['o', 'c'].map((id) => find(opened, (node) => node.id === id).attributes?.['for']);
    expect(first).toBe('open-more');
    expect(second).toBe(first);
  });
});

describe('tabs', () => {
  const tab = (id: string, style: string) =>
    element('button', id, { id, element: 'button', style, attributes: { role: 'tab' } }, words(id));
  const document = page(
    {
      on: { rest: { color: 'white', 'background-color': 'navy' } },
      off: { rest: { color: 'black' } },
      shown: { rest: { 'padding-top': '9px' } },
      hidden: { rest: { 'padding-top': '9px', display: 'none' } },
    },
    element('box', 'list', { id: 'list', attributes: { role: 'tablist' } }, tab('t1', 'on'), tab('t2', 'off')),
    element('box', 'p1', { id: 'p1', style: 'shown' }, words('One')),
    element('box', 'p2', { id: 'p2', style: 'hidden' }, words('Two')),
  );
  const controls = [
    { control: 't1', target: 'p1', kind: 'tab' },
    { control: 't2', target: 'p2', kind: 'tab' },
  ] as const;
  const result = tabs.run(document, context(controls));

  it('remembers in radio buttons which one is chosen', () => {
    const boxes = [...elements(result.body)].filter(({ element: tag }) => tag === 'input');
    expect(boxes.map(({ attributes }) => [attributes?.['type'], attributes?.['checked']])).toEqual([
      ['radio', ''],
      ['radio', undefined],
    ]);
    expect(new Set(boxes.map(({ attributes }) => attributes?.['name'])).size).toBe(1);
  });

  it('gives every tab the plain look, and the chosen one that of the chosen one', () => {
    const look = result.styles[find(result, ({ id }) => id === 't2').style ?? ''];
    expect(look?.rest['color']).toBe('black');
    expect(look?.variants?.[0]).toMatchObject({
      within: { state: ':checked' },
      set: { color: 'white', 'background-color': 'navy' },
    });
  });

  it('shows a panel only while its tab is chosen', () => {
    const panel = result.styles[find(result, ({ id }) => id === 'p2').style ?? ''];
    expect(panel?.rest['display']).toBe('block');
    expect(panel?.variants?.[0]).toMatchObject({ within: { state: ':not(:checked)' }, set: { display: 'none' } });
  });

  it('leaves a group of which no panel is shown', () => {
    const none = { ...document, styles: { ...document.styles, shown: { rest: { display: 'none' } } } };
    expect(tabs.run(none, context(controls))).toBe(none);
  });
});

describe('carousels', () => {
  const slides = (attributes: Readonly<Record<string, string>>) =>
    page(
      { shown: { rest: { display: 'block' } }, hidden: { rest: { display: 'none' } } },
      element(
        'box',
        'c',
        { id: 'c', attributes },
        element('box', 's1', { id: 's1', style: 'shown' }, words('First light')),
        element('box', 's2', { id: 's2', style: 'hidden' }, words('Moonrise')),
      ),
      element(
        'box',
        'arrows',
        {},
        element('link', 'n', { id: 'n', element: 'a', attributes: { 'aria-label': 'Next' } }),
      ),
    );

  it('become a row to scroll through', () => {
    const page = carousels.run(slides({ 'aria-roledescription': 'carousel' }), context([]));
    expect(page.styles[find(page, ({ id }) => id === 'c').style ?? '']?.rest['scroll-snap-type']).toBe('x mandatory');
    expect(page.styles['hidden']?.rest).toMatchObject({ display: 'block', 'flex-basis': '100%' });
  });

  it('are not seen in everything that hides something', () => {
    const document = slides({});
    expect(carousels.run(document, context([]))).toBe(document);
  });
});
