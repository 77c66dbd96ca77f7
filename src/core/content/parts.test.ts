import { element, page } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import { hasBackground } from './backgrounds.js';
import { iconName, iconsOf } from './icons.js';
import { partOf, withParts } from './parts.js';

const icon = (name: string, d: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('icon', name, {
    element: 'svg',
    fields: { icon: `s.${name}.icon` },
    markup: `<svg><path d="${d}"/></svg>`,
    ...more,
  });
const entry = (id: string, ...children: ElementNode[]): ElementNode =>
  element('card', id, { entry: { list: 's', id } }, ...children);

describe('icons', () => {
  const document = page(
    {},
    element(
      'section',
      'Deck',
      { element: 'section' },
      icon('a', 'A', { from: { path: 'Offers / Card / Icon moon' } }),
      icon('b', 'B', { markup: '<svg><title>Warm room</title></svg>' }),
      icon('c', 'C', { from: { path: 'main > i.mark-cart' } }),
      icon('d', 'D', { from: { path: 'main > svg:nth-of-type(2)' } }),
      entry('telescopes', icon('e', 'E'), icon('f', 'A')),
    ),
  );

  it('have the names that people gave them, or that of what they stand beside', () => {
    expect([...iconsOf(document).keys()]).toEqual(['moon', 'warm-room', 'mark-cart', 'deck', 'telescopes']);
  });

  it('are known by their drawing, and one is drawn as another', () => {
    const same = icon('f', 'A');
    expect([partOf(same, 'icon', document), iconName(icon('x', 'gone'), document)]).toEqual(['moon', '']);
    expect(withParts(same, new Map([['s.f.icon', 'warm-room']]), document).markup).toContain('Warm room');
    expect(withParts(same, new Map([['s.f.icon', 'nothing']]), document).markup).toBe(same.markup);
  });
});

describe('what is there or not', () => {
  const document = page({});
  const input = element('field', 'mail', {
    element: 'input',
    attributes: { required: '', name: 'mail' },
    fields: { required: 's.mail.required' },
  });
  it.each([
    ['yes', { name: 'mail', required: '' }],
    ['true', { name: 'mail', required: '' }],
    ['no', { name: 'mail' }],
    ['', { name: 'mail' }],
  ])('is answered: %s', (value, attributes) => {
    expect(withParts(input, new Map([['s.mail.required', value]]), document).attributes).toEqual(attributes);
  });

  it('is told by yes and no', () => {
    expect(partOf(input, 'required', document)).toBe('yes');
    expect(partOf({ ...input, attributes: {} }, 'required', document)).toBe('no');
  });
});

describe('the colour behind a section', () => {
  const styles = {
    band: { rest: { 'background-color': 'rgb(20, 36, 58)' } },
    clear: { rest: { 'background-color': 'transparent' } },
  };
  const palette = {
    ink: { value: 'rgb(1, 1, 1)', from: ['rgb(20, 36, 58)'] },
    paper: { value: 'rgb(255, 255, 255)', from: [] },
  };
  const section = element('section', 'Offers', { style: 'band', fields: { 'background-color': 'offers.background' } });
  const document = { ...page(styles, section), palette };

  it('is one of the colours of the site, by its name', () => {
    expect(partOf(section, 'background-color', document)).toBe('ink');
    expect(partOf(section, 'background-color', page(styles, section))).toBeUndefined();
    expect(hasBackground(section, document)).toBe(true);
    expect(hasBackground({ ...section, style: 'clear' }, document)).toBe(false);
    const message = { ...document, styles: { ...styles, band: { rest: { 'background-color': 'var(--color-ink)' } } } };
    expect(partOf(section, 'background-color', message)).toBe('ink');
  });

  it.each([
    ['paper', 'background-color: var(--color-paper, rgb(255, 255, 255))'],
    ['ink', undefined],
    ['nothing', undefined],
  ])('changes to another: %s', (name, style) => {
    expect(withParts(section, new Map([['offers.background', name]]), document).attributes?.['style']).toBe(style);
  });
});
