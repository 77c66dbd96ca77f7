import { NameGiver, nth } from './words.js';

describe('names for things that are called alike', () => {
  it('say their place among these, and their number from eleven on', () => {
    const giver = new NameGiver();
    const names = Array.from({ length: 12 }, () => nth(giver, 'picture'));
    expect(names.slice(0, 3)).toEqual(['picture', 'second-picture', 'third-picture']);
    expect(names.slice(9)).toEqual(['tenth-picture', 'picture-2', 'picture-3']);
    expect(new Set(names).size).toBe(12);
  });

  it('are none that another thing has', () => {
    const giver = new NameGiver();
    giver.give('second-link');
    expect([nth(giver, 'link'), nth(giver, 'link')]).toEqual(['link', 'third-link']);
  });
});
