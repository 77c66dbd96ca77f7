import { fillPage } from '../../content/content.js';
import { originalContent } from '../../content/source-values.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { fields } from './fields.js';

const nowhere = { boxes: new Map(), width: 1440 };
let made = 0;
const slide = (letter: string, more: Partial<ElementNode> = {}): ElementNode => {
  made += 1;
  const said = `Tour ${letter}`;
  const heading = element('heading', said, { element: 'h3', id: `h${made}` }, words(said));
  const text = element('text', said, { element: 'p', id: `p${made}` }, words('At low tide'));
  return element('card', said, { id: `s${made}`, repeat: 'slides', ...more }, heading, text);
};
const carousel = (
  said: string,
  track: Record<string, string>,
  shut: (at: number) => boolean = () => false,
): PageDocument =>
  page(
    { box: { rest: { 'overflow-x': 'hidden' } }, track: { rest: { display: 'flex', ...track } } },
    element(
      'section',
      'tours',
      { name: 'Tours', element: 'section' },
      element(
        'box',
        'box',
        { style: 'box' },
        element(
          'row',
          'track',
          { style: 'track' },
          ...[...said].map((letter, at) => slide(letter, shut(at) ? { attributes: { 'aria-hidden': 'true' } } : {})),
        ),
      ),
    ),
  );
const idsIn = (document: PageDocument): string[] => {
  const { tours } = originalContent(fields.run(document, nowhere));
  return (tours?.['cards'] as { id: string }[]).map(({ id }) => id);
};
const MOVED = { transform: 'translateX(-300px)' };

describe('copies of slides that a script made', () => {
  it.each([
    ['cabcab', MOVED, 'abc'],
    ['abcab', MOVED, 'bca'],
    ['abcabc', { 'margin-left': '-300px' }, 'bca'],
  ])('are no entries: %s', (said, track, entries) => {
    expect(idsIn(carousel(said, track)).sort()).toEqual([...entries].map((letter) => `tour-${letter}`).sort());
  });

  it('are those that are shut where the others are open', () => {
    const document = carousel('bcabca', {}, (at) => at < 2 || at > 4);
    expect(idsIn(document)).toEqual(['tour-a', 'tour-b', 'tour-c']);
  });

  it.each([
    ['entries that come again in a row that stands still', 'abab', {}],
    ['entries that come again in a grid with gutters', 'abab', { 'margin-left': '-12px', 'margin-right': '-12px' }],
    ['entries that are all alike', 'aaaa', MOVED],
    ['entries that come again out of order', 'abcba', MOVED],
    ['entries that come once', 'abc', MOVED],
  ])('are not %s', (_, said, track) => {
    expect(idsIn(carousel(said, track))).toHaveLength(said.length);
  });

  it('stay as they are, whatever becomes of the slides', () => {
    const named = fields.run(carousel('cabc', MOVED), nowhere);
    const content = originalContent(named);
    expect(fillPage(named, content).body).toEqual(named.body);
    expect(JSON.stringify(named).match(/"field":/g)).toHaveLength(6);
  });
});
