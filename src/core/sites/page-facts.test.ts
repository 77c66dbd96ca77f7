import { required } from '../data/required.js';
import { element, page, words } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import { describePage } from './page-facts.js';

const heading = (level: number, text: string): ElementNode =>
  element('heading', text, { element: `h${level}` }, words(text));
const box = (tag: string, ...children: ElementNode[]): ElementNode =>
  element('box', `${tag}${children.length}`, { element: tag }, ...children);
const whole = {
  title: 'Marsh',
  description: 'A marsh.',
  head: { root: 'https://x.example/', icons: [{ file: 'assets/a.svg' }] },
};

describe('what a page says of itself', () => {
  it('is its outline and its landmarks, and nothing is wrong where all is there', () => {
    const about = describePage({
      ...page(
        {},
        box('header', box('nav')),
        box('main', heading(1, 'Marsh'), box('section', heading(2, 'Tides'), box('header'))),
        box('footer'),
      ),
      ...whole,
    });
    expect(about.headings).toEqual([
      { level: 1, words: 'Marsh' },
      { level: 2, words: 'Tides' },
    ]);
    expect(about.landmarks).toEqual(['banner', 'navigation', 'main', 'contentinfo']);
    expect(about.faults).toEqual([]);
  });

  it('counts roles as the source says them', () => {
    const role = (name: string): ElementNode => element('box', name, { attributes: { role: name } });
    const message = element('text', 't', { attributes: { role: 'heading', 'aria-level': '3' } }, words('Tides'));
    const about = describePage({ ...page({}, role('main'), role('banner'), role('presentation'), message), ...whole });
    expect([about.landmarks, about.headings]).toEqual([['main', 'banner'], [{ level: 3, words: 'Tides' }]]);
  });

  it.each<[string, Parameters<typeof describePage>[0], RegExp[]]>([
    [
      'nothing',
      { ...page({}), title: ' ', language: '' },
      [
        /no title/,
        /no description/,
        /no language/,
        /address of the site/,
        /no icon/,
        /no heading of level 1/,
        /no main landmark/,
      ],
    ],
    [
      'long texts',
      { ...page({}, box('main', heading(1, 'a'))), ...whole, title: 'x'.repeat(71), description: 'x'.repeat(181) },
      [/title has 71/, /description has 181/],
    ],
    [
      'levels out of order',
      { ...page({}, box('main', heading(1, 'a'), heading(3, 'b'), heading(1, 'c'))), ...whole },
      [/2 headings of level 1/, /"b" of level 3 has no heading of level 2/],
    ],
    [
      'landmarks twice',
      { ...page({}, box('main', heading(1, 'a')), box('main'), box('footer'), box('footer')), ...whole },
      [/2 landmarks "main"/, /2 landmarks "contentinfo"/],
    ],
  ])('is wrong in what it lacks or has out of order: %s', (_, document, faults) => {
    const found = describePage(document).faults;
    expect(found).toHaveLength(faults.length);
    found.forEach((text, at) => expect(text).toMatch(required(faults[at])));
  });
});
