import { existsSync, mkdirSync, writeFileSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { cacheFolder } from './find.js';

/** Fallback fonts that come along: each as wide as the font whose place it takes. */
const FALLBACKS = [
  { module: '@expo-google-fonts/arimo', family: 'Arimo', stands: ['sans-serif', 'Arial', 'Helvetica', 'system-ui'] },
  { module: '@expo-google-fonts/tinos', family: 'Tinos', stands: ['serif', 'Times New Roman', 'Times'] },
  { module: '@expo-google-fonts/cousine', family: 'Cousine', stands: ['monospace', 'Courier New', 'Courier'] },
];

/**
 * Writes a fontconfig file that adds our fallback fonts behind the system's own, so that text can be measured on a
 * machine without any font. Returns its path; undefined where fontconfig is not in use.
 */
export function fontConfiguration(): string | undefined {
  if (process.platform !== 'linux') return undefined;
  const found = FALLBACKS.flatMap((one) => {
    try {
      return [{ ...one, folder: dirname(require.resolve(`${one.module}/package.json`)) }];
    } catch {
      return [];
    }
  });
  const folder = join(cacheFolder(), 'fonts');
  mkdirSync(join(folder, 'cache'), { recursive: true });
  const aliases = found.flatMap(({ family, stands }) =>
    stands.map(
      (name) =>
        `  <alias binding="weak"><family>${name}</family><default><family>${family}</family></default></alias>\n`,
    ),
  );
  const text =
    '<?xml version="1.0"?>\n<!DOCTYPE fontconfig SYSTEM "fonts.dtd">\n<fontconfig>\n' +
    (existsSync('/etc/fonts/fonts.conf')
      ? '  <include>/etc/fonts/fonts.conf</include>\n'
      : '  <dir>/usr/share/fonts</dir>\n') +
    found.map((one) => `  <dir>${one.folder}</dir>\n`).join('') +
    aliases.join('') +
    `  <cachedir>${join(folder, 'cache')}</cachedir>\n</fontconfig>\n`;
  const file = join(folder, 'fonts.conf');
  writeFileSync(file, text);
  return file;
}
