/** What a name of a single font says: possible names of its family, the likeliest first, and its style. */
export interface FontName {
  readonly families: readonly string[];
  readonly weight?: number;
  readonly italic?: true;
  /** The generic family to fall back on. */
  readonly fallback: readonly string[];
}

/** Words for weights in font names, and their numbers (OpenType, `OS/2` `usWeightClass`). */
const WEIGHTS: readonly (readonly [RegExp, number])[] = [
  [/(thin|hairline)/i, 100],
  [/(extra|ultra)light/i, 200],
  [/(semi|demi)bold|demi/i, 600],
  [/(extra|ultra)bold/i, 800],
  [/light/i, 300],
  [/medium/i, 500],
  [/bold/i, 700],
  [/black|heavy/i, 900],
];
const ITALIC = /italic|oblique|slanted|(?<=[a-z])It$/i;
const STYLES =
  /(thin|hairline|(extra|ultra|semi|demi)?(light|bold)|demi|regular|roman|normal|book|medium|black|heavy|italic|oblique|slanted|It|MT|PS|PSMT)+$/i;

/**
 * Reads the name of a single font as PDF and PostScript write it (ISO 32000-1, 9.6.4 for the prefix of a part of a font):
 * `ABCDEF+SourceSans-BoldItalic`, `SourceSans,Bold`. Undefined if it is no such name but that of a family.
 */
export function readFontName(name: string): FontName | undefined {
  const bare = name.replace(/^[A-Z]{6}\+/, '');
  const parted = /^([^\s,-]+)[,-]([A-Za-z0-9]+)$/.exec(bare);
  const cut = parted && STYLES.test(parted[2] ?? '') ? parted : null;
  const isOne = bare !== name || cut || /^[A-Z][A-Za-z0-9]*[a-z][A-Z][A-Za-z0-9]*$/.test(bare);
  if (!isOne) return undefined;
  const [stem, style] = cut ? [cut[1] ?? '', cut[2] ?? ''] : [bare, (STYLES.exec(bare.replace(/^./, '_')) ?? [''])[0]];
  const base = cut ? stem : stem.slice(0, stem.length - style.length) || stem;
  const weight = WEIGHTS.find(([word]) => word.test(style))?.[1];
  return {
    families: [...new Set([...spacings(base.replace(/(PS)?MT$/, '')), ...spacings(base)])],
    ...(weight ? { weight } : {}),
    ...(ITALIC.test(style) ? { italic: true } : {}),
    fallback: [
      /mono|code|courier|console/i.test(base)
        ? 'monospace'
        : /(^|[a-z])(serif|times|georgia|garamond|roman)/i.test(base) && !/sans/i.test(base)
          ? 'serif'
          : 'sans-serif',
    ],
  };
}

/** The ways to write a name in words where its letters change case, all apart first. */
function spacings(name: string): string[] {
  const parts = name.split(/(?<=[a-z0-9])(?=[A-Z])|(?<=[A-Z])(?=[A-Z][a-z])|(?<=[a-z])(?=\d)/);
  if (parts.length > 6) return [parts.join(' '), name];
  const all: string[] = [];
  for (let glued = 0; glued < 1 << (parts.length - 1); glued += 1)
    all.push(parts.map((part, at) => (at > 0 && !(glued & (1 << (at - 1))) ? ` ${part}` : part)).join(''));
  return all;
}
