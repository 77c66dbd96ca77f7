import { slug } from '../../core/text/slug.js';

/** The page that a folder shows by itself is its home page. */
export function pageName(base: string): string {
  return /^(index|default)?$/i.test(base) ? 'home' : slug(base) || 'page';
}
