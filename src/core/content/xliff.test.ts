import fc from 'fast-check';
import { inlinesOf, markdownOf } from './inline-marks.js';
import { readXliff, writeXliff, type TranslatedUnit, type Unit } from './xliff.js';

const unit = (path: string, source: string, more: Partial<Unit> = {}): Unit => ({
  path,
  label: 'Text',
  rich: false,
  source,
  ...more,
});
const languages = { source: 'en', target: 'de' };

function again(...units: Unit[]): readonly TranslatedUnit[] {
  return readXliff(writeXliff('home', languages, units), 'home.xlf').pages.get('home') ?? [];
}

describe('XLIFF', () => {
  it('holds each text under the path of its field, with both languages', () => {
    const read = readXliff(writeXliff('home', languages, [unit('hero.heading', 'Clear nights')]), 'a.xlf');
    expect([read.source, read.target, [...read.pages.keys()]]).toEqual(['en', 'de', ['home']]);
    const [only] = read.pages.get('home') ?? [];
    expect([only?.path, only?.source(false), only?.target]).toEqual(['hero.heading', 'Clear nights', undefined]);
  });

  it('keeps what is translated already', () => {
    const [only] = again(unit('a.b', 'Clear nights', { target: 'Klare Nächte' }));
    expect(only?.target?.(false)).toBe('Klare Nächte');
  });

  it('writes what is set off as placeholders, and reads it back as CommonMark', () => {
    const rich =
      'As much light as *four thousand* eyes, **each night**, [by the creek](<hire.html?a=1&b=2>) and `f/8`\\\nagain';
    const text = writeXliff('home', languages, [unit('a.b', rich, { rich: true })]);
    expect(text).toContain(
      '<pc id="1" type="fmt" subType="xlf:i" dataRefStart="d1" dataRefEnd="d1">four thousand</pc>',
    );
    expect(text).toContain('<ph id="5" type="fmt" subType="xlf:lb"');
    expect(text).toContain('<data id="d4">](&lt;hire.html?a=1&amp;b=2&gt;)</data>');
    expect(readXliff(text, 'a').pages.get('home')?.[0]?.source(true)).toBe(rich);
  });

  it('writes what stands in braces as placeholders, too', () => {
    const rich = 'H{sub|2}O on {time=2026-03-08|8 *March*} {icon} and \\{so on\\}';
    const text = writeXliff('home', languages, [unit('a.b', rich, { rich: true })]);
    expect(text).toContain('H<pc id="1" type="other" dataRefStart="d1" dataRefEnd="d2">2</pc>O');
    expect(text).toContain('<data id="d3">{time=2026-03-08|</data>');
    expect(readXliff(text, 'a').pages.get('home')?.[0]?.source(true)).toBe(rich);
  });

  it('lets a translator move what is set off, and says what got lost', () => {
    const text = writeXliff('home', languages, [unit('a.b', '*One* and **two**', { rich: true })]);
    const back = (target: string): TranslatedUnit | undefined =>
      readXliff(text.replace('</source>', `</source><target>${target}</target>`), 'a').pages.get('home')?.[0];
    const moved = back(
      '<pc id="2" dataRefStart="d2" dataRefEnd="d2">zwei</pc> nach <pc id="1" dataRefStart="d1" dataRefEnd="d1">eins</pc>',
    );
    expect([moved?.target?.(true), moved?.lost]).toEqual(['**zwei** nach *eins*', []]);
    expect(back('<pc id="1" dataRefStart="d1" dataRefEnd="d1">eins</pc>')?.lost).toEqual(['2']);
  });

  it('keeps every text, whatever is in it', () => {
    fc.assert(
      fc.property(fc.string({ unit: 'grapheme' }), (says) => {
        const kept = says.replace(/[\u0000-\u001f\u007f-\u009f\u2028\u2029\ufffe\uffff]/g, ''); // eslint-disable-line no-control-regex
        expect(again(unit('a.b', kept))[0]?.source(false)).toBe(kept);
      }),
    );
  });

  it.each([
    ['<a/>', /not XLIFF 2/],
    ['<xliff', /not XML/],
    ['<!DOCTYPE x [<!ENTITY a "b">]><xliff/>', /document type/],
    ['<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="1.2"/>', /not XLIFF 2/],
    ['<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en"/>', /line 1: .*target language/],
    [
      '<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.1" srcLang="en" trgLang="de">\n<file id="home">\n<unit id="u1"/></file></xliff>',
      /line 3: .*no field name/,
    ],
  ])('that is wrong is refused with what and where: %s', (text, pattern) => {
    expect(() => readXliff(text, 'a.xlf')).toThrow(pattern);
  });
});

describe('marks in a text', () => {
  it.each(['plain', 'a *b* c', '**a *b* c**', '[x](<y>)', 'a\\\nb', '1\\. no list', 'a \\* b \\_ c', '`a*b`'])(
    'come back as they were: %j',
    (text) => {
      expect(markdownOf(inlinesOf(text)).replace(/^1\./, '1\\.')).toBe(text);
    },
  );
});
