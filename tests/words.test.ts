import { readdirSync, readFileSync, statSync } from 'node:fs';
import { join, relative } from 'node:path';
import ts from 'typescript';
import { ROOT } from './program.js';

/** Words that no message, help text or heading uses, and what the trade says instead. */
const AVOIDED: readonly (readonly [RegExp, string])[] = [
  [/\bmend(s|ed|ing)?\b/i, 'fix, suggested fix'],
  [/\botherwise\b/i, 'differs'],
  [/\bthings? (stand|is|are)\b/i, 'difference, element'],
  [/\bwhere the source has\b/i, '… in the source'],
  [/\bnot to be had\b|\bcould not be had\b/i, 'missing, could not be loaded'],
  [/\bthere (is|are) no(t| such)\b/i, 'not found'],
  [/\bthings? to press\b/i, 'control'],
  [/\bplaces? to write in\b/i, 'form field'],
  [/\bkeeps? people out\b/i, 'accessibility violation'],
  [/\bwhat recurs\b/i, 'component'],
  [/\btak(e|es|en) (away|out of|back)\b/i, 'remove, undo'],
  [/\bboards?\b/i, 'artboard'],
  [/\bpictures?\b/i, 'image, screenshot'],
  [/\bartworks?\b/i, 'illustration, SVG'],
  [/\bthan was said\b|\bit is not said\b|\bsaid only now\b/i, 'given, announced'],
  [/\b(form|link|code) is over\b/i, 'expired'],
  [
    /\bis no (number|date|colour|address|name|place|width|port|share|list|token|value|language|text|section|file)\b/i,
    'is not a …',
  ],
];

/** Text without its markup, and without keys of a format that it quotes. */
const bare = (text: string): string => text.replace(/<[^<>]*>/g, ' ').replace(/"[a-z-]+"/g, '');

/** Names in a file format or a standard, style sheets and queries are not words that a person reads. */
const isSentence = (text: string): boolean =>
  /[a-z]{2,} [a-z]/i.test(bare(text)) &&
  !/[{}]|^[a-z-]+: [^.]*;|^[a-z-]+\(|^(select|insert|update|delete|pragma|create) /.test(bare(text));

function* textsIn(folder: string): Generator<readonly [where: string, text: string]> {
  for (const name of readdirSync(folder).sort()) {
    const path = join(folder, name);
    if (statSync(path).isDirectory()) yield* textsIn(path);
    else if (/(?<!\.test|sample)\.ts$/.test(name)) {
      const source = ts.createSourceFile(path, readFileSync(path, 'utf8'), ts.ScriptTarget.Latest, true);
      const found: (readonly [string, string])[] = [];
      const visit = (node: ts.Node): void => {
        if (ts.isImportDeclaration(node)) return;
        if (ts.isStringLiteralLike(node))
          found.push([
            `${relative(ROOT, path)}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`,
            node.text,
          ]);
        else if (ts.isTemplateExpression(node)) {
          const text = [node.head.text, ...node.templateSpans.map(({ literal }) => literal.text)].join('…');
          found.push([
            `${relative(ROOT, path)}:${source.getLineAndCharacterOfPosition(node.getStart()).line + 1}`,
            text,
          ]);
        }
        ts.forEachChild(node, visit);
      };
      visit(source);
      yield* found;
    }
  }
}

const faultsOf = (text: string): string[] =>
  AVOIDED.flatMap(([word, instead]) =>
    word.test(bare(text)) ? [`${word.exec(bare(text))?.[0] ?? ''} (say: ${instead})`] : [],
  );

describe('the words of the program', () => {
  const texts = [...textsIn(join(ROOT, 'src'))].filter(([, text]) => isSentence(text));

  it('are those of the trade, in every message, help text and heading', () => {
    expect(texts.length).toBeGreaterThan(500);
    expect(texts.flatMap(([where, text]) => faultsOf(text).map((fault) => `${where}: ${fault}: ${text}`))).toEqual([]);
  });

  it('are caught where they are not', () => {
    expect(faultsOf('This is another file than was said.')).toHaveLength(1);
    expect(faultsOf('No correction improved the page.')).toEqual([]);
  });
});
