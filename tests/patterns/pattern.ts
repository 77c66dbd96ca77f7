/** What a visitor does on a page, and what can be seen then and what cannot. */
export interface Step {
  readonly press?: string;
  readonly point?: string;
  readonly key?: string;
  readonly shows?: readonly string[];
  readonly hides?: readonly string[];
}

/** One pattern of the ARIA Authoring Practices on a page of its own. */
export interface Pattern {
  readonly name: string;
  readonly css?: string;
  readonly body: string;
  readonly script: string;
  /** Files that the page needs beside it. */
  readonly files?: readonly string[];
  readonly steps: readonly Step[];
}

export function pageOf({ name, css = '', body, script, files = [] }: Pattern): string {
  const linked = files.map((file) =>
    file.endsWith('.css') ? `<link rel="stylesheet" href="${file}">` : `<script src="${file}"></script>`,
  );
  return `<!doctype html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width">
<title>${name}</title>${linked.join('')}<style>body{font:16px/1.5 sans-serif;margin:24px}[hidden]{display:none}${css}</style></head>
<body><main><h1>Salt marsh observatory</h1>${body}</main><script>${script}</script></body></html>`;
}
