import { isScriptAddress } from '../document/addresses.js';
import type { ElementNode, PageDocument } from '../document/types.js';
import { BACKGROUND, backgroundOf, backgroundStyle } from './backgrounds.js';
import { FOCUS, focusOf, focusStyle, readFocus } from './focus.js';
import { ICON, iconName, iconsOf } from './icons.js';
import { isYes, NO, YES } from './looks.js';

/* What the fields of an element fill: attributes, what is there or not, the focal point of a picture, the drawing of an icon. */

/** Attributes that are there or not (HTML, 2.3.2), as yes or no, each with what it says where it is there. */
const SWITCHES: ReadonlyMap<string, string> = new Map([
  ['required', ''],
  ['open', ''],
  ['target', '_blank'],
]);

export function isSwitch(part: string): boolean {
  return SWITCHES.has(part);
}

/** What a switch says where it is there. */
export function switchedOn(part: string): string {
  return SWITCHES.get(part) ?? '';
}

/** What the source says there; undefined where it cannot be told. */
export function partOf(node: ElementNode, part: string, document: PageDocument): string | undefined {
  if (part === BACKGROUND) return backgroundOf(node, document);
  if (part === FOCUS) return focusOf(node, document.styles);
  if (part === ICON) return iconName(node, document);
  if (isSwitch(part)) return node.attributes?.[part] === undefined ? NO : YES;
  return node.attributes?.[part] ?? '';
}

/** An element whose parts say what the values of their fields are. */
export function withParts(node: ElementNode, values: ReadonlyMap<string, string>, document: PageDocument): ElementNode {
  let attributes: Record<string, string> = { ...node.attributes };
  let { markup } = node;
  for (const [part, field] of Object.entries(node.fields ?? {})) {
    const value = values.get(field);
    if (value === undefined) continue;
    if (part === ICON) markup = iconsOf(document).get(value) ?? markup;
    else if (isSwitch(part)) attributes = turned(attributes, part, isYes(value));
    else if (part === BACKGROUND) {
      const colour = value === backgroundOf(node, document) ? undefined : backgroundStyle(value, document);
      if (colour !== undefined) attributes['style'] = `${BACKGROUND}: ${colour}`;
    } else if (part === FOCUS) {
      const focus = readFocus(value);
      if (focus !== undefined && focus !== focusOf(node, document.styles)) attributes['style'] = focusStyle(focus);
    } else if (!isScriptAddress(value) && (value !== '' || attributes[part] !== undefined)) {
      if (part === 'src' && value !== attributes['src']) dropCandidates(attributes);
      attributes[part] = value;
    }
  }
  const has = node.attributes !== undefined || Object.keys(attributes).length > 0;
  return { ...node, ...(has ? { attributes } : {}), ...(markup === undefined ? {} : { markup }) };
}

/** Switches come last, so that an element is written the same whoever turned them. */
function turned(attributes: Readonly<Record<string, string>>, name: string, on: boolean): Record<string, string> {
  return {
    ...Object.fromEntries(Object.entries(attributes).filter(([other]) => other !== name)),
    ...(on ? { [name]: switchedOn(name) } : {}),
  };
}

/** Other files of a picture show the picture that was there before. */
function dropCandidates(attributes: Record<string, string>): void {
  delete attributes['srcset'];
  delete attributes['sizes'];
}
