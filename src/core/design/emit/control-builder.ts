import type { ElementNode, StyleVariant } from '../../document/types.js';
import { NameGiver } from '../../text/words.js';
import type { Part } from '../model/part.js';
import { FOCUSED, OVER, TICKED, writingLook, writtenVariant } from '../roles/form-fields.js';
import type { Choice } from '../roles/forms.js';
import type { ElementIds } from './element-ids.js';
import { choiceNode, fieldNode } from './form-nodes.js';

/** What the controls of a page need of its builder. */
interface Builder {
  readonly ids: ElementIds;
  readonly labelOf: (part: Part) => string;
  /** A style that is the same on all screens; its name. */
  readonly addStyle: (look: Readonly<Record<string, string>>) => string;
  readonly addVariant: (style: string, variant: StyleVariant) => void;
  readonly plainText: (part: Part) => ElementNode;
}

/** Makes the controls of forms that look as they were drawn. */
export class ControlBuilder {
  private readonly names = new NameGiver();

  constructor(private readonly builder: Builder) {}

  /** A place to write in: its name lies in it, and gives way to what is written. */
  field(part: Part, path: string, style: string): ElementNode {
    const { addStyle, addVariant, ids, labelOf, plainText } = this.builder;
    const writing = addStyle(writingLook(part));
    addVariant(writing, writtenVariant(part));
    return fieldNode({
      part,
      path,
      style,
      writing,
      words: part.parts.map((inside) => plainText(inside)),
      label: labelOf(part),
      idOf: (of) => ids.of(part, of),
      nameFor: (words) => this.names.give(words),
    });
  }

  /** A check box, a radio button or a switch. What is drawn in it stays; what is pressed lies over that, unseen. */
  choice(part: Part, type: Choice, path: string, style: string): ElementNode {
    const { addStyle, addVariant, ids, plainText } = this.builder;
    const inside = [...part.parts, ...part.over].map((inner) => plainText(inner));
    if (inside.length) {
      addVariant(style, FOCUSED);
      const over = choiceNode(ids.of(part, `${path} input`), type, path, addStyle(OVER));
      return {
        id: ids.of(part, path),
        kind: 'box',
        name: 'switch',
        element: 'div',
        style,
        children: [...inside, over],
      };
    }
    addVariant(style, TICKED);
    return choiceNode(ids.of(part, path), type, path, style);
  }
}

/** A button that sends a form says so, if there is only a sign on it. */
export function submitAttributes(words: string): Readonly<Record<string, string>> {
  return { type: 'submit', ...(/\p{L}{2}/u.test(words) ? {} : { 'aria-label': 'Submit' }) };
}
