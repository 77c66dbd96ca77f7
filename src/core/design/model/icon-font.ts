import type { Paragraph } from './paragraph.js';

/** Characters for private use (Unicode 23.5), which mean nothing without their font. */
const PRIVATE = /^[\s\uE000-\uF8FF\u{F0000}-\u{10FFFD}]+$/u;

/** Whether a text is set in a font of icons, as far as the name of the font or the characters say it. */
export function isSetInIcons({ look, lines }: Paragraph): boolean {
  if (/icon|symbol|glyph|dingbat|awesome/i.test(look.family.split(',')[0] ?? '')) return true;
  const words = lines.flatMap(({ runs }) => runs.map(({ text }) => text)).join('');
  return PRIVATE.test(words);
}
