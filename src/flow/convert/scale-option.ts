import { existsSync, readFileSync, statSync } from 'node:fs';
import type { Scale } from '../../core/design/responsive/screens.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import { readScale } from '../../project/settings.js';

/**
 * The scale that `--scale` gives: a share, or a file that holds a scale.
 * @throws TavrikError if it is neither
 */
export function readScaleOption(given: string): Scale {
  if (existsSync(given) && statSync(given).isFile()) return readScale(readFileSync(given, 'utf8'), given);
  const share = Number(given);
  if (given.trim() !== '' && share >= 0 && share <= 1) return share;
  throw new TavrikError(
    `"${given}" is neither a number nor a file.`,
    '--scale',
    'Give a number from 0 to 1, or a YAML file with a scale.',
  );
}
