import { mkdirSync, readdirSync, writeFileSync } from 'node:fs';
import { homedir } from 'node:os';
import { dirname, join } from 'node:path';
import { cacheFolder } from './find.js';

/** Fallback fonts that come along: each as wide as the fonts whose place it takes. */
const FALLBACKS = [
  { module: '@expo-google-fonts/arimo', family: 'Arimo', stands: ['sans-serif', 'Arial', 'Helvetica', 'system-ui'] },
  { module: '@expo-google-fonts/tinos', family: 'Tinos', stands: ['serif', 'Times New Roman', 'Times'] },
  { module: '@expo-google-fonts/cousine', family: 'Cousine', stands: ['monospace', 'Courier New', 'Courier'] },
];

/** Where fontconfig looks for fonts by itself. */
const SYSTEM_FOLDERS = [
  '/usr/share/fonts',
  '/usr/local/share/fonts',
  join(homedir(), '.fonts'),
  join(homedir(), '.local/share/fonts'),
];

/**
 * Makes sure that there is a font to measure text with. A system that has fonts is left as it is, so that text looks
 * here as in any browser on it. For a machine without any, a fontconfig file with our fallback fonts is written.
 * @returns the path of that file; undefined where none is needed
 */
export function fontConfiguration(): string | undefined {
  if (process.platform !== 'linux' || SYSTEM_FOLDERS.some(hasFonts)) return undefined;
  const found = FALLBACKS.flatMap((fallback) => {
    try {
      return [{ ...fallback, folder: dirname(require.resolve(`${fallback.module}/package.json`)) }];
    } catch {
      return [];
    }
  });
  const aliases = found.flatMap(({ family, stands }) =>
    stands.map((name) => `  <alias><family>${name}</family><default><family>${family}</family></default></alias>\n`),
  );
  const folder = join(cacheFolder(), 'fonts');
  mkdirSync(join(folder, 'cache'), { recursive: true });
  const text = `<?xml version="1.0"?>
<!DOCTYPE fontconfig SYSTEM "fonts.dtd">
<fontconfig>
${found.map((entry) => `  <dir>${entry.folder}</dir>\n`).join('')}${aliases.join('')}  <cachedir>${join(folder, 'cache')}</cachedir>
</fontconfig>
`;
  const file = join(folder, 'fonts.conf');
  writeFileSync(file, text);
  return file;
}

function hasFonts(folder: string): boolean {
  try {
    return readdirSync(folder, { recursive: true }).some((name) => /\.(ttf|otf|ttc|pfb)$/i.test(String(name)));
  } catch {
    return false;
  }
}
