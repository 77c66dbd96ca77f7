import { existsSync } from 'node:fs';
import { resolve } from 'node:path';
import type { OpenBrowser } from '../../browser/launch.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { SignIn } from '../../core/source/reading.js';
import { openProject } from '../../project/folder.js';
import type { PageSettings } from '../../project/settings.js';
import { convert, type Converted, type ConvertOptions } from './convert.js';
import { isOnline } from '../source/reopen.js';
import type { Progress } from '../progress.js';

/** What converting a project once more needs. */
export interface AgainOptions {
  readonly open: OpenBrowser;
  /** For a source at an address that asks who one is. */
  readonly signIn?: SignIn;
  readonly progress: Progress;
}

/**
 * Converts the sources of a project once more, read as its settings and its brief say now.
 * @throws TavrikError if a source is gone or cannot be read; the project stays as it was
 */
export async function convertAgain(project: string, { open, signIn, progress }: AgainOptions): Promise<Converted> {
  const { pages } = openProject(project);
  const [first] = pages as [PageSettings];
  const online = isOnline(first);
  const given = pages.flatMap(({ sources }) => sources.map((source) => (online ? source : resolve(project, source))));
  const gone = online ? undefined : given.find((text) => !existsSync(text));
  if (gone !== undefined)
    throw new TavrikError(
      'The source is missing.',
      gone,
      'Restore it, or convert the source from its new place.',
      'not-found',
    );
  return convert([...new Set(given)], againOptions(project, { open, progress, ...(signIn ? { signIn } : {}) }));
}

/** How the sources of a project are read, as its settings say. */
export function againOptions(project: string, { open, signIn, progress }: AgainOptions): ConvertOptions {
  const [first] = openProject(project).pages as [PageSettings];
  const { root, schemes = 'both', select, move = [], fonts, keepBoxes, design } = first;
  return {
    out: project,
    ...(root === undefined ? {} : { root: resolve(project, root) }),
    widths: first.widths,
    open,
    proof: false,
    tune: false,
    ...(keepBoxes ? { keepBoxes } : {}),
    ...(fonts === undefined ? {} : { fonts: resolve(project, fonts) }),
    ...(design ? { design } : {}),
    reading: {
      schemes,
      ...(select ? { choice: { selectors: select, moves: move } } : {}),
      ...(signIn ? { signIn } : {}),
    },
    progress,
  };
}
