/** Text inside an element (HTML, 13.3 serialising: escaping a string). */
export function escapeText(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/\u00a0/g, '&nbsp;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;');
}

/** Text inside a double-quoted attribute. */
export function escapeAttribute(text: string): string {
  return text
    .replace(/&/g, '&amp;')
    .replace(/\u00a0/g, '&nbsp;')
    .replace(/"/g, '&quot;')
    .replace(/</g, '&lt;')
    .replace(/>/g, '&gt;');
}
