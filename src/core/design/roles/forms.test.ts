import type { ElementNode } from '../../document/types.js';
import { elements, textOf } from '../../document/walk.js';
import { buildDesign } from '../emit/build-design.js';
import { art, artboard, box, line } from '../sample.js';
import { button, FRAME, inputs, intro, made, PRESS, type Items } from '../form-sample.js';
import { inputType, isRequired } from './form-fields.js';

describe('forms of a design', () => {
  it('are empty boxes with a border that are followed by a button', () => {
    const all = made(...intro, box(400, 260, 400, 44, FRAME), box(400, 320, 400, 44, FRAME), ...button(384));
    const form = all.find(({ element }) => element === 'form');
    expect(form && inputs([...elements(form)])).toMatchObject([{ name: 'field' }, { name: 'field-2' }]);
    expect(form && textOf(form)).toContain('Send');
  });

  it('contain no more than the fields and the button', () => {
    const card = box(380, 230, 440, 220, { 'background-color': 'rgb(240, 240, 230)' });
    const all = made(...intro, card, box(400, 260, 400, 44, FRAME), box(400, 320, 400, 44, FRAME), ...button(384));
    const form = all.find(({ element }) => element === 'form');
    expect(form && textOf(form)).toBe('Send');
  });

  it('name their fields after the labels above them', () => {
    const all = made(
      ...intro,
      line('Your name', 400, 240),
      box(400, 264, 400, 44, FRAME),
      line('E-mail', 400, 330),
      box(400, 354, 400, 44, FRAME),
      ...button(424),
    );
    expect(inputs(all)).toMatchObject([
      { name: 'your-name', type: 'text', id: 'field-your-name' },
      { name: 'e-mail', type: 'email', id: 'field-e-mail' },
    ]);
    const labels = all.filter(({ element, attributes }) => element === 'label' && attributes?.['for']);
    expect(labels.map((label) => [textOf(label), label.attributes?.['for']])).toEqual([
      ['Your name', 'field-your-name'],
      ['E-mail', 'field-e-mail'],
    ]);
  });

  it.each([
    ['checkbox', '3px'],
    ['radio', '50%'],
  ])('have check boxes and radio buttons: %s', (type, radius) => {
    const tick = { ...FRAME, 'border-radius': radius };
    const all = made(
      ...intro,
      box(400, 260, 400, 44, FRAME),
      box(400, 326, 20, 20, tick),
      line('I shall bring a red lamp', 436, 326),
      ...button(384),
    );
    expect(inputs(all).map((attributes) => attributes?.['type'])).toEqual(['text', type]);
    const label = all.find(({ element, attributes }) => element === 'label' && attributes?.['for']);
    expect(label && textOf(label)).toBe('I shall bring a red lamp');
    expect(inputs(all)[1]?.['id']).toBe(label?.attributes?.['for']);
  });

  it('are not seen in boxes without a button, without a border, or across the whole page', () => {
    const none = [
      made(...intro, box(400, 260, 400, 44, FRAME)),
      made(...intro, box(400, 260, 400, 44, { 'background-color': 'rgb(200, 220, 230)' }), ...button(384)),
      made(...intro, box(0, 260, 1200, 44, FRAME), ...button(384)),
      made(...intro, box(400, 260, 300, 200, FRAME), ...button(484)),
    ];
    expect(none.map((all) => all.filter(({ element }) => element === 'form' || element === 'input').length)).toEqual([
      0, 0, 0, 0,
    ]);
  });

  it('are sent by a button of their own', () => {
    const all = made(...intro, box(400, 260, 400, 44, FRAME), box(400, 320, 400, 44, FRAME), ...button(384));
    const form = all.find(({ element }) => element === 'form');
    expect([...elements(form as ElementNode)].filter(({ element }) => element === 'button')).toMatchObject([
      { kind: 'button', attributes: { type: 'submit' } },
    ]);
  });

  it('have fields with a sign in them, which are no buttons', () => {
    const all = made(
      ...intro,
      box(400, 260, 300, 44, FRAME),
      art('M0 0L9 9', 412, 272, 20, 20),
      line('Search the sky', 444, 272),
      ...button(330),
    );
    expect(inputs(all)).toMatchObject([{ name: 'search-the-sky', type: 'search' }]);
  });

  it('have fields without a border where a small button touches them', () => {
    const light = { 'background-color': 'rgb(240, 242, 245)' };
    const all = made(
      ...intro,
      box(400, 260, 300, 40, light),
      box(700, 260, 44, 40, PRESS),
      art('M0 0L9 9', 712, 270, 20, 20),
    );
    expect(inputs(all)).toHaveLength(1);
  });

  it('have fields of which only the line below is drawn', () => {
    const lined = { 'border-width': '0 0 1px 0', 'border-color': 'rgb(120, 130, 140)' };
    const field = (y: number, words: string): Items => [
      box(400, y, 400, 60, lined),
      line(words, 402, y + 20, { color: 'rgb(110, 110, 110)' }),
    ];
    const all = made(...intro, ...field(260, 'Your name'), ...field(340, 'E-mail'), ...button(424));
    expect(inputs(all).map((attributes) => attributes?.['type'])).toEqual(['text', 'email']);
  });

  it('have fields after a box with a sign, whose labels begin above that', () => {
    const field = (y: number, words: string): Items => [
      line(words, 400, y - 24),
      box(400, y, 40, 40, FRAME),
      art('M0 0L9 9', 412, y + 12, 16, 16),
      box(440, y, 360, 40, FRAME),
    ];
    const all = made(...intro, ...field(284, 'Name'), ...field(364, 'Phone'), ...button(430));
    expect(inputs(all)).toMatchObject([{ id: 'field-name' }, { id: 'field-phone', type: 'tel' }]);
  });

  it('have text areas, empty or with words at their top', () => {
    const all = made(
      ...intro,
      box(400, 260, 400, 44, FRAME),
      box(400, 320, 400, 150, FRAME),
      box(400, 486, 400, 150, FRAME),
      line('Your message', 416, 498, { color: 'rgb(110, 110, 110)' }),
      ...button(660),
    );
    expect(
      all.map(({ element }) => element).filter((element) => element === 'input' || element === 'textarea'),
    ).toEqual(['input', 'textarea', 'textarea']);
  });

  it('have lists to choose from, where an arrow stands at the end', () => {
    const all = made(
      ...intro,
      line('Night', 400, 240),
      box(400, 264, 400, 44, FRAME),
      line('Saturday', 416, 276),
      art('M0 0L6 6L12 0', 770, 283, 12, 7),
      ...button(330),
    );
    const select = all.find(({ element }) => element === 'select');
    expect(select).toMatchObject({ attributes: { id: 'field-night' }, children: [{ element: 'option' }] });
    expect(textOf(select as ElementNode)).toBe('Saturday');
  });

  it('ask how many, in a small box with a number beside a button', () => {
    const all = made(
      ...intro,
      box(400, 260, 56, 48, FRAME),
      line('1', 424, 274),
      box(472, 260, 160, 48, PRESS),
      line('Book', 536, 274, { color: 'rgb(255, 255, 255)' }),
    );
    expect(inputs(all)).toMatchObject([{ type: 'number', value: '1' }]);
  });

  it('do not take the heads of cards for fields', () => {
    const head = { 'background-color': 'rgb(245, 246, 248)', 'border-width': '0 0 1px 0' };
    const card = (y: number, words: string): Items => [
      box(400, y, 400, 160, FRAME),
      box(400, y, 400, 42, head),
      line(words, 416, y + 10, { color: 'rgb(110, 110, 110)' }),
      line('Clear from ten until two', 416, y + 70),
    ];
    const all = made(...intro, ...card(260, 'Search'), ...card(460, 'Message'), ...button(640));
    expect(inputs(all)).toEqual([]);
  });

  it('do not take the feet of cards with a button in them for fields', () => {
    const card = (x: number): Items => [
      box(x, 260, 300, 240, FRAME),
      line('A night in the dome', x + 20, 280, { size: 22 }),
      box(x, 440, 300, 60, FRAME),
      box(x + 16, 452, 90, 36, PRESS),
      line('Join', x + 40, 462, { color: 'rgb(255, 255, 255)' }),
    ];
    expect(inputs(made(...intro, ...card(80), ...card(420), ...card(760)))).toEqual([]);
  });

  it('are empty boxes in a header, too', () => {
    const header = [line('Saltmarsh', 80, 30), box(700, 22, 220, 36, FRAME), line('Visit', 980, 30)];
    const below = [line('Nights on the marsh', 80, 300, { size: 40 }), line('Every clear Friday', 80, 380)];
    expect(inputs(made(...header, ...below))).toHaveLength(1);
  });

  it('are not made of rows of equal boxes with words, with nothing to send them', () => {
    const row = (y: number, words: string): Items => [box(400, y, 400, 44, FRAME), line(words, 416, y + 12)];
    const all = made(...intro, ...row(260, 'The dome'), ...row(304, 'The terrace'), ...row(348, 'The library'));
    expect(inputs(all)).toEqual([]);
  });

  it('have switches, with what is drawn in them', () => {
    const pill = { 'background-color': 'rgb(29, 92, 116)', 'border-radius': '12px' };
    const knob = { 'background-color': 'rgb(255, 255, 255)', 'border-radius': '9px' };
    const all = made(
      ...intro,
      box(400, 260, 44, 24, pill),
      box(422, 263, 18, 18, knob),
      line('Tell me when it is clear', 460, 263),
    );
    expect(inputs(all)).toMatchObject([{ type: 'checkbox', role: 'switch' }]);
    const [holder] = all.filter(({ children = [] }) =>
      children.some((child) => 'element' in child && child.element === 'input'),
    );
    expect(holder?.children).toHaveLength(2);
  });
});

describe('what a field asks for', () => {
  it.each([
    ['E-mail', 'email'],
    ['Correo electrónico', 'email'],
    ['Telefon', 'tel'],
    ['Passwort', 'password'],
    ['Поиск', 'search'],
    ['Fecha', 'date'],
    ['Your message', 'text'],
  ])('is told by the words of its label: %s', (label, type) => {
    expect(inputType(label)).toBe(type);
  });

  it('is required if an asterisk says so', () => {
    expect(['Name *', 'Name*:', 'Name'].map(isRequired)).toEqual([true, true, false]);
  });
});

describe('the reasons of a section', () => {
  it('say why a box was taken for a field, and how certain that is', () => {
    const items = [...intro, line('E-mail', 400, 240), box(400, 264, 400, 44, FRAME), ...button(330)];
    const { reasons } = buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1200, 1200, ...items)] });
    const lines = [...reasons.values()].flat().map((text) => text.trim());
    expect(lines).toContain(
      'box: a field, as there is a border, a label, words that name a field and a button that follows (100 % certain)',
    );
  });
});
