import { TavrikError } from '../errors/tavrik-error.js';

/** Content as one Markdown file: short values as YAML in front, each long text below under a comment that names its field. */

const FENCE = '---';
const FIELD = /^<!-- field: ([^\s>]+) -->$/;

/** @param front the short values as YAML @param texts the long ones by their paths, as CommonMark */
export function writeFrontMatter(front: string, texts: ReadonlyMap<string, string>): string {
  const body = [...texts].map(([path, text]) => `<!-- field: ${path} -->\n\n${text.trim()}\n`);
  return `${[`${FENCE}\n${front.trimEnd()}\n${FENCE}\n`, ...body].join('\n')}`;
}

/** A file of that form: its front, with as many lines before it as it has in the file, and its texts with the line of each. */
export interface FrontMatter {
  readonly front: string;
  readonly texts: ReadonlyMap<string, { readonly text: string; readonly line: number }>;
}

/** @throws TavrikError if it is none */
export function readFrontMatter(source: string, file: string): FrontMatter {
  const lines = source.replace(/^\uFEFF/, '').split(/\r?\n/);
  const end = lines.indexOf(FENCE, 1);
  if (lines[0] !== FENCE || end < 0)
    throw new TavrikError(
      'Front matter is missing.',
      `${file}, line 1`,
      `Begin with a line "${FENCE}", the short values as YAML, and a line "${FENCE}".`,
      'not-found',
    );
  const texts = new Map<string, { text: string; line: number }>();
  let open: { path: string; line: number; own: string[] } | undefined;
  const close = (): void => {
    if (open) texts.set(open.path, { text: open.own.join('\n').trim(), line: open.line });
  };
  for (const [at, line] of lines.entries()) {
    if (at <= end) continue;
    const path = FIELD.exec(line.trim())?.[1];
    if (path !== undefined) {
      close();
      if (texts.has(path))
        throw new TavrikError(`"${path}" appears twice.`, `${file}, line ${at + 1}`, 'Keep one of them.');
      open = { path, line: at + 1, own: [] };
    } else if (open) open.own.push(line);
    else if (line.trim())
      throw new TavrikError(
        'This text has no field.',
        `${file}, line ${at + 1}`,
        'Put <!-- field: PATH --> before it.',
        'not-found',
      );
  }
  close();
  /* The fence is a line of its own: YAML may count on the lines of the file. */
  return { front: ['', ...lines.slice(1, end)].join('\n'), texts };
}
