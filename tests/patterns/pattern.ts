/** What a visitor does on a page, and what can be seen then and what cannot. */
export interface Step {
  readonly press?: string;
  readonly point?: string;
  readonly shows?: readonly string[];
  readonly hides?: readonly string[];
}

/** One pattern of the ARIA Authoring Practices. */
export interface Pattern {
  readonly name: string;
  readonly css?: string;
  readonly body: string;
  readonly script: string;
  /** Files that the page needs beside it. */
  readonly files?: readonly string[];
  readonly steps: readonly Step[];
}

/** A page with some patterns below each other. */
export function pageOf(patterns: readonly Pattern[]): string {
  const files = [...new Set(patterns.flatMap((pattern) => pattern.files ?? []))];
  const linked = files.map((file) =>
    file.endsWith('.css') ? `<link rel="stylesheet" href="${file}">` : `<script src="${file}"></script>`,
  );
  const css = patterns.map((pattern) => pattern.css ?? '').join('\n');
  const sections = patterns.map(({ name, body }) => `<section><h2>A page with one ${name}</h2>${body}</section>`);
  const scripts = [...new Set(patterns.map(({ script }) => script))].map((script) => `{ ${script} }`);
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>Salt marsh observatory</title>${linked.join('')}<style>body{font:16px/1.5 sans-serif;margin:24px}[hidden]{display:none}${css}</style></head>
<body><main><h1>Salt marsh observatory</h1>${sections.join('\n')}</main><script>${scripts.join('\n')}</script></body></html>`;
}
