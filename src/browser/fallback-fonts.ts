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

/** Where systems keep their fonts; on Linux, where fontconfig looks by itself. */
const SYSTEM_FOLDERS: Readonly<Partial<Record<NodeJS.Platform, readonly string[]>>> = {
  linux: [
    '/usr/share/fonts',
    '/usr/local/share/fonts',
    join(homedir(), '.fonts'),
    join(homedir(), '.local/share/fonts'),
  ],
  darwin: ['/System/Library/Fonts', '/Library/Fonts', join(homedir(), 'Library/Fonts')],
  win32: [
    join(process.env['WINDIR'] ?? 'C:\\Windows', 'Fonts'),
    join(process.env['LOCALAPPDATA'] ?? '', 'Microsoft\\Windows\\Fonts'),
  ],
};

/** Folders with the fonts of this system, for letters to be known by. */
export function systemFontFolders(): readonly string[] {
  return SYSTEM_FOLDERS[process.platform] ?? [];
}

/** Folders with the fallback fonts that come along. */
export function fallbackFontFolders(): readonly string[] {
  return FALLBACKS.flatMap(({ module }) => folderOf(module) ?? []);
}

function folderOf(module: string): string | undefined {
  try {
    return dirname(require.resolve(`${module}/package.json`));
  } catch {
    return undefined;
  }
}

/**
 * Makes sure that there is a font to measure text with. A system that has fonts is left as it is, so that text looks
 * here as in any browser on it. For a machine without any, a fontconfig file with our fallback fonts is written.
 * @returns the path of that file; undefined where none is needed
 */
export function fontConfiguration(): string | undefined {
  if (process.platform !== 'linux' || systemFontFolders().some(hasFonts)) return undefined;
  const found = FALLBACKS.flatMap((fallback) => {
    const folder = folderOf(fallback.module);
    return folder ? [{ ...fallback, folder }] : [];
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
