import { ITEM_KINDS } from '../../core/sites/items.js';
import { SCOPES } from '../store/access.js';

/* Shapes of what the API takes and gives, as JSON Schema 2020-12; its OpenAPI description is made of them. */

type Schema = Readonly<Record<string, unknown>>;

/** Shapes that have a name of their own in the description. */
export const SHAPES: (Schema & { readonly $id: string })[] = [];

/** Gives a shape a name, and says where it stands by that. */
function shape(name: string, schema: Schema): Schema {
  SHAPES.push({ $id: name, ...schema });
  return { $ref: `${name}#` };
}

const text = (description: string, more: Schema = {}): Schema => ({ type: 'string', description, ...more });
const whole = (description: string): Schema => ({ type: 'integer', minimum: 0, description });

export const ID = text('Letters, digits and hyphens.', { pattern: '^[a-z0-9][a-z0-9-]{0,99}$' });
const PATH = text('Of a page: its file in the site.', { pattern: '^[A-Za-z0-9][A-Za-z0-9._-]{0,120}\\.html$' });
const SHA256 = text('SHA-256 in hexadecimal digits.', { pattern: '^[0-9a-f]{64}$' });
const NAME = text('Its display name.', { minLength: 1, maxLength: 300 });

const STATE: Record<string, Schema> = {
  name: NAME,
  path: PATH,
  framed: { type: 'boolean', description: 'Of a page: it has the header and footer of the site.' },
  source: text('Name of the project that it comes from: its set of tokens is called so.', {
    pattern: '^[a-z0-9][a-z0-9-]{0,99}$',
  }),
  sections: { type: 'array', items: ID, maxItems: 200, description: 'Sections that stand at the end of a page.' },
  content: { type: 'object', additionalProperties: true, description: 'Fields by sections, as in content files.' },
};
const DOCUMENT: Schema = { type: 'object', additionalProperties: true, description: 'A page document.' };

/** An item that is sent. */
const SENT = {
  type: 'object',
  required: ['name', 'content'],
  additionalProperties: false,
  properties: {
    ...STATE,
    document: DOCUMENT,
    baseline: {
      type: 'object',
      additionalProperties: true,
      description: 'The content of the project as sent: a later sending is compared with it.',
    },
    note: text('Why it changed.', { maxLength: 300 }),
  },
} as const;
export const SENT_ITEM = shape('SentItem', SENT);

export const NEW_ITEM = shape('NewItem', {
  ...SENT,
  required: ['id', 'kind', 'name', 'content'],
  properties: { id: ID, kind: { enum: [...ITEM_KINDS] }, ...SENT.properties },
});

export const ITEM = shape('Item', {
  type: 'object',
  required: ['id', 'kind', 'name', 'revision', 'status', 'changed'],
  additionalProperties: false,
  properties: {
    id: ID,
    kind: { enum: [...ITEM_KINDS] },
    ...STATE,
    revision: whole('Grows with every change.'),
    status: {
      enum: ['draft', 'published', 'changed'],
      description: 'Not published, published as it is, or changed since.',
    },
    changed: text('When it changed last.', { format: 'date-time' }),
    documentHash: text('SHA-256 of its page document.'),
    document: DOCUMENT,
    baseline: {
      type: 'object',
      additionalProperties: true,
      description: 'The content of the project when it was last sent.',
    },
  },
});

export const listOf = (item: Schema): Schema => ({
  type: 'object',
  required: ['entries'],
  additionalProperties: false,
  properties: {
    entries: { type: 'array', items: item },
    next: text('What to ask for as "after" to get more; nothing if these were the last.'),
  },
});

export const PAGING: Schema = {
  type: 'object',
  additionalProperties: false,
  properties: {
    after: text('Begins after this id or name.', { maxLength: 200 }),
    limit: { type: 'integer', minimum: 1, maximum: 200, default: 50, description: 'At most so many.' },
    words: text('Only those with these words in their name.', { maxLength: 200 }),
    kind: { enum: [...ITEM_KINDS], description: 'Only items of this kind.' },
  },
};

export const SITE = shape('Site', {
  type: 'object',
  required: ['name', 'language'],
  additionalProperties: false,
  properties: { name: NAME, language: text('BCP 47.', { pattern: '^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$' }) },
});

export const EDITS: Schema = {
  type: 'object',
  required: ['values'],
  additionalProperties: false,
  properties: {
    values: {
      type: 'object',
      additionalProperties: { type: 'string', maxLength: 100000 },
      description: 'Values by the path of their field.',
    },
  },
};

export const CHANGES = shape('Changes', {
  type: 'object',
  required: ['settings', 'fields'],
  additionalProperties: false,
  properties: {
    settings: { type: 'array', items: { type: 'string' } },
    fields: {
      type: 'array',
      items: {
        type: 'object',
        required: ['path'],
        additionalProperties: false,
        properties: {
          path: text('Path of a field or a list.'),
          label: text('What a person calls it.'),
          before: text('The published value.'),
          now: text('The value of the draft.'),
        },
      },
    },
  },
});

export const VERSION = shape('Version', {
  type: 'object',
  required: ['number', 'author', 'at', 'note'],
  additionalProperties: false,
  properties: {
    number: whole('Grows with each version.'),
    author: text('Who made it.'),
    at: text('When.', { format: 'date-time' }),
    note: text('Why.'),
  },
});

export const MENU = shape('Menu', {
  type: 'object',
  required: ['id', 'item', 'field', 'entries'],
  additionalProperties: false,
  properties: {
    id: text('Item and field with a colon between.'),
    item: ID,
    field: text('Path of the list.'),
    entries: { type: 'array', items: { type: 'object', additionalProperties: { type: 'string' } } },
  },
});

export const MEDIA = shape('Media', {
  type: 'object',
  required: ['name', 'type', 'bytes', 'hash'],
  additionalProperties: false,
  properties: {
    name: text('As pages refer to it, after assets/.'),
    type: text('Media type.'),
    bytes: whole('Size of what is kept.'),
    hash: SHA256,
    width: { type: ['integer', 'null'], description: 'CSS px.' },
    height: { type: ['integer', 'null'], description: 'CSS px.' },
    uses: { type: 'array', items: { type: 'string' }, description: 'Ids of the items that use it.' },
  },
});

export const FILES = shape('Files', {
  type: 'object',
  required: ['files'],
  additionalProperties: false,
  properties: {
    files: {
      type: 'array',
      maxItems: 10000,
      items: {
        type: 'object',
        required: ['name', 'hash'],
        additionalProperties: false,
        properties: { name: text('Name of a file.', { maxLength: 200 }), hash: SHA256 },
      },
    },
  },
});

export const NEW_UPLOAD: Schema = {
  type: 'object',
  required: ['name', 'hash', 'bytes'],
  additionalProperties: false,
  properties: {
    name: text('Name of the file.', { maxLength: 200 }),
    hash: SHA256,
    bytes: { type: 'integer', minimum: 1 },
  },
};

export const UPLOAD = shape('Upload', {
  type: 'object',
  required: ['id', 'name', 'hash', 'bytes', 'offset'],
  additionalProperties: false,
  properties: {
    id: text('Of the upload.'),
    name: text('Of the file.'),
    hash: SHA256,
    bytes: whole('Of the whole.'),
    offset: whole('Bytes that are here.'),
  },
});

export const ACCESS = shape('Access', {
  type: 'object',
  required: ['name', 'scopes'],
  additionalProperties: false,
  properties: {
    name: text('Whose it is.', { minLength: 1, maxLength: 100 }),
    scopes: { type: 'array', minItems: 1, uniqueItems: true, items: { enum: [...SCOPES] } },
    at: text('When it was made.', { format: 'date-time' }),
    token: text('Shown once, when it is created.'),
  },
});

export const PLAIN_FILES: Schema = {
  type: 'object',
  required: ['files'],
  additionalProperties: false,
  properties: {
    files: {
      type: 'object',
      additionalProperties: { type: 'string' },
      description: 'Texts by their path in the site.',
    },
  },
};

export const PROBLEM = shape('Problem', {
  type: 'object',
  required: ['type', 'title', 'status', 'detail'],
  additionalProperties: true,
  properties: {
    type: text('about:blank.'),
    title: text('What is wrong.'),
    status: whole('HTTP status.'),
    detail: text('What is wrong here.'),
  },
});

/** Parameters of an address that ends in a name. */
export const BY_NAME = {
  type: 'object',
  required: ['name'],
  properties: { name: { type: 'string', minLength: 1, maxLength: 100 } },
};

/** The answer to a deletion. */
export const GONE = { type: 'null', description: 'It is gone.' };

/** Parameters of an address that ends in the id of an item. */
export const BY_ID = { type: 'object', required: ['id'], properties: { id: ID } };

/** Parameters of an address that ends in the name of a file. */
export const BY_FILE = { type: 'object', required: ['name'], properties: { name: { type: 'string', maxLength: 200 } } };
