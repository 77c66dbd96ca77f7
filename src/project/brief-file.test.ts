import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import Ajv2020 from 'ajv/dist/2020.js';
import { parse } from 'yaml';
import type { Finding } from '../core/survey/finding.js';
import { readBrief, setDecisions, writeBrief } from './brief-file.js';

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
    const brief = readBrief(
      `${head}scale: 0.4\ndecisions:\n  - do: merge\n    at: Dome\n  - { do: level, at: Title, to: 2, on: false }\n`,
      'b',
    );
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
    [`${head}fields:\n  - at: a.b\n`, /Line 4: .*must contain at least one of.*Write "at" with the path/],
    [`${head}fields:\n  - { at: a.b, type: colour }\n`, /Line 4: .*must be one of/],
    ['version: 1\n', /"format" is required.*Begin the file/],
  ])('that is wrong says where, what and what would be right: %j', (text, pattern) => {
    expect(() => readBrief(text, 'brief.yaml')).toThrow(pattern);
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
    const entry = setDecisions(mine, 'b', true);
    expect([entry.turned, readBrief(entry.text, 'b').decisions.map(({ on }) => on)]).toEqual([1, [false, true]]);
    expect(entry.text).toContain('# mine');
    expect(setDecisions(entry.text, 'all', false).turned).toBe(2);
    expect(setDecisions(mine, 'c', true).turned).toBe(0);
  });

  it.each<[string, boolean]>([
    ['do: merge\n    at: x', true],
    ['do: merge\n    at: x\n    to: y', false],
    ['do: level\n    at: x\n    to: 3\n    on: false\n    code: heading-order', true],
    ['do: level\n    at: x\n    to: 9', false],
    ['do: level\n    at: x', false],
    ['do: kind\n    at: x\n    to: button', true],
    ['do: kind\n    at: x\n    to: door', false],
    ['do: name\n    at: x\n    to: " "', false],
    ['do: link\n    at: x\n    to: /join', true],
    ['do: alt\n    at: x\n    to: ""', true],
    ['do: part\n    at: x\n    to: header', true],
    ['do: fit\n    at: x\n    to: tight', false],
    ['do: colour\n    at: "#000000"\n    to: "#1d5c74"', true],
    ['do: colour\n    at: "#000000"\n    to: blue', false],
    ['do: font\n    at: Figtree\n    to: Fraunces', true],
    ['do: leave-out', false],
  ])('and its published schema agree: %j', (decision, right) => {
    const text = `${head}decisions:\n  - ${decision}\n`;
    const published = JSON.parse(readFileSync(join(__dirname, '../../schema/brief.schema.json'), 'utf8')) as object;
    expect(new Ajv2020({ strict: false }).compile(published)(parse(text))).toBe(right);
    const read = (): unknown => readBrief(text, 'brief.yaml');
    if (right) expect(read()).toMatchObject({ version: 1 });
    else expect(read).toThrow(/Line \d/);
  });

  it.each<[string, boolean]>([
    ['at: a.*.b\n    name: c', true],
    ['at: a\n    to: site', true],
    ['at: a\n    same-as: b', true],
    ['at: a\n    same-as: b\n    name: c', false],
    ['at: a', false],
    ['at: A b\n    hide: true', false],
    ['at: a\n    hide: false', false],
    ['at: a\n    choices: [x]', false],
    ['at: a\n    type: choice\n    choices: [x, y]', true],
    ['at: a\n    longest: 0', false],
    ['at: a\n    fewest: 0\n    most: 3\n    on: false', true],
  ])('and its published schema agree on fields: %j', (message, right) => {
    const text = `${head}fields:\n  - ${message}\n`;
    const published = JSON.parse(readFileSync(join(__dirname, '../../schema/brief.schema.json'), 'utf8')) as object;
    expect(new Ajv2020({ strict: false }).compile(published)(parse(text))).toBe(right);
    const read = (): unknown => readBrief(text, 'brief.yaml');
    if (right) expect(read()).toMatchObject({ fields: [{ line: 4 }] });
    else expect(read).toThrow(/Line \d/);
  });

  it.each<[string, string, boolean]>([
    ['site', '{ address: "https://x.example/marsh", name: Marsh, theme: "#1d5c74" }', true],
    ['site', '{ address: marsh }', false],
    ['site', '{ facts: { type: Museum, telephone: +44 1632 960417, opens: ["Fr,Sa 19:00-23:00", "Mo-Th"] } }', true],
    ['site', '{ facts: { type: museum } }', false],
    ['site', '{ facts: { mail: nobody } }', false],
    ['about-pages', '{ home: { title: Marsh, language: en-GB, listed: false } }', true],
    ['about-pages', '{ home: { listed: perhaps } }', false],
    ['links', '[{ at: Join, page: hire, section: fees, new-tab: true }]', true],
    ['links', '[{ at: Join }]', false],
    ['links', '[{ at: Join, section: a, mail: a@b.example }]', false],
    ['links', '[{ at: Join, address: "javascript:alert(1)" }]', false],
    ['links', '[{ at: Card, whole: true, file: papers/fees.pdf, on: false }]', true],
    ['links', '[{ at: Card, whole: false }]', false],
    ['links', '[{ at: Card, anchor: 2nd }]', false],
    ['motion', '[{ at: Cards, enters: from-below, each: 90, lasts: 500, easing: ease }]', true],
    ['motion', '[{ at: Cards, enters: fade, lasts: 10001 }]', false],
    ['motion', '[{ at: Cards, enters: fade, when: scroll, lasts: 500, after: 80 }]', true],
    ['motion', '[{ at: Cards, enters: fade, when: scroll, lasts: 50000 }]', false],
    ['motion', '[{ at: Cards, enters: fly }]', false],
    ['motion', '[{ at: Header, stays: true, scrolled: { background: "#ffffff", shadow: true, padding: 4 } }]', true],
    ['motion', '[{ at: Header, lasts: 100 }]', false],
    ['motion', '[{ at: Header, enters: fade, scrolled: { shadow: true } }]', false],
    ['motion', '[{ at: Header, scrolled: {} }]', false],
    ['scrolling', 'smooth', true],
    ['scrolling', 'fast', false],
  ])('and its published schema agree on the site, links and motion: %s %s', (key, message, right) => {
    const text = `${head}${key}: ${message}\n`;
    const published = JSON.parse(readFileSync(join(__dirname, '../../schema/brief.schema.json'), 'utf8')) as object;
    expect(new Ajv2020({ strict: false }).compile(published)(parse(text))).toBe(right);
    const read = (): unknown => readBrief(text, 'brief.yaml');
    if (right) expect(read()).toMatchObject({ version: 1 });
    else expect(read).toThrow(/Line \d/);
  });
});
