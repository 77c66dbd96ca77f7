import { decided, lostDecisions, means, type Decision } from './brief.js';
import { nearestWords } from '../text/nearest.js';

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
    expect(nearestWords('Jion', ['Footer', 'Join', 'Join / text:2'])[0]).toBe('Join');
    expect(nearestWords('zzz', ['Footer', 'Join'])).toEqual([]);
  });
});

const decision = (order: number, more: Partial<Decision> = {}): Decision => ({
  do: 'leave-out',
  at: 'Jon',
  on: true,
  order,
  line: order + 7,
  ...more,
});

describe('decisions', () => {
  it('are done only if they are on', () => {
    const brief = { decisions: [decision(0), decision(1, { on: false }), decision(2, { do: 'merge' })] };
    expect(decided(brief, 'leave-out', 'kind').map(({ order }) => order)).toEqual([0]);
    expect(decided(brief, 'kind')).toEqual([]);
  });

  it('are lost if no place has what they are about, and said with their line and what is most alike', () => {
    const brief = { decisions: [decision(0), decision(1, { at: 'Footer' }), decision(2, { on: false })] };
    const places = [
      { done: [1], known: ['Join'] },
      { done: [], known: ['Tides'] },
    ];
    expect(lostDecisions(brief, places)).toEqual([
      'brief.yaml, line 7: no element at "Jon", so "leave-out" was not applied; there are "Join"',
    ]);
    expect(lostDecisions(brief, [...places, { done: [0], known: [] }])).toEqual([]);
  });
});
