import { existsSync } from 'node:fs';
import { join } from 'node:path';
import type { Decision } from '../../core/brief/brief.js';
import { wholeScale } from '../../core/design/responsive/screens.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { BRIEF_FILE, briefText, readBrief, setDecisions } from '../../project/brief-file.js';
import { openProject, writeFile } from '../../project/folder.js';

/** The decisions of a project's brief. @throws TavrikError */
export function listBrief(project: string): readonly Decision[] {
  openProject(project);
  const file = join(project, BRIEF_FILE);
  return readBrief(briefText(file), file).decisions;
}

/**
 * The scale of a project's screens that nobody drew, written out, so that it can be saved and given to others.
 * @throws TavrikError if it is no project, or its brief is wrong
 */
export function scaleOf(project: string): ReturnType<typeof wholeScale> {
  const settings = openProject(project);
  const file = join(project, BRIEF_FILE);
  const brief = existsSync(file) ? readBrief(briefText(file), file) : undefined;
  return wholeScale(brief?.scale ?? settings.pages.find(({ design }) => design?.scale !== undefined)?.design?.scale);
}

/**
 * Turns the decisions of a code (or `all`) of a project's brief on or off.
 * @returns how many there were
 * @throws TavrikError if there are none, or what is turned on cannot be done as it stands
 */
export function decideBrief(project: string, code: string, on: boolean): number {
  const decisions = listBrief(project);
  const file = join(project, BRIEF_FILE);
  const { text, turned } = setDecisions(briefText(file), code, on);
  const codes = [...new Set(decisions.flatMap((decision) => (decision.code === undefined ? [] : [decision.code])))];
  if (turned === 0)
    throw new TavrikError(
      code === '' ? 'Which decisions?' : `The brief has no decision with the code "${code}".`,
      file,
      decisions.length ? `Name a code${codes.length ? ` (${codes.join(', ')})` : ''}, or all.` : 'The brief is empty.',
    );
  readBrief(text, file);
  writeFile(file, text);
  return turned;
}
