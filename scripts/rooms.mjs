/**
 * The rooms of `src/`: what lives in each, and which others it may import from. The lint rule enforces this list, and
 * the table in `docs/house.md` is written from it (`node scripts/rooms.mjs` prints the table).
 */

/** Rooms that every room may import from, and every room of the core builds on. */
const FOUNDATIONS = {
  'core/data': ['plain data: required and defined values, union-find, assignment', []],
  'core/errors': ['errors that a person can fix', []],
  'core/text': ['words, slugs, free names, nearest names, hashes', ['core/data']],
  'core/geometry': ['boxes in CSS px', ['core/data']],
  'core/css': ['values, colours, font families, inherited properties', ['core/data', 'core/errors']],
  'core/document': [
    'the page document: types, schema, walking, addresses, ranges of widths',
    ['core/data', 'core/errors', 'core/geometry', 'core/css'],
  ],
  'core/html-elements': ['facts of the HTML standard: landmarks, media types', ['core/data', 'core/document']],
};

const ROOMS = {
  'core/html': ['from a captured HTML page to a page document: selectors, cascade, custom properties, intervals', []],
  'core/behaviours': ['what controls of a page do, and by which means of HTML they go on doing it', ['core/html']],
  'core/drawing': ['the neutral drawing of an artboard, and groups of shapes that belong together', []],
  'core/lettering': ['outlined letters known again by the shapes of fonts, and put into lines', ['core/drawing']],
  'core/fonts': ['which font files a source asks for, and which are missing', []],
  'core/design/model': ['paragraphs, pieces and parts of a design, with their numbers', ['core/drawing']],
  'core/design/text': ['words to lines, lines to paragraphs, list markers', ['core/drawing', 'core/design/model']],
  'core/design/structure': [
    'rows, columns, sections, lists and tags among things that lie side by side',
    ['core/drawing', 'core/design/model', 'core/design/text'],
  ],
  'core/design/match': [
    'the same thing on several artboards',
    ['core/drawing', 'core/design/model', 'core/design/text', 'core/design/structure'],
  ],
  'core/design/layout': [
    'how each part must be laid out to stand where it was drawn',
    ['core/drawing', 'core/design/model', 'core/design/text', 'core/design/structure', 'core/design/match'],
  ],
  'core/design/responsive': [
    'screens that nobody drew, fluid sizes, breakpoints between artboards',
    ['core/design/model', 'core/design/layout'],
  ],
  'core/design/roles': [
    'headings, links, buttons, form fields, parts of the page, and their names',
    ['core/drawing', 'core/design/model', 'core/design/text'],
  ],
  'core/design/emit': ['from the parts of a design to a page document', ['core/drawing', 'core/design']],
  'core/images': ['the sizes and formats in which images are offered', []],
  'core/brief': ['what a person decides about how a source is read', ['core/design/responsive', 'core/images']],
  'core/source': ['how a source is to be opened; which artboards are of one page', ['core/brief']],
  'core/content': ['fields and their values: taken from a page, filled into a page, checked, translated', []],
  'core/passes/structure': [
    'passes that find rows, lists, menus, tabs, landmarks, headings',
    ['core/passes/pass.ts', 'core/behaviours'],
  ],
  'core/passes/styles': [
    'passes that share styles, name them and drop unused ones',
    ['core/passes/pass.ts', 'core/passes/structure', 'core/content'],
  ],
  'core/passes/names': ['passes that name elements and anchors', ['core/passes/pass.ts', 'core/passes/structure']],
  'core/passes/brief': ['passes that carry out what a brief says of elements', ['core/passes/pass.ts', 'core/brief']],
  'core/passes/states': [
    'passes for hover, focus, scrolled and drawn states',
    ['core/passes/pass.ts', 'core/passes/brief'],
  ],
  'core/passes/fields': [
    'passes that find the fields of a page',
    ['core/passes/pass.ts', 'core/brief', 'core/content'],
  ],
  'core/passes': [
    'the type of a pass, and the presets that list their order',
    ['core/brief', 'core/content', 'core/behaviours'],
  ],
  'core/adjust': ['corrections to the look, laid over a page document', []],
  'core/trim': ['what a page does not need: wrappers, idle declarations, near breakpoints', []],
  'core/render': ['page document and content to HTML and CSS text', ['core/content']],
  'core/templates': ['pages as templates, their data, and its schema', ['core/content', 'core/render']],
  'core/tokens': ['colours, text styles and spacing as design tokens', []],
  'core/proof': ['two measurements to figures and differences', ['core/behaviours']],
  'core/tune': ['which corrections to try, and which to keep', ['core/proof', 'core/adjust']],
  'core/edit-test': [
    'realistic and extreme edits, what breaks, and what fixes it',
    ['core/content', 'core/proof', 'core/adjust'],
  ],
  'core/revise': [
    'elements of a page found again in its new version, names carried over, what changed',
    ['core/content'],
  ],
  'core/sites': ['many pages: shared parts, links between pages, components, packages', ['core/content', 'core/brief']],
  'core/survey': [
    'what a browser saw of a source, and one file a check',
    [
      'core/drawing',
      'core/fonts',
      'core/behaviours',
      'core/design/model',
      'core/design/text',
      'core/design/structure',
      'core/design/match',
    ],
  ],
  'browser/inpage/tree': ['walking and numbering the tree of a page; waiting for it to settle', ['core']],
  'browser/inpage/drawing': ['reading the drawing in a page', ['core', 'browser/inpage/tree']],
  'browser/inpage/plain': [
    'bringing the drawing in a page to plain SVG, whatever program wrote it',
    ['core', 'browser/inpage/tree', 'browser/inpage/drawing'],
  ],
  'browser/inpage/pdf': [
    'pages of a PDF file as SVG; a script of its own, put only where one is read',
    ['core', 'browser/inpage/plain'],
  ],
  'browser/inpage/measure': ['where words, images and elements stand', ['core', 'browser/inpage/tree']],
  'browser/inpage/capture': [
    'elements, style sheets, fonts and controls of a page as plain data',
    ['core', 'browser/inpage/tree', 'browser/inpage/drawing', 'browser/inpage/measure'],
  ],
  'browser/inpage/survey': [
    'what one look at a page or a drawing tells',
    ['core', 'browser/inpage/tree', 'browser/inpage/drawing', 'browser/inpage/capture'],
  ],
  'browser/inpage/act': [
    'changing a page: choosing, deciding, trying',
    ['core', 'browser/inpage/tree', 'browser/inpage/drawing', 'browser/inpage/measure'],
  ],
  'browser/inpage/operate': [
    'operating the controls of a page, and seeing what comes of it',
    ['core', 'browser/inpage/tree', 'browser/inpage/capture'],
  ],
  browser: ['the one place that talks to Chromium; `inpage` runs inside pages', ['core']],
  project: ['the one place that reads and writes a project folder', ['core']],
  report: ['the proof, the survey, the edit test, the tokens and the watched project as HTML pages', ['core']],
  'host/store': ['what a host keeps: SQLite and files', ['core', 'project']],
  host: ['the small stand-in site: API and pages for editing', ['core', 'project']],
  'flow/source': ['finding, serving and opening sources', ['core', 'browser', 'project', 'flow/progress.ts']],
  'flow/render': ['rendering a project', ['core', 'project']],
  'flow/survey': ['looking a source over', ['core', 'browser', 'project', 'report', 'flow/progress.ts', 'flow/source']],
  'flow/proof': [
    'comparing with the source, and tuning',
    ['core', 'browser', 'project', 'report', 'flow/progress.ts', 'flow/source', 'flow/render'],
  ],
  'flow/convert': [
    'from a source to a project',
    ['core', 'browser', 'project', 'flow/progress.ts', 'flow/source', 'flow/survey', 'flow/proof'],
  ],
  'flow/edit': [
    'content, tokens, links, corrections and the brief of a project',
    ['core', 'browser', 'project', 'report', 'flow/progress.ts', 'flow/render', 'flow/proof'],
  ],
  'flow/edit-test': [
    'the edit test of a project',
    ['core', 'browser', 'project', 'report', 'flow/progress.ts', 'flow/render', 'flow/proof'],
  ],
  'flow/publish': ['sending a project to a site, a web server or a repository', ['core', 'project', 'flow/render']],
  'flow/package': [
    'packing a project, and trying the package',
    ['core', 'project', 'host', 'flow/render', 'flow/publish'],
  ],
  'flow/revise': [
    'taking in a new version of the source',
    ['core', 'browser', 'project', 'report', 'flow/progress.ts', 'flow/convert', 'flow/render'],
  ],
  'flow/watch': [
    'rendering and comparing whenever a file changes',
    ['core', 'browser', 'project', 'report', 'flow/source', 'flow/render', 'flow/proof', 'flow/convert'],
  ],
  'flow/start': ['the guided way from a source to a project', ['core', 'project', 'flow']],
  cli: [
    'one file a command over the API: options in, words out',
    ['core', 'project', 'report', 'host', 'flow', 'api.ts'],
  ],
};

/** @type {readonly { room: string, holds: string, mayImport: readonly string[] }[]} */
export const ROOM_LIST = [
  ...Object.entries(FOUNDATIONS).map(([room, [holds, mayImport]]) => ({ room, holds, mayImport, foundation: true })),
  ...Object.entries(ROOMS).map(([room, [holds, mayImport]]) => ({ room, holds, mayImport, foundation: false })),
];

/** What a room may import from, foundations included. */
export function allowedIn({ room, mayImport, foundation }) {
  return [room, ...(foundation ? [] : Object.keys(FOUNDATIONS)), ...mayImport];
}

/** The table of rooms in `docs/house.md`. */
export function roomsTable() {
  const rows = ROOM_LIST.map(({ room, holds, mayImport, foundation }) => {
    const imports = mayImport.map((name) => `\`${name}\``).join(', ');
    return [
      `\`${room}\``,
      holds,
      foundation ? imports || 'nothing of ours' : ['foundations', imports].filter(Boolean).join(', '),
    ];
  });
  return [
    '| room of `src/` | what lives there | may import from |',
    '| --- | --- | --- |',
    ...rows.map((cells) => `| ${cells.join(' | ')} |`),
  ].join('\n');
}

if (process.argv[1] === import.meta.filename) console.log(roomsTable());
