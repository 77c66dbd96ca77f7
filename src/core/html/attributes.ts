import { isScriptAddress } from '../document/addresses.js';

/** Attributes that the page keeps. Everything else (scripts, classes, data for scripts, styles) stays behind. */
const EVERYWHERE = new Set([
  'id',
  'title',
  'lang',
  'dir',
  'role',
  'tabindex',
  'hidden',
  'accesskey',
  'popover',
  'inert',
  'translate',
]);

const BY_ELEMENT: Readonly<Record<string, readonly string[]>> = {
  a: ['href', 'target', 'rel', 'download', 'hreflang', 'name'],
  img: [
    'src',
    'srcset',
    'sizes',
    'alt',
    'width',
    'height',
    'loading',
    'decoding',
    'usemap',
    'align',
    'border',
    'hspace',
    'vspace',
  ],
  source: ['src', 'srcset', 'sizes', 'media', 'type', 'width', 'height'],
  video: ['src', 'poster', 'width', 'height', 'controls', 'loop', 'muted', 'playsinline', 'preload', 'autoplay'],
  audio: ['src', 'controls', 'loop', 'muted', 'preload'],
  track: ['src', 'kind', 'srclang', 'label', 'default'],
  iframe: ['src', 'title', 'width', 'height', 'allow', 'allowfullscreen', 'loading', 'name', 'frameborder'],
  form: ['action', 'method', 'enctype', 'name', 'novalidate', 'autocomplete', 'target', 'accept-charset'],
  input: [
    'type',
    'name',
    'value',
    'placeholder',
    'required',
    'checked',
    'disabled',
    'readonly',
    'min',
    'max',
    'step',
    'minlength',
    'maxlength',
    'pattern',
    'autocomplete',
    'size',
    'multiple',
    'accept',
    'list',
    'inputmode',
    'src',
    'alt',
    'width',
    'height',
  ],
  textarea: [
    'name',
    'placeholder',
    'required',
    'disabled',
    'readonly',
    'rows',
    'cols',
    'minlength',
    'maxlength',
    'autocomplete',
    'wrap',
  ],
  select: ['name', 'required', 'disabled', 'multiple', 'size', 'autocomplete'],
  option: ['value', 'selected', 'disabled', 'label'],
  optgroup: ['label', 'disabled'],
  button: ['type', 'name', 'value', 'disabled', 'popovertarget', 'popovertargetaction', 'command', 'commandfor'],
  label: ['for'],
  output: ['for', 'name'],
  fieldset: ['disabled', 'name'],
  ol: ['start', 'type', 'reversed'],
  ul: ['type'],
  li: ['value', 'type'],
  td: ['colspan', 'rowspan', 'headers', 'align', 'valign', 'bgcolor', 'width', 'height', 'nowrap'],
  th: ['colspan', 'rowspan', 'headers', 'scope', 'abbr', 'align', 'valign', 'bgcolor', 'width', 'height', 'nowrap'],
  tr: ['align', 'valign', 'bgcolor'],
  tbody: ['align', 'valign'],
  table: ['border', 'cellpadding', 'cellspacing', 'width', 'align', 'bgcolor', 'summary', 'rules', 'frame'],
  col: ['span', 'width', 'align'],
  colgroup: ['span', 'width'],
  time: ['datetime'],
  del: ['datetime', 'cite'],
  ins: ['datetime', 'cite'],
  q: ['cite'],
  blockquote: ['cite'],
  details: ['open', 'name'],
  dialog: ['open'],
  progress: ['value', 'max'],
  meter: ['value', 'min', 'max', 'low', 'high', 'optimum'],
  hr: ['align', 'size', 'width', 'noshade', 'color'],
  font: ['color', 'face', 'size'],
  br: ['clear'],
  p: ['align'],
  div: ['align'],
  map: ['name'],
  area: ['href', 'alt', 'shape', 'coords', 'target', 'rel'],
  object: ['data', 'type', 'width', 'height', 'name', 'usemap'],
  embed: ['src', 'type', 'width', 'height'],
  h1: ['align'],
  h2: ['align'],
  h3: ['align'],
  h4: ['align'],
  h5: ['align'],
  h6: ['align'],
  caption: ['align', 'valign'],
  thead: ['align', 'valign'],
  tfoot: ['align', 'valign'],
  math: ['display', 'alttext'],
  mo: ['form', 'fence', 'separator', 'stretchy', 'symmetric', 'largeop', 'movablelimits', 'lspace', 'rspace'],
  mi: ['mathvariant'],
  mfrac: ['linethickness'],
  mspace: ['width', 'height', 'depth'],
  mpadded: ['width', 'height', 'depth', 'lspace', 'voffset'],
  mtd: ['columnspan', 'rowspan'],
  munder: ['accentunder'],
  mover: ['accent'],
  munderover: ['accent', 'accentunder'],
  body: ['bgcolor', 'text', 'link', 'topmargin', 'leftmargin', 'marginwidth', 'marginheight'],
};

const ADDRESSES = new Set(['href', 'src', 'action', 'formaction', 'poster', 'data', 'cite']);

/**
 * The attributes to keep of an element.
 * @param referenced the ids that something in the page points at
 * @param shown names of attributes whose values its generated content shows
 */
export function keptAttributes(
  tag: string,
  attributes: Readonly<Record<string, string>>,
  referenced: ReadonlySet<string>,
  shown: ReadonlySet<string> = new Set(),
): Record<string, string> {
  const kept: Record<string, string> = {};
  for (const [name, value] of Object.entries(attributes)) {
    if (name === 'id' && !referenced.has(value)) continue;
    if (!EVERYWHERE.has(name) && !name.startsWith('aria-') && !BY_ELEMENT[tag]?.includes(name) && !shown.has(name))
      continue;
    if (ADDRESSES.has(name) && isScriptAddress(value)) continue;
    kept[name] = value;
  }
  return kept;
}

const REFERENCES = [
  'for',
  'list',
  'form',
  'headers',
  'aria-labelledby',
  'aria-describedby',
  'aria-controls',
  'aria-owns',
  'popovertarget',
  'commandfor',
];

/** Ids that links, labels and roles of the page point at. */
export function referencedIds(all: readonly (Readonly<Record<string, string>> | undefined)[]): Set<string> {
  const found = new Set<string>();
  for (const attributes of all) {
    if (!attributes) continue;
    for (const name of REFERENCES) for (const id of (attributes[name] ?? '').split(/\s+/)) if (id) found.add(id);
    for (const name of ['href', 'usemap']) {
      const hash = (attributes[name] ?? '').split('#')[1];
      if (hash) found.add(decode(hash));
    }
  }
  return found;
}

function decode(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}
