/** Words out: results to stdout, progress and messages to stderr, colours only on a terminal. */

const CODES = {
  bold: [1, 22],
  dim: [2, 22],
  red: [31, 39],
  green: [32, 39],
  yellow: [33, 39],
  cyan: [36, 39],
} as const;
export type Paint = (text: string) => string;

export interface Terminal {
  readonly print: (text: string) => void;
  readonly say: (text: string) => void;
  readonly step: (text: string) => void;
  /** Takes the progress line away. */
  readonly done: () => void;
  readonly paint: Readonly<Record<keyof typeof CODES, Paint>>;
}

/** @param quiet true where results are for machines: no colours, no progress */
export function openTerminal(quiet: boolean): Terminal {
  const live = !quiet && process.stderr.isTTY === true;
  const colours = !quiet && process.stdout.isTTY === true && !process.env['NO_COLOR'] && process.env['TERM'] !== 'dumb';
  const paint = Object.fromEntries(
    Object.entries(CODES).map(([name, [on, off]]) => [
      name,
      (text: string) => (colours ? `\u001b[${on}m${text}\u001b[${off}m` : text),
    ]),
  ) as Terminal['paint'];
  const clear = (): void => {
    if (live) process.stderr.write('\r\u001b[K');
  };
  return {
    print: (text) => {
      clear();
      process.stdout.write(`${text}\n`);
    },
    say: (text) => {
      clear();
      process.stderr.write(`${text}\n`);
    },
    step: (text) => {
      if (live) process.stderr.write(`\r\u001b[K${text} …`);
    },
    done: clear,
    paint,
  };
}
