import { decided, lostDecisions, means, nearest, type Decision } from './brief.js';

describe('an address of a brief', () => {
  it.each([
    ['Hero / Header / dome', true],
    ['hero /  header / DOME', true],
    ['dome', true],
    ['The dome', true],
    ['Hero / *', true],
    ['*dome', true],
    ['Header', false],
    ['do*x', false],
    ['Hero . Header', false],
  ])('%s', (at, meant) => {
    expect(means(at, 'Hero / Header / dome', 'The dome')).toBe(meant);
  });

  it('that leads nowhere has the most alike ones named', () => {
    expect(nearest('Jion', ['Footer', 'Join', 'Join / text:2'])[0]).toBe('Join');
    expect(nearest('zzz', ['Footer', 'Join'])).toEqual([]);
    const lost: Decision = { do: 'leave-out', at: 'Jon', on: true, line: 7 };
    expect(lostDecisions([lost], ['Join'])).toEqual([
      'brief.yaml, line 7: nothing is at "Jon", so "leave-out" was not done; there are "Join"',
    ]);
  });
});

it('only decisions that are on are done', () => {
  const brief = { decisions: [true, false].map((on, line): Decision => ({ do: 'name', at: 'a', to: 'b', on, line })) };
  expect(decided(brief, 'name', 'kind').map(({ line }) => line)).toEqual([0]);
  expect(decided(brief, 'kind')).toEqual([]);
});
