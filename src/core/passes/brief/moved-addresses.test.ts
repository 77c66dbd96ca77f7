import { EMPTY_BRIEF, type Brief, type Decision } from '../../brief/brief.js';
import type { LinkRule } from '../../brief/links.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { movedAddresses, type MovedAddresses } from './moved-addresses.js';

const message = (id: string, says: string, path: string): ElementNode => ({
  ...element('text', id, { id, name: says, element: 'p' }, words(says)),
  from: { path },
});
const version = (section: string, ...nodes: ElementNode[]): PageDocument =>
  page({}, element('section', 's', { id: 's', name: section }, ...nodes));
const old = version(
  'Dates',
  message('a', 'See the dates', 'Hero / See'),
  message('b', 'Keeper', 'Team / One'),
  message('c', 'Keeper', 'Team / Two'),
);
const decision = (at: string): Decision => ({ do: 'level', at, to: 2, on: true, order: 0, line: 4 });
const briefOf = (...at: string[]): Brief => ({ ...EMPTY_BRIEF, decisions: at.map(decision) });
const same = new Map(['s', 'a', 'b', 'c'].map((id) => [id, id]));
const moved = (now: PageDocument, brief: Brief, found = same): MovedAddresses =>
  movedAddresses(brief, [{ old, now, found: () => found }]);

describe('addresses in a brief', () => {
  it('stay where they mean something still, and nobody is asked what was found', () => {
    const asked = movedAddresses(briefOf('See the dates', 'Hero / See'), [
      {
        old,
        now: old,
        found: () => {
          throw new Error('asked');
        },
      },
    ]);
    expect([asked.elements.size, asked.sections.size]).toEqual([0, 0]);
  });

  it('follow an element that says something else, or lies in another layer, in the way they were written', () => {
    const now = version('Dates', message('a', 'All dates', 'Top / Look'), message('b', 'Keeper', 'Team / One'));
    expect([...moved(now, briefOf('See the dates', 'Hero / See')).elements]).toEqual([
      ['See the dates', ['All dates']],
      ['Hero / See', ['Top / Look']],
    ]);
  });

  it('mean all that they meant: by one name, or by one for each', () => {
    const now = (text: string, two: string) =>
      version('Dates', message('b', text, 'T / 1'), message('c', two, 'T / 2'));
    expect([...moved(now('Guardian', 'Guardian'), briefOf('Keeper')).elements.values()]).toEqual([['Guardian']]);
    expect([...moved(now('Guardian', 'Watch'), briefOf('Keeper')).elements.values()]).toEqual([['Guardian', 'Watch']]);
  });

  it('do not follow what is gone, or cannot be told apart', () => {
    const now = version('Dates', message('a', 'Twice', 'x'), message('b', 'Twice', 'x'));
    expect(moved(now, briefOf('See the dates')).elements.size).toBe(0);
    expect(moved(now, briefOf('See the dates'), new Map()).elements.size).toBe(0);
    expect(moved(version('Dates'), briefOf('Nowhere')).elements.size).toBe(0);
  });

  it('stay besides where another page has what they mean still', () => {
    const now = version('Dates', message('a', 'All dates', 'Hero / See'));
    const both = movedAddresses(briefOf('See the dates'), [
      { old, now, found: () => same },
      { old, now: old, found: () => same },
    ]);
    expect([...both.elements]).toEqual([['See the dates', ['See the dates', 'All dates']]]);
  });

  it('of sections that links lead to follow their sections', () => {
    const link = (section: string, more: Partial<LinkRule> = {}): LinkRule => ({
      at: 'See the dates',
      section,
      line: 5,
      ...more,
    });
    const now = version('Evenings', message('a', 'See the dates', 'Hero / See'));
    expect([...moved(now, { ...EMPTY_BRIEF, links: [link('dates')] }).sections]).toEqual([['dates', 'evenings']]);
    expect(
      moved(now, { ...EMPTY_BRIEF, links: [link('dates', { page: 'another' }), link('hire')] }).sections.size,
    ).toBe(0);
  });
});
