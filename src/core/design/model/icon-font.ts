import type { Paragraph } from './paragraph.js';

/** Whether a text is set in a font of icons, as far as the name of the font says it. */
export function isSetInIcons({ look }: Paragraph): boolean {
  return /icon|symbol|glyph|dingbat|awesome/i.test(look.family.split(',')[0] ?? '');
}
