import { element, page, words } from '../document/sample.js';
import { compareViolations } from './accessibility.js';
import { junitOf } from './junit.js';
import type { MeasuredPage } from './measurement.js';
import { onlySection } from './over-limits.js';
import type { Proof } from './proof.js';
import { meantFaults, sweepFaults, sweepWidths, sweptAnew, sweptAt, type SweptWidth, type Target } from './sweep.js';

const document = page(
  {},
  element('section', 's', { id: 's', name: 'Dates' }, element('text', 't', { id: 't', name: 'Text' }, words('x'))),
);
const plain: MeasuredPage = { words: [], sections: [], pictures: [], height: 900, overflow: 0, elements: 3 };
const at = (width: number, more: Partial<MeasuredPage> = {}, targets: readonly Target[] = []): SweptWidth => ({
  width,
  measured: { ...plain, ...more },
  targets,
});
const target = (of: string, x: number, size: number, inline = false): Target => ({
  of,
  x,
  y: 0,
  width: size,
  height: size,
  inline,
});
const faultsOf = (seen: readonly SweptWidth[], sources: Parameters<typeof meantFaults>[0] = []) =>
  sweepFaults(
    document,
    seen.map((sweptWidth) => sweptAt(document, sweptWidth, meantFaults(sources))),
  );
const word = (text: string, x: number, y = 0, width = 40) => ({ text, x, y, width, height: 20, of: 't' });

describe('a sweep', () => {
  it('goes over all widths and both sides of each breakpoint', () => {
    const widths = sweepWidths(document);
    expect([widths[0], widths.at(-1)]).toEqual([320, 1920]);
    expect(widths).toEqual(expect.arrayContaining([599, 600, 899, 900, 360]));
  });

  it('says from where to where a page scrolls sideways', () => {
    const faults = faultsOf([
      at(320),
      at(360, { overflow: 9 }),
      at(400, { overflow: 9 }),
      at(440),
      at(480, { overflow: 3 }),
    ]);
    expect(faults.map(({ kind, from, to }) => [kind, from, to])).toEqual([
      ['scrolls', 360, 400],
      ['scrolls', 480, 480],
    ]);
  });

  it('finds words that clash or are cut, unless the source has them so', () => {
    const words = [word('Moon', 0), word('Tide', 10), word('over', 390)];
    const seen = [at(400, { words })];
    expect(faultsOf(seen).map(({ kind, what, name, section }) => [kind, what, name, section])).toEqual([
      ['clash', '“Moon” overlaps “Tide”', 'Text', 'dates'],
      ['cut-off', '“over” extends beyond the page', 'Text', 'dates'],
    ]);
    expect(faultsOf(seen, [{ width: 400, measured: { ...plain, words } }])).toEqual([]);
  });

  it('finds jumps where no breakpoint explains them', () => {
    const high = (height: number): Partial<MeasuredPage> => ({
      sections: [{ name: 'dates', x: 0, y: 0, width: 300, height }],
    });
    expect(faultsOf([at(400, high(300)), at(440, high(900))]).map(({ kind }) => kind)).toEqual(['jump']);
    expect(faultsOf([at(599, high(900)), at(600, high(300))])).toEqual([]);
  });

  it('takes what was found before of the sections that were not looked into', () => {
    const two = page(
      {},
      element('section', 's', { id: 's', name: 'Dates' }, element('text', 't', { id: 't', name: 'Text' }, words('x'))),
      element('section', 'h', { id: 'h', name: 'Hire' }, element('text', 'u', { id: 'u', name: 'Price' }, words('y'))),
    );
    const cut = (text: string, of: string) => ({ ...word(text, 390), of });
    const before = sweptAt(two, at(400, { words: [cut('moon', 't'), cut('week', 'u')] }), new Set());
    const now = sweptAt(two, at(400, { words: [cut('tide', 't')], overflow: 3 }), new Set());
    const whole = sweptAnew(before, now, new Set(['dates']));
    expect(whole.scrolls).toBe(3);
    expect(
      sweepFaults(two, [whole]).map(({ kind, section, what }) => [kind, section, /“(.*)”/.exec(what)?.[1]]),
    ).toEqual([
      ['scrolls', undefined, undefined],
      ['cut-off', 'dates', 'tide'],
      ['cut-off', 'hire', 'week'],
    ]);
    expect(sweepFaults(two, [sweptAnew(before, now, new Set(['dates', 'hire']))])).toHaveLength(2);
  });

  it('finds small things to press only with another one beside them, and long lines', () => {
    expect(faultsOf([at(400, {}, [target('t', 0, 16), target('u', 17, 16)])]).map(({ kind }) => kind)).toEqual([
      'target',
      'target',
    ]);
    expect(faultsOf([at(400, {}, [target('t', 0, 16), target('u', 60, 16), target('v', 70, 10, true)])])).toEqual([]);
    const line = (y: number) => Array.from({ length: 12 }, (_, index) => word('observatory', index * 90, y, 80));
    expect(faultsOf([at(1400, { words: [...line(0), ...line(24)] })]).map(({ what }) => what)).toEqual([
      'Lines of up to 143 characters',
    ]);
  });
});

describe('accessibility', () => {
  it('is worse only where more elements break a rule than in the source', () => {
    const result = [
      { rule: 'label', what: 'Fields have names', count: 2, first: 'input' },
      { rule: 'alt', what: 'Pictures have texts', count: 1, first: 'img' },
    ];
    expect(
      compareViolations(result, [
        { rule: 'label', what: '', count: 1, first: '' },
        { rule: 'alt', what: '', count: 4, first: '' },
      ]).worse.map(({ rule }) => rule),
    ).toEqual(['label']);
    expect(compareViolations(result, undefined)).toEqual({ result, worse: [] });
  });
});

describe('proofs for machines', () => {
  const proof: Proof = {
    page: 'home & co',
    limits: { differ: 0.05, placed: 0.9, faults: 0 },
    widths: [
      {
        width: 390,
        differ: 0.2,
        seen: 0.2,
        words: { words: 4, placed: 0.5, missing: 0, extra: 0, moved: [] },
        height: { source: 9, result: 9 },
        overflow: 0,
        clashes: 0,
        sections: [
          { name: 'a', differ: 0.2, seen: 0.2, placed: 0.5, words: 2, source: { y: 0, height: 5 } },
          { name: 'b', differ: 0, seen: 0, placed: 1, words: 2, source: { y: 5, height: 4 } },
        ],
        differences: [{ fault: 'gap', id: 'x', name: 'Dates "1"', section: 'a', what: 'Gap 1 px', by: 1 }],
      },
    ],
    sweep: [{ kind: 'scrolls', from: 320, to: 360, what: 'scrolls' }],
    over: [],
  };

  it('are JUnit XML with a case for each section and width, and why it failed', () => {
    const xml = junitOf([proof]);
    expect(xml).toContain('<testsuite name="home &amp; co" tests="3" failures="2">');
    expect(xml).toContain(
      '<failure message="20.00 % of the pixels differ, 50.00 % of the words are in position; Dates &quot;1&quot;: Gap 1 px"/>',
    );
    expect(xml).toContain('<testcase classname="home &amp; co.b" name="390 px"/>');
    expect(xml).toContain('320 to 360 px: scrolls');
  });

  it('can be of one section alone', () => {
    const own = onlySection(proof, 'b');
    expect(own.widths[0]).toMatchObject({ differ: 0, words: { placed: 1, words: 2 }, differences: [] });
    expect(own).toMatchObject({ over: [], sweep: [] });
    expect(onlySection(proof, 'a').over).toHaveLength(2);
  });
});
