import { PAGE_VERSION, SOURCE_KINDS } from './types.js';
import { ELEMENT_KINDS, KINDS } from './element-kinds.js';
import { RULE_TYPES } from './field-types.js';

const declarations = { type: 'object', additionalProperties: { type: 'string' } } as const;
const text = { type: 'string' } as const;

const size = { type: 'integer', minimum: 1 } as const;

const HEAD = {
  type: 'object',
  description: 'What search engines and link previews show of it.',
  additionalProperties: false,
  properties: {
    root: { type: 'string', pattern: '^https?://.*/$', description: 'Address of the folder that holds the site.' },
    site: { type: 'string', description: 'Name of the site.' },
    preview: {
      type: 'object',
      additionalProperties: false,
      properties: { title: text, description: text, picture: text, width: size, height: size, alt: text },
    },
    icons: {
      type: 'array',
      items: { type: 'object', required: ['file'], additionalProperties: false, properties: { file: text, size } },
    },
    theme: { type: 'string', description: 'Colour for the parts of a browser around the page.' },
    unlisted: { const: true, description: 'Search engines are asked not to index it.' },
    facts: { type: 'array', items: { type: 'object' }, description: 'Linked data (JSON-LD).' },
  },
} as const;

/** JSON Schema (2020-12) of the page document. Published as `schema/page.schema.json`. */
export const PAGE_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  $id: 'urn:tavrik:page:1',
  title: 'Tavrik page document',
  description:
    'The editable structure of one page: its elements, their shared styles and the fields that fill them. Lengths are CSS px.',
  type: 'object',
  required: ['format', 'version', 'name', 'title', 'language', 'source', 'breakpoints', 'styles', 'body'],
  additionalProperties: false,
  properties: {
    format: { const: 'tavrik-page' },
    version: { const: PAGE_VERSION },
    sum: {
      type: 'string',
      description:
        'First characters of the SHA-256 of all the rest as compact JSON, when the file was written. Optional.',
    },
    name: { type: 'string', pattern: '^[a-z0-9][a-z0-9-]*$', description: 'Name of the page, as in its file name.' },
    title: text,
    language: { type: 'string', description: 'BCP 47 language tag, or empty.' },
    direction: { enum: ['ltr', 'rtl'] },
    description: text,
    head: HEAD,
    quirks: { type: 'boolean', description: 'Laid out in quirks mode, because the source had no doctype.' },
    source: {
      type: 'object',
      required: ['kind', 'files', 'widths'],
      additionalProperties: false,
      properties: {
        kind: { enum: [...SOURCE_KINDS] },
        files: { type: 'array', items: text },
        widths: { type: 'array', items: { type: 'integer', minimum: 1 } },
      },
    },
    breakpoints: {
      type: 'array',
      description: 'Widest first. Styles for a breakpoint apply while the viewport is narrower than `below`.',
      items: {
        type: 'object',
        required: ['name', 'below'],
        additionalProperties: false,
        properties: { name: text, below: { type: 'integer', minimum: 1 } },
      },
    },
    fonts: {
      type: 'array',
      items: {
        type: 'object',
        required: ['family', 'descriptors'],
        additionalProperties: false,
        properties: { family: text, descriptors: declarations },
      },
    },
    keyframes: declarations,
    properties: {
      type: 'object',
      description: 'Registered custom properties with their descriptors.',
      additionalProperties: declarations,
    },
    viewTransition: { ...declarations, description: 'How pages of the site pass into each other.' },
    everywhere: { ...declarations, description: 'Declarations on every element.' },
    rootStyle: { type: 'string', description: 'Shared style of the root element.' },
    styles: { type: 'object', additionalProperties: { $ref: '#/$defs/style' } },
    fieldRules: {
      type: 'object',
      description: 'What a person said of fields, by their path; a star stands for the id of any entry.',
      additionalProperties: {
        type: 'object',
        additionalProperties: false,
        properties: {
          label: text,
          help: text,
          type: { enum: [...RULE_TYPES] },
          choices: { type: 'array', items: text },
          required: { type: 'boolean' },
          longest: { type: 'integer', minimum: 1 },
          fewest: { type: 'integer', minimum: 0 },
          most: { type: 'integer', minimum: 0 },
          hidden: { type: 'boolean' },
          locked: { type: 'boolean' },
        },
      },
    },
    body: { $ref: '#/$defs/element' },
  },
  $defs: {
    style: {
      type: 'object',
      required: ['rest'],
      additionalProperties: false,
      properties: {
        rest: { ...declarations, description: 'The declarations at rest on the widest screen.' },
        variants: { type: 'array', items: { $ref: '#/$defs/variant' } },
      },
    },
    variant: {
      type: 'object',
      description: 'What differs when all of its conditions apply.',
      required: ['set'],
      additionalProperties: false,
      properties: {
        at: { type: 'string', description: 'Name of a breakpoint.' },
        when: { type: 'string', description: 'At-rule that must apply.', pattern: '^@' },
        part: { type: 'string', description: 'Generated part.', pattern: '^::' },
        state: { type: 'string', description: 'States of the element.', pattern: '^[:\\[]' },
        within: {
          type: 'object',
          required: ['style', 'state'],
          additionalProperties: false,
          properties: { style: text, state: text, beside: { const: true } },
        },
        set: declarations,
      },
    },
    node: { anyOf: [{ $ref: '#/$defs/words' }, { $ref: '#/$defs/element' }] },
    words: {
      type: 'object',
      required: ['kind', 'text'],
      additionalProperties: false,
      properties: {
        kind: { const: 'words' },
        text: { type: 'string', description: 'Text of the source.' },
        field: { type: 'string', description: 'Path of the field that replaces it, from its section on, with dots.' },
      },
    },
    element: {
      type: 'object',
      required: ['id', 'kind', 'name', 'element'],
      additionalProperties: false,
      properties: {
        id: { type: 'string', description: 'Stable as long as the element keeps its place in the source.' },
        kind: {
          enum: [...KINDS],
          description: KINDS.map((kind) => `${kind}: ${ELEMENT_KINDS[kind].description}`).join('\n'),
        },
        name: text,
        element: { type: 'string', description: 'HTML element name.' },
        style: { type: 'string', description: 'Name of its shared style.' },
        difference: {
          type: 'string',
          description: 'Name of the style on top: how this one of several items differs.',
        },
        repeat: { type: 'string', description: 'Name of the list that it is an item of.' },
        entry: {
          type: 'object',
          description: 'It is an entry of a list field: the path of the list, and its id there.',
          required: ['list', 'id'],
          additionalProperties: false,
          properties: { list: text, id: text },
        },
        attributes: declarations,
        fields: { ...declarations, description: 'Attribute name to the path of the field that fills it.' },
        rich: {
          type: 'string',
          description: 'Path of the field that fills the whole element: text in CommonMark, or code as written.',
        },
        part: { enum: ['header', 'footer', 'reused'] },
        inline: { type: 'boolean', description: 'Stands inside a line of text.' },
        otherwise: { const: true, description: 'A variant of the text before it, shown on other screens.' },
        markup: { type: 'string', description: 'SVG markup of an icon.' },
        from: {
          type: 'object',
          required: ['path'],
          additionalProperties: false,
          properties: { path: text, called: text, language: text, box: { type: 'string' } },
        },
        children: { type: 'array', items: { $ref: '#/$defs/node' } },
      },
    },
  },
} as const;
