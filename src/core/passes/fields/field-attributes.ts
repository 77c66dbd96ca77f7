import { FOCUS, isCut } from '../../content/focus.js';
import { isSwitch } from '../../content/parts.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { isElement } from '../../document/walk.js';
import { HEADING_ELEMENTS } from '../../html-elements/headings.js';

/** Attributes that a client may change, and how their field is called beside the element's own words. */
export const EDITABLE: Readonly<Record<string, Readonly<Record<string, string>>>> = {
  a: { href: 'address', target: 'new-window' },
  area: { href: 'address', alt: 'alt' },
  img: { src: 'file', alt: 'alt' },
  video: { src: 'file', poster: 'poster' },
  source: { src: 'file' },
  input: { placeholder: 'hint' },
  textarea: { placeholder: 'hint' },
  iframe: { src: 'address' },
  form: { action: 'address', method: 'method' },
};

/** Whether an element says what a field of it would be for: windows of a name are not for a client to choose. */
export function isSaid({ attributes = {} }: ElementNode, name: string): boolean {
  return name === 'target' ? attributes[name] === '_blank' : attributes[name] !== undefined;
}

/** Controls that can be said to be required (HTML, 4.10). */
const CAN_BE_REQUIRED = /^(input|textarea|select)$/;

const NEVER_REQUIRED = /^(hidden|submit|reset|button|image|range|color)$/;

/** What a field with parts is called by what it is. */
export const NAMES: Readonly<Record<string, string>> = {
  a: 'link',
  area: 'area',
  img: 'picture',
  video: 'video',
  source: 'film',
  iframe: 'embed',
  input: 'field',
  textarea: 'field',
  select: 'field',
  label: 'field',
  button: 'button',
};

/** Elements whose words may be one text with marks in it. */
export const TEXTS = new Set<string>([
  'p',
  'li',
  'dd',
  'figcaption',
  'blockquote',
  'td',
  'th',
  'dt',
  'caption',
  'summary',
  'legend',
  'a',
  'button',
  'div',
  'address',
  ...HEADING_ELEMENTS,
  'span',
  'small',
  'label',
]);

/** Whether a control is none to fill in: a box that is not sent (HTML, 4.10.21.4) opens something. */
export function opens({ attributes = {} }: ElementNode): boolean {
  return /^(checkbox|radio)$/.test(attributes['type'] ?? '') && attributes['name'] === undefined;
}

/**
 * Parts of an element that have a field though no attribute says them, with their names.
 * @param isSent it is a control of a form: only these can be required
 */
export function unwritten(
  node: ElementNode,
  styles: PageDocument['styles'],
  isSent: boolean,
): (readonly [string, string])[] {
  if (isCut(node, styles)) return [[FOCUS, 'focus']];
  if (leadsNowhere(node)) return [['href', 'address']];
  const { type = '' } = node.attributes ?? {};
  const canBe = isSent && !opens(node) && CAN_BE_REQUIRED.test(node.element) && !NEVER_REQUIRED.test(type);
  return canBe ? [['required', 'required']] : [];
}

/** A link whose address was a script, or is still to come: a client says where it leads. What a script opens is no link. */
function leadsNowhere({ element, attributes = {} }: ElementNode): boolean {
  const names = Object.keys(attributes);
  return (
    element === 'a' &&
    !names.some((name) => /^(href|role|tabindex|name|id|for|aria-(expanded|controls|haspopup))$/.test(name))
  );
}

/** The attributes with those last that are there or not, so that turning one on writes the same as the source. */
export function switchesLast(
  { attributes }: ElementNode,
  fields: Readonly<Record<string, string>>,
): Pick<ElementNode, 'attributes'> {
  if (!attributes) return {};
  const isLast = ([name]: [string, string]): boolean => isSwitch(name) && fields[name] !== undefined;
  const all = Object.entries(attributes);
  return { attributes: Object.fromEntries([...all.filter((entry) => !isLast(entry)), ...all.filter(isLast)]) };
}

/** The controls of the forms in a part of a page: what they say is sent. */
export function sentIn(body: ElementNode): ReadonlySet<ElementNode> {
  const found = new Set<ElementNode>();
  const visit = (node: ElementNode, isInForm: boolean): void => {
    const isSent = isInForm || node.element === 'form' || node.attributes?.['form'] !== undefined;
    if (isSent) found.add(node);
    for (const child of node.children ?? []) if (isElement(child)) visit(child, isSent);
  };
  visit(body, false);
  return found;
}
