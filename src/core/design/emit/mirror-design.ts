import { required } from '../../data/required.js';
import { mirrorStyle } from '../../css/mirror.js';
import type { PageDocument, SharedStyle } from '../../document/types.js';
import type { DrawnBox } from '../../drawing/drawing.js';
import { mirrorBox } from '../../drawing/mirror.js';
import type { BuiltDesign } from './build-design.js';

/** A page that was made of mirrored artboards, as it is read: from right to left. @param widths of the artboards, widest first; px */
export function mirrorDesign(built: BuiltDesign, widths: readonly number[]): BuiltDesign {
  const back = (box: DrawnBox, at: number): DrawnBox => mirrorBox(box, required(widths[at]));
  return {
    ...built,
    document: mirrorPage(built.document),
    sections: built.sections.map((section) => ({
      ...section,
      boxes: section.boxes.map((box, at) => box && back(box, at)),
    })),
    boxes: new Map([...built.boxes].map(([id, box]) => [id, back(box, 0)])),
    standing: new Map(
      [...built.standing].map(([id, places]) => [
        id,
        places.map((place, at) => place && { ...place, box: back(place.box, at) }),
      ]),
    ),
  };
}

function mirrorPage(document: PageDocument): PageDocument {
  const styles = Object.entries(document.styles).map(([name, { rest, variants, ...more }]): [string, SharedStyle] => [
    name,
    {
      ...more,
      rest: mirrorStyle(rest),
      ...(variants ? { variants: variants.map((variant) => ({ ...variant, set: mirrorStyle(variant.set) })) } : {}),
    },
  ]);
  return { ...document, direction: 'rtl', styles: Object.fromEntries(styles) };
}
