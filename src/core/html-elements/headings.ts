/** Elements that are headings (HTML, 4.3.6), by level. */
export const HEADING_ELEMENTS = ['h1', 'h2', 'h3', 'h4', 'h5', 'h6'] as const;
