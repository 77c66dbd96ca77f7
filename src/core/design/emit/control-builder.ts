import type { ElementNode, StyleVariant } from '../../document/types.js';
import { NameGiver } from '../../text/words.js';
import type { Part } from '../model/part.js';
import { required } from '../../data/required.js';
import { FOCUSED, OVER, TICKED, fieldLooks } from '../roles/form-fields.js';
import type { Choice, ChoiceBox } from '../roles/choices.js';
import type { Field } from '../roles/forms.js';
import { leafPieces } from '../roles/inside.js';
import { wordsOf } from '../text/paragraphs.js';
import { slug } from '../../text/slug.js';
import type { ElementIds } from './element-ids.js';
import { choiceNode, fieldNode } from './form-nodes.js';

/** Which control a part is, if it is one. */
export interface Controls {
  readonly button: boolean;
  /** It is the button that sends a form. */
  readonly sends: boolean;
  readonly field: boolean;
  readonly choice: Choice | undefined;
}

/** What the controls of a page need of its builder. */
interface Builder {
  readonly ids: ElementIds;
  readonly fields: ReadonlyMap<Part, Field>;
  readonly choices: ReadonlyMap<Part, ChoiceBox>;
  /** A style that is the same on all screens; its name. */
  readonly addStyle: (look: Readonly<Record<string, string>>) => string;
  readonly addVariant: (style: string, variant: StyleVariant) => void;
  readonly plainText: (part: Part) => ElementNode;
}

/** Makes the controls of forms that look as they were drawn. */
export class ControlBuilder {
  private readonly names = new NameGiver();
  private readonly given = new Map<Part, string>();
  private readonly named: ReadonlyMap<Part, Part>;

  constructor(private readonly builder: Builder) {
    this.named = new Map(
      [...builder.fields, ...builder.choices].flatMap(([part, { label }]) => (label ? [[label, part] as const] : [])),
    );
  }

  /** The id of the field that a text names; undefined if it names none. */
  idNamedBy(label: Part): string | undefined {
    const field = this.named.get(label);
    return field && `field-${this.nameOf(field)}`;
  }

  /** Names are sent with the form: no two fields have the same. */
  private nameOf(part: Part): string {
    const name = this.given.get(part) ?? this.names.give(slug(this.labelOf(part) || this.wordsIn(part), 40) || 'field');
    this.given.set(part, name);
    return name;
  }

  /** What is written in a box; an amount is no name. */
  private wordsIn(part: Part): string {
    if (this.builder.fields.get(part)?.kind === 'number') return 'amount';
    return leafPieces(part)
      .map((piece) => (piece.type === 'text' ? wordsOf(piece.text) : ''))
      .join(' ');
  }

  private labelOf(part: Part): string {
    const { fields, choices } = this.builder;
    const piece = (fields.get(part) ?? choices.get(part))?.label?.piece;
    return piece?.type === 'text' ? wordsOf(piece.text) : '';
  }

  /** A place to write in: the words in it give way to what is written. */
  field(part: Part, path: string, style: string): ElementNode {
    const { addStyle, addVariant, ids, fields, plainText } = this.builder;
    const { kind } = required(fields.get(part));
    const looks = fieldLooks(part, kind);
    const writing = addStyle(looks.writing);
    for (const variant of looks.variants) addVariant(writing, variant);
    return fieldNode({
      kind,
      path,
      style,
      writing,
      words: part.parts.map((inside) => plainText(inside)),
      label: this.labelOf(part),
      name: this.nameOf(part),
      idOf: (of) => ids.of(part, of),
    });
  }

  /** A check box, a radio button or a switch. What is drawn in it stays; what is pressed lies over that, unseen. */
  choice(part: Part, type: Choice, path: string, style: string): ElementNode {
    const { addStyle, addVariant, ids, plainText } = this.builder;
    const inside = [...part.parts, ...part.over].map((inner) => plainText(inner));
    const drawn = { choice: type, path, name: this.nameOf(part), isBound: this.labelOf(part) !== '' };
    if (inside.length) {
      addVariant(style, FOCUSED);
      const over = choiceNode({ ...drawn, id: ids.of(part, `${path} input`), style: addStyle(OVER) });
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
    return choiceNode({ ...drawn, id: ids.of(part, path), style });
  }
}

/** A button that sends a form says so, if there is only a sign on it. */
export function submitAttributes(words: string): Readonly<Record<string, string>> {
  return { type: 'submit', ...(/\p{L}{2}/u.test(words) ? {} : { 'aria-label': 'Submit' }) };
}
