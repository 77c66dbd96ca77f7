import { withAddresses } from './brief-addresses.js';

const BRIEF = `format: tavrik-brief
version: 1
# What is decided.
decisions:
  - do: level # the second
    at: 'Keeper'
    to: 2
  - { do: alt, at: "Hero / dome", to: "The dome: at dusk" }
links:
  - { at: See the dates, section: dates }   # down
motion:
  - at: See the dates
    enters: fade
`;
const changed = (elements: Record<string, string[]>, sections: Record<string, string> = {}): string =>
  withAddresses(BRIEF, { elements: new Map(Object.entries(elements)), sections: new Map(Object.entries(sections)) });

describe('a brief with other addresses', () => {
  it('is the same text but for these', () => {
    expect(changed({})).toBe(BRIEF);
    expect(changed({ 'See the dates': ['All dates'] }, { dates: 'evenings' })).toBe(
      BRIEF.replaceAll('See the dates', 'All dates').replace('section: dates', 'section: evenings'),
    );
    expect(changed({ 'Hero / dome': ['Top / dome'], Keeper: ["The Keeper's"] })).toBe(
      BRIEF.replace('Hero / dome', 'Top / dome').replace("'Keeper'", "'The Keeper''s'"),
    );
  });

  it('goes back to what it was', () => {
    const there = changed({ 'See the dates': ['All dates'] });
    expect(withAddresses(there, { elements: new Map([['All dates', ['See the dates']]]), sections: new Map() })).toBe(
      BRIEF,
    );
  });

  it('quotes what would mean something else', () => {
    expect(changed({ 'See the dates': ['Dates: all, here'] })).toContain('{ at: "Dates: all, here", section: dates }');
    expect(changed({ 'See the dates': ['*'] })).toContain('- at: "*"');
    expect(changed({ 'See the dates': ['true'] })).toContain('at: "true"');
  });

  it('says a decision of each of several', () => {
    const twice = changed({ Keeper: ['Guardian', 'Watch'], 'See the dates': ['A', 'B'] });
    expect(twice).toContain(
      "  - do: level # the second\n    at: 'Guardian'\n    to: 2\n  - do: level # the second\n    at: 'Watch'\n    to: 2\n",
    );
    expect(twice).toContain('  - { at: A, section: dates }\n  - { at: B, section: dates }   # down\n');
    expect(twice).toContain('  - at: A\n    enters: fade\n  - at: B\n    enters: fade\n');
  });
});
