import { element, page, words } from '../../document/sample.js';
import type { PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import type { ScrolledScreen } from '../pass.js';
import { scrolledHeader } from './scrolled-header.js';

const header = element(
  'section',
  'header',
  { style: 'h' },
  element('link', 'Tides', { element: 'a', style: 'l' }, words('Tides')),
);
const site = (more: Record<string, SharedStyle> = {}): PageDocument =>
  page({ h: { rest: {} }, l: { rest: {} }, ...more }, header);
const white = { 'background-color': 'white' };
const screen = (width: number, set?: Record<string, string>): ScrolledScreen => ({
  width,
  looks: set ? [{ id: header.id, set }] : [],
});
const run = (scrolled: ScrolledScreen[], document = site()) =>
  scrolledHeader.run(document, { boxes: new Map(), width: 1440, scrolled });
const conditions = (document: PageDocument) => {
  const { style } = [...elements(document.body)].find(({ id }) => id === header.id) ?? {};
  return (document.styles[style ?? '']?.variants ?? []).map(({ when, set }) => [
    when?.replace('@supports (animation-timeline: scroll())', '').trim(),
    document.keyframes?.[set['animation-name'] ?? ''],
  ]);
};

describe('a header that looks different once the page is scrolled', () => {
  it('does so at every width where it did on every screen', () => {
    expect(conditions(run([screen(390, white), screen(1440, white)]))).toEqual([
      ['', 'to { background-color: white }'],
    ]);
    expect(run([])).toEqual(site());
  });

  it('does so in the ranges in which it did, parted by the thresholds of the page', () => {
    const small = { ...white, 'padding-top': '4px' };
    expect(conditions(run([screen(1440, small), screen(820, white), screen(390)]))).toEqual([
      ['@media (width >= 900px)', 'to { background-color: white; padding-top: 4px }'],
      ['@media (width >= 600px) and (width < 900px)', 'to { background-color: white }'],
    ]);
    const own = (at: string, set: Record<string, string>) =>
      site({
        h: {
          rest: {},
          variants: [
            { at: 'below-600', set: { top: '0' } },
            { at, set },
          ],
        },
      });
    const parted = (document: PageDocument) =>
      conditions(run([screen(1440, white), screen(390)], document)).at(-1)?.[0];
    expect([
      parted(site()),
      parted(own('below-900', { top: '1px' })),
      parted(own('below-900', { 'background-color': 'white' })),
    ]).toEqual(['@media (width >= 600px)', '@media (width >= 600px)', '@media (width >= 900px)']);
    expect(conditions(run([screen(1440), screen(390, white)]))).toEqual([
      ['@media (width < 600px)', 'to { background-color: white }'],
    ]);
    /* No threshold between two screens: the wider one parts them. */
    expect(conditions(run([screen(1440, white), screen(1000)]))).toEqual([
      ['@media (width >= 1440px)', 'to { background-color: white }'],
    ]);
  });

  it('does so in the light scheme only where the page has a dark one', () => {
    const dark = site({
      d: { rest: {}, variants: [{ when: '@media (prefers-color-scheme: dark)', set: { color: 'white' } }] },
    });
    expect(conditions(run([screen(1440, white)], dark))[0]?.[0]).toBe('@media (prefers-color-scheme: light)');
  });

  it('is left alone where it moves already, or is no more', () => {
    const moving = site({ h: { rest: { 'animation-name': 'x' } } });
    expect(run([screen(1440, white)], moving)).toEqual(moving);
    expect(run([{ width: 1440, looks: [{ id: 'gone', set: white }] }])).toEqual(site());
  });
});
