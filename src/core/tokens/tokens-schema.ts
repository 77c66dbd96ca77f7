import { TOKEN_TYPES } from './token.js';
import { VALUE_TYPES } from './value-types.js';

const REFERENCE = { type: 'string', pattern: '^\\{[^{}]+\\}$' };

const type = { enum: TOKEN_TYPES, description: 'The type of the value, or of the values of a group.' };

/** JSON Schema (2020-12) of a tokens file: groups of groups and tokens, of the types that this tool reads. */
export const TOKENS_SCHEMA = {
  $schema: 'https://json-schema.org/draft/2020-12/schema',
  title: 'Design tokens of a project',
  type: 'object',
  properties: { $schema: { type: 'string', description: 'The schema of this file.' } },
  additionalProperties: { $ref: '#/$defs/group' },
  $defs: {
    group: {
      type: 'object',
      properties: {
        $type: type,
        $description: { type: 'string', description: 'What the group is for.' },
        $extensions: { type: 'object', description: 'Data of tools.' },
      },
      if: { required: ['$value'] },
      then: { $ref: '#/$defs/token' },
      else: { patternProperties: { '^[^$.{}][^.{}]*$': { $ref: '#/$defs/group' } } },
    },
    token: {
      type: 'object',
      properties: {
        $value: {
          description: 'The value, or a reference to another token, as {color.accent}.',
          anyOf: [REFERENCE, ...TOKEN_TYPES.map((name) => VALUE_TYPES[name].schema)],
        },
        $type: type,
        $description: { type: 'string', description: 'What the token is for.' },
        $extensions: { type: 'object', description: 'Data of tools; Tavrik keeps its own under "tavrik".' },
      },
      allOf: TOKEN_TYPES.map((name) => ({
        if: { properties: { $type: { const: name } }, required: ['$type'] },
        then: { properties: { $value: { anyOf: [REFERENCE, VALUE_TYPES[name].schema] } } },
      })),
    },
  },
} as const;
