import type { ElementNode } from '../../document/types.js';
import { textOf } from '../../document/walk.js';
import type { Choice } from '../roles/choices.js';
import { inputType, isRequired, type FieldKind } from '../roles/form-fields.js';

/** What a place to write in is made of. */
export interface FieldParts {
  readonly kind: FieldKind;
  readonly path: string;
  readonly style: string;
  /** The style of what is written in. */
  readonly writing: string;
  /** The words in it, which name it; none for an empty box. */
  readonly words: readonly ElementNode[];
  /** The words beside it, which name it too. */
  readonly label: string;
  readonly name: string;
  readonly idOf: (path: string) => string;
}

/** A place to write in or to choose in, in a label that looks as it was drawn. */
export function fieldNode({ kind, path, style, writing, words, label, name, idOf }: FieldParts): ElementNode {
  const said = words.map((word) => textOf(word)).join(' ') || label;
  const isBound = label !== '';
  const shown = kind === 'number' ? [] : words;
  const attributes = {
    name,
    ...(isBound ? { id: `field-${name}` } : {}),
    ...(kind === 'line' ? { type: inputType(`${label} ${said}`) } : {}),
    ...(kind === 'number' ? { type: 'number', min: '1', value: said } : {}),
    ...(kind === 'line' || kind === 'area' ? { placeholder: ' ' } : {}),
    ...(isRequired(said) || isRequired(label) ? { required: '' } : {}),
    ...(shown.length || isBound ? {} : { 'aria-label': label || name }),
  };
  return {
    id: idOf(path),
    kind: 'field',
    name,
    /* A field has one label: the words above it, or those in it. */
    element: isBound ? 'div' : 'label',
    style,
    from: { path },
    children: [
      ...shown,
      {
        id: idOf(`${path} input`),
        kind: 'field',
        name,
        element: ELEMENTS[kind],
        style: writing,
        attributes,
        ...(kind === 'list' ? { children: [optionNode(idOf(`${path} option`), said)] } : {}),
      },
    ],
  };
}

const ELEMENTS = { line: 'input', number: 'input', area: 'textarea', list: 'select' } as const satisfies Record<
  FieldKind,
  string
>;

/** The choice that was drawn: the one that nothing is chosen with. */
function optionNode(id: string, words: string): ElementNode {
  return {
    id,
    kind: 'field',
    name: 'option',
    element: 'option',
    attributes: { value: '' },
    children: [{ kind: 'words', text: words }],
  };
}

/** A check box, a radio button or a switch. */
export interface ChoiceParts {
  readonly id: string;
  readonly choice: Choice;
  readonly path: string;
  readonly style: string;
  readonly name: string;
  /** Whether the words beside it are its label. */
  readonly isBound: boolean;
}

/** What can be ticked. Radio buttons have one name, since one of them is chosen; what is sent says which. */
export function choiceNode({ id, choice, path, style, name, isBound }: ChoiceParts): ElementNode {
  const attributes = {
    type: choice === 'radio' ? 'radio' : 'checkbox',
    ...(choice === 'radio' ? { name: 'choice', value: name } : { name }),
    ...(isBound ? { id: `field-${name}` } : {}),
    ...(choice === 'switch' ? { role: 'switch' } : {}),
  };
  return { id, kind: 'field', name: 'choice', element: 'input', style, from: { path }, attributes };
}
