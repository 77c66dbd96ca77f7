import type { ElementNode } from '../../document/types.js';
import { textOf } from '../../document/walk.js';
import { slug } from '../../text/slug.js';
import type { Part } from '../model/part.js';
import type { Choice } from '../roles/forms.js';
import { inputType, isRequired, isTall } from '../roles/form-fields.js';

/** What a place to write in is made of. */
export interface FieldParts {
  readonly part: Part;
  readonly path: string;
  readonly style: string;
  /** The style of what is written in. */
  readonly writing: string;
  /** The words in it, which name it; none for an empty box. */
  readonly words: readonly ElementNode[];
  /** The words beside it, which name it too. */
  readonly label: string;
  readonly idOf: (path: string) => string;
  /** Names are sent with the form: no other field has that of this one. */
  readonly nameFor: (words: string) => string;
}

/** A place to write in, in a label that looks as it was drawn. */
export function fieldNode({ part, path, style, writing, words, label, idOf, nameFor }: FieldParts): ElementNode {
  const name = nameFor(slug(words.map((word) => textOf(word)).join(' ') || label, 40) || 'field');
  const tall = isTall(part);
  const said = words.map((word) => textOf(word)).join(' ') || label;
  return {
    id: idOf(path),
    kind: 'field',
    name,
    element: 'label',
    style,
    from: { path },
    children: [
      ...words,
      {
        id: idOf(`${path} input`),
        kind: 'field',
        name,
        element: tall ? 'textarea' : 'input',
        style: writing,
        attributes: {
          name,
          placeholder: ' ',
          ...(tall ? {} : { type: inputType(said) }),
          ...(isRequired(said) ? { required: '' } : {}),
          ...(words.length ? {} : { 'aria-label': label || name }),
        },
      },
    ],
  };
}

export function choiceNode(id: string, choice: Choice, path: string, style: string): ElementNode {
  const attributes = {
    type: choice === 'radio' ? 'radio' : 'checkbox',
    name: 'choice',
    ...(choice === 'switch' ? { role: 'switch' } : {}),
  };
  return { id, kind: 'field', name: 'choice', element: 'input', style, from: { path }, attributes };
}
