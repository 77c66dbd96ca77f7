import { readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { cleanUp, tavrik, temporary, onlyPage } from './program.js';

const folder = temporary();
afterAll(cleanUp);

interface Result {
  readonly proof: {
    readonly widths: readonly {
      readonly differ: number;
      readonly words: { readonly placed: number; readonly missing: number };
    }[];
  };
}

function convert(name: string, bytes: string | Buffer): { readonly html: string; readonly css: string } {
  const [file, out] = [join(folder, `${name}.html`), join(folder, name)];
  writeFileSync(file, bytes);
  const ran = tavrik(['convert', file, '--out', out, '--json']);
  expect(ran.err + String(ran.code)).toBe('0');
  for (const { differ, words } of onlyPage<Result>(ran).proof.widths) {
    expect(differ).toBeLessThan(0.005);
    expect(words).toMatchObject({ placed: 1, missing: 0 });
  }
  return {
    html: readFileSync(join(out, 'site/index.html'), 'utf8'),
    css: readFileSync(join(out, 'site/style.css'), 'utf8'),
  };
}

describe('pages that are not as usual', () => {
  it('of a time when attributes styled elements and tables laid them out', () => {
    const row = (name: string): string =>
      `<tr><td><a href="${name}.html"><font face="Arial" size="2">${name}</font></a></td></tr>`;
    const { html, css } = convert(
      'old',
      Buffer.from(
        `<html><head><title>x</title><meta http-equiv="Content-Type" content="text/html; charset=iso-8859-1"></head>
<body bgcolor="#E8EEF2" text="#223344" link="#006699" topmargin="0"><center><table width="700" border="0" cellpadding="0" cellspacing="0" bgcolor="white">
<tr><td colspan="2" bgcolor="113355" height="60"><font face="Georgia" size="5" color="#FFFFFF">Observatory</font></td></tr>
<tr><td width="150" valign="top" bgcolor="#DDE6EE"><table cellpadding="6" width="100%">${row('nights')}${row('tides')}</table></td>
<td valign="top">An \xe9v\xe9ning on the marsh<p align="right"><i>The keeper</i></p><table border="1" cellpadding="4" align="center"><tr><th>Date</th><th>Sky</th></tr><tr><td>6 Feb</td><td nowrap>Saturn in the west</td></tr></table>
<div align="center"><table width="90"><tr><td>Tide</td></tr></table></div></td></tr></table></center></body></html>`,
        'latin1',
      ),
    );
    expect(html).toContain('événing');
    expect(html).not.toMatch(
      /<(font|center)|\s(bgcolor|align|valign|cellpadding|cellspacing|nowrap|link|text|topmargin)=/,
    );
    expect(html.match(/role="presentation"/g)).toHaveLength(3);
    expect(css).toContain('border-spacing: 0px');
    const frames = join(folder, 'frames.html');
    writeFileSync(
      frames,
      '<html><frameset cols="150,*"><frame src="old.html"><frame src="rtl.html"></frameset></html>',
    );
    expect(tavrik(['convert', frames, '--out', join(folder, 'framed')])).toMatchObject({
      code: 2,
      err: expect.stringContaining('Convert the pages in its frames: old.html, rtl.html.') as string,
    });
  });

  it('from right to left', () => {
    const { html } = convert(
      'rtl',
      '<!doctype html><html lang="ar" dir="rtl"><title>x</title><style>main{display:flex;gap:20px;padding-inline-start:60px} p{margin-inline-end:40px;border-inline-start:4px solid teal}</style><main><div><div><p>\u0645\u0631\u062d\u0628\u0627</p></div></div><p>\u0644\u064a\u0644</p></main>',
    );
    expect(html).toContain('dir="rtl"');
  });

  it('in quirks mode', () => {
    const { html } = convert(
      'quirks',
      '<html><title>x</title><style>table{font-size:20px} td{width:50}</style><body><div style="height:50%;width:200">Half</div><table><tr><td>Cell in a table</td></tr></table>',
    );
    expect(html).not.toMatch(/^<!doctype/i);
  });

  it('in another encoding, with a style sheet that says so', () => {
    const text =
      '<!doctype html><html><meta charset="windows-1252"><title>x</title><style>@charset "windows-1252"; p::before{content:"\u00e9 "}</style><p>Caf\u00e9 \u00e0 la mar\u00e9e</p>';
    const { html, css } = convert('latin', Buffer.from(text, 'latin1'));
    expect(html).toContain('Caf\u00e9 \u00e0 la mar\u00e9e');
    expect(css).toContain('\u00e9');
  });

  it('with CSS that is no CSS in between', () => {
    const { css } = convert(
      'invalid',
      '<!doctype html><title>x</title><style>p{color:rgb(1,2,3); colour:red; width:;} }} @nonsense{p{color:red}} h1{{color:red} p[{x:y} h2{color:rgb(4,5,6)}</style><p>One</p><h2>Two</h2>',
    );
    expect(css).toContain('rgb(1, 2, 3)');
  });

  it('with words, links, pictures and fields in every corner: all of them are kept', () => {
    const { html } = convert(
      'corners',
      `<!doctype html><title>x</title><style>.a{display:contents}.b{position:absolute;top:200px}.c{float:right}.d{column-count:2}li::marker{content:"\u2605 "}</style>
      <div class="a"><div class="a">one <b>two</b></div></div><div class="b"><span><span>three</span></span></div><div class="c"><a href="/four">four</a></div>
      <div class="d">five<br>six</div><ul><li>seven</li></ul><table><caption>eight</caption><tr><td>nine</td></tr></table><pre>ten\n  eleven</pre>
      <form><label>twelve <input name="thirteen"></label><select name="s"><option>fourteen</option></select><textarea name="t">fifteen</textarea></form>
      <figure><img alt="sixteen" width="9" height="9" src="data:image/gif;base64,R0lGODlhAQABAAAAACw="><figcaption>seventeen</figcaption></figure><details open><summary>eighteen</summary>nineteen</details>`,
    );
    for (const word of [
      'one',
      'two',
      'three',
      '/four',
      'five',
      'six',
      'seven',
      'eight',
      'nine',
      'ten',
      'eleven',
      'twelve',
      'thirteen',
      'fourteen',
      'fifteen',
      'sixteen',
      'seventeen',
      'eighteen',
      'nineteen',
    ])
      expect(html).toContain(word);
  });
});
