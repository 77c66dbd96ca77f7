import { resolve } from 'node:path';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { PageSurvey } from '../../core/survey/summary.js';
import { isDecisionKind } from '../../core/brief/brief.js';
import { checkTarget } from '../../project/folder.js';
import { decideBrief } from '../edit/brief.js';
import { convert, type Converted } from '../convert/convert.js';
import type { Progress } from '../progress.js';
import { findSources } from '../source/find-sources.js';
import { survey } from '../survey/survey.js';

/** Asks a person. Each answer is checked until it is right: `check` returns what is wrong with it. */
export interface Asker {
  readonly text: (question: string, usual: string, check: (answer: string) => string | undefined) => Promise<string>;
  readonly pick: (question: string, choices: readonly Choice[]) => Promise<readonly string[]>;
  readonly confirm: (question: string) => Promise<boolean>;
  readonly say: (text: string) => void;
}

export interface Choice {
  readonly value: string;
  readonly words: string;
}

export interface StartOptions {
  readonly browser?: string;
  readonly progress: Progress;
  /** Reads a list of widths as the command line does. @throws TavrikError */
  readonly readWidths: (text: string) => number[];
}

/** What was made, and the commands that would have done the same. Nothing is made if the person says no. */
export interface Started {
  readonly commands: readonly string[];
  readonly made?: Converted;
}

const WIDTHS = '1440,820,390';

/** Leads through a first conversion, question by question. Nothing is written before the person has agreed. */
export async function start(ask: Asker, { browser, progress, readWidths }: StartOptions): Promise<Started> {
  const given = words(
    await ask.text('Which page or design? Files, a folder or an address; several with spaces between', '', (answer) =>
      faultOf(() => findSources(words(answer))),
    ),
  );
  const [source] = findSources(given);
  const out = await ask.text('Which folder is the project for?', `./${source?.name ?? 'page'}`, (answer) =>
    faultOf(() => checkTarget(answer)),
  );
  const isDesign = source?.kind === 'design';
  const widths = isDesign
    ? WIDTHS
    : await ask.text('At which widths is it compared (px)?', WIDTHS, (answer) => faultOf(() => readWidths(answer)));
  const part =
    isDesign || given.length > 1
      ? ''
      : await ask.text('Only a part of it? A CSS selector, or empty for the whole page', '', () => undefined);
  const fonts = isDesign ? await ask.text('A folder with its fonts? Empty if there is none', '', () => undefined) : '';
  const reading = { schemes: 'both' as const, ...(part ? { choice: { selectors: [part], moves: [] } } : {}) };
  const common = {
    widths: readWidths(widths),
    reading,
    progress,
    ...(browser === undefined ? {} : { browser }),
    ...(fonts ? { fonts } : {}),
  };
  const { pages } = await survey(given, common);
  const proposals = proposalsIn(pages);
  const codes = proposals.length ? await ask.pick('What should be done about it?', proposals) : [];
  for (const line of summary(pages, resolve(out), codes)) ask.say(line);
  const commands = commandsFor(given, out, { widths, part, fonts, codes, isDesign });
  if (!(await ask.confirm('Convert it now?'))) return { commands };
  const options = { ...common, out };
  if (codes.length === 0) return { commands, made: await convert(given, { ...options, proof: true }) };
  await convert(given, { ...options, proof: false });
  for (const code of codes) decideBrief(out, code, true);
  return { commands, made: await convert(given, { ...options, proof: true }) };
}

/** What is wrong with an answer, in words; undefined if nothing is. */
function faultOf(check: () => unknown): string | undefined {
  try {
    check();
    return undefined;
  } catch (error) {
    if (error instanceof TavrikError) return error.message;
    throw error;
  }
}

/** Splits an answer as a shell does, as far as quotes go. */
function words(answer: string): string[] {
  return [...answer.matchAll(/"([^"]*)"|'([^']*)'|(\S+)/g)].map(([, a, b, c]) => a ?? b ?? c ?? '');
}

function proposalsIn(pages: readonly PageSurvey[]): Choice[] {
  const found = new Map<string, { count: number; why: string }>();
  for (const { code, why, proposal } of pages.flatMap(({ findings }) => findings)) {
    if (!proposal || !isDecisionKind(proposal.do) || proposal.to === '') continue;
    found.set(code, { count: (found.get(code)?.count ?? 0) + 1, why });
  }
  return [...found].map(([value, { count, why }]) => ({ value, words: `${value} (${count}): ${why}` }));
}

function summary(pages: readonly PageSurvey[], out: string, codes: readonly string[]): string[] {
  return [
    ...pages.map(
      ({ page, screens, findings }) =>
        `${page}: ${screens.map(({ width }) => `${width} px`).join(', ')}; ${findings.length} findings`,
    ),
    `Accepted decisions: ${codes.length ? codes.join(', ') : 'none'}`,
    `The project will be written to ${out}`,
  ];
}

interface Answers {
  readonly widths: string;
  readonly part: string;
  readonly fonts: string;
  readonly codes: readonly string[];
  readonly isDesign: boolean;
}

function commandsFor(
  given: readonly string[],
  out: string,
  { widths, part, fonts, codes, isDesign }: Answers,
): string[] {
  const more = [
    ...(isDesign || widths === WIDTHS ? [] : ['--widths', widths]),
    ...(part ? ['--select', part] : []),
    ...(fonts ? ['--fonts', fonts] : []),
  ];
  const line = (...args: readonly string[]): string => ['tavrik', ...args].map(quoted).join(' ');
  const whole = line('convert', ...given, '--out', out, ...more);
  if (codes.length === 0) return [whole];
  const accept = codes.map((code) => line('brief', out, 'accept', code));
  return [line('convert', ...given, '--out', out, ...more, '--no-proof'), ...accept, whole];
}

function quoted(word: string): string {
  return /^[\w@%+=:,./-]+$/.test(word) ? word : `'${word.replace(/'/g, `'\\''`)}'`;
}
