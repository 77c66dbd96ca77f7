import type { Finding } from '../core/survey/finding.js';
import { readBrief, turnDecisions, writeBrief } from './brief-file.js';

const head = 'format: tavrik-brief\nversion: 1\n';
const finding = (code: string, proposal: Finding['proposal']): Finding => ({
  code,
  severity: 'risk',
  name: 'Dome',
  path: 'Hero / Dome',
  what: 'It is\nso.',
  why: 'It matters.',
  ...(proposal ? { proposal } : {}),
});

describe('brief.yaml', () => {
  it('is read with the lines of its decisions, which are on unless it says otherwise', () => {
    const brief = readBrief(`${head}scale: 0.4\ndecisions:\n  - do: merge\n    at: Dome\n  - { do: level, at: Title, to: 2, on: false }\n`, 'b'); // prettier-ignore
    expect(brief).toMatchObject({
      scale: 0.4,
      decisions: [
        { do: 'merge', at: 'Dome', on: true, line: 5 },
        { do: 'level', at: 'Title', to: 2, on: false, line: 7 },
      ],
    });
    expect(readBrief('', 'b').decisions).toEqual([]);
  });

  it.each([
    ['decisions: [', /not YAML/],
    [`${head}decisions:\n  - do: paint\n    at: x\n`, /Line 4: .*"decisions\[0\]\.do" must be one of/],
    [`${head}decisions:\n  - do: merge\n`, /Line 4: .*"decisions\[0\]\.at" is required/],
    [
      `${head}decisions:\n  - do: level\n    at: x\n    to: 9\n`,
      /Line 6: .*less than or equal to 6.*Write what it becomes/,
    ],
    [`${head}decisions:\n  - do: merge\n    at: x\n    to: y\n`, /Line 6: .*not allowed/],
    [`${head}scale: 7\n`, /Line 3: .*"scale".*Write a number from 0 to 1/],
    [`${head}colour: red\n`, /Line 3: .*"colour" is not allowed/],
    ['version: 1\n', /"format" is required.*Begin the file/],
  ])('that is wrong says where, what and what would be right: %j', (text, said) => {
    expect(() => readBrief(text, 'brief.yaml')).toThrow(said);
  });

  it('is written with proposals that are off, each once, with its reason', () => {
    const text = writeBrief([
      finding('missing-alt', { do: 'alt', at: 'Hero / Dome', to: '' }),
      finding('missing-alt', { do: 'alt', at: 'Hero / Dome', to: '' }),
      finding('low-contrast', undefined),
      finding('odd', { do: 'paint', at: 'x' }),
    ]);
    expect(text).toContain('# It is so. It matters.\n');
    expect(readBrief(text, 'b').decisions).toMatchObject([{ do: 'alt', code: 'missing-alt', on: false }]);
  });

  it('is turned by code or all at once, and keeps the words of people', () => {
    const text = writeBrief([finding('a', { do: 'merge', at: 'x' }), finding('b', { do: 'merge', at: 'y' })]);
    const mine = `${text}# mine\n`;
    const one = turnDecisions(mine, 'b', true);
    expect([one.turned, readBrief(one.text, 'b').decisions.map(({ on }) => on)]).toEqual([1, [false, true]]);
    expect(one.text).toContain('# mine');
    expect(turnDecisions(one.text, 'all', false).turned).toBe(2);
    expect(turnDecisions(mine, 'c', true).turned).toBe(0);
  });
});
