import { required } from '../data/required.js';
import type {
  Declarations,
  ElementNode,
  FontFace,
  PageDocument,
  SharedStyle,
  StyleVariant,
} from '../document/types.js';
import { isElement, isWords } from '../document/walk.js';
import type { Change } from './changes.js';
import type { Joined } from './join.js';
import { spread } from '../document/style-ranges.js';
import { View } from './view.js';

/** The outline of a letter of an icon font. Distances in em of the font; `ascent` and `descent` are both positive. */
export interface Glyph {
  /** SVG path data in units of the font, y up. */
  readonly path: string;
  readonly unitsPerEm: number;
  readonly advance: number;
  readonly ascent: number;
  readonly descent: number;
}

/** Finds the one letter that a text is in a font of the page. Undefined if the font is not there or it is several letters. */
export type FindGlyph = (face: FontFace, text: string) => Glyph | undefined;

type GeneratedPart = '::before' | '::after';

/** Letters that mean nothing outside of their font (Unicode, private use). */
const PRIVATE = /^[\ue000-\uf8ff\u{f0000}-\u{10ffff}]$/u;
/** Words that some icon fonts draw as one letter. */
const LIGATURE = /^[a-z][a-z0-9_]{1,40}$/;
const OWN = ['content', 'font-family', 'speak', 'font-variant-ligatures'];
const EMPTY = new Set(['i', 'span', 'b', 'em', 'div']);

/** Whether a page may have letters of icon fonts at all. */
export function mayHaveIcons({ fonts, styles }: PageDocument): boolean {
  if (!fonts?.length) return false;
  const families = new RegExp(fonts.map(({ family }) => family.replace(/[^\w ]/g, '.')).join('|'), 'i');
  return Object.values(styles).some(
    ({ rest, variants = [] }) =>
      (/icon|symbol/i.test(rest['font-family'] ?? '') && families.test(rest['font-family'] ?? '')) ||
      variants.some(({ part, set }) => part && PRIVATE.test(readString(set['content']) ?? '')),
  );
}

interface Handed {
  readonly family: string;
  readonly weight: string;
  readonly lineHeight: string;
}

/**
 * How a letter becomes a drawing: the element itself, as high as its line or as its letters, or a drawing inside of it.
 */
export type IconWay = 'line' | 'letter' | 'inside';

/** Letters of icon fonts as drawings in the colour of the text around them. */
export function iconChanges(document: PageDocument, find: FindGlyph, way: IconWay): Change[] {
  const changes: Change[] = [];
  const visit = (node: ElementNode, handed: Handed): void => {
    const style = node.style ? document.styles[node.style] : undefined;
    const here = handDown(style?.rest, handed);
    const change = drawn(node, style, here, document, find, way);
    if (change) changes.push(change);
    for (const child of node.children ?? []) if (isElement(child)) visit(child, here);
  };
  visit(document.body, { family: '', weight: '400', lineHeight: 'normal' });
  return changes;
}

function handDown(set: SharedStyle['rest'] = {}, handed: Handed): Handed {
  const own = (name: string): string | undefined =>
    /^(inherit|unset)$/.test(set[name] ?? 'unset') ? undefined : set[name];
  return {
    family: own('font-family') ?? handed.family,
    weight: own('font-weight') ?? handed.weight,
    lineHeight: own('line-height') ?? handed.lineHeight,
  };
}

function drawn(
  node: ElementNode,
  style: SharedStyle | undefined,
  handed: Handed,
  document: PageDocument,
  find: FindGlyph,
  way: IconWay,
): Change | undefined {
  const text = node.children?.length === 1 ? node.children[0] : undefined;
  if (text && isWords(text) && LIGATURE.test(text.text.trim())) {
    const glyph = glyphOf(text.text.trim(), handed, document, find);
    if (glyph && style && way !== 'inside')
      return change(node, asIcon(node, style, undefined, glyph, handed, way), text.text.trim());
  }
  for (const part of ['::before', '::after'] as const) {
    const look = style?.variants?.find(
      (variant) => variant.part === part && !variant.at && !variant.state && !variant.within && !variant.when,
    );
    const content = readString(look?.set['content']);
    if (!style || !look || content === undefined || !PRIVATE.test(content)) continue;
    const own = handDown(look.set, handed);
    const glyph = glyphOf(content, own, document, find);
    if (!glyph) continue;
    if (way === 'inside') return change(node, withIcon(node, style, part, glyph), content);
    const bare = EMPTY.has(node.element) && !(node.children ?? []).length && !paintsOrHolds(node, style, document);
    if (bare) return change(node, asIcon(node, style, part, glyph, own, way), content);
    return undefined;
  }
  return undefined;
}

function readString(value: string | undefined): string | undefined {
  const found = /^"((?:[^"\\]|\\.)*)"$/.exec(value ?? '');
  return found?.[1]?.replace(/\\([0-9a-f]{1,6})\s?/gi, (_, code: string) => String.fromCodePoint(parseInt(code, 16)));
}

function glyphOf(
  text: string,
  { family, weight }: Handed,
  { fonts = [] }: PageDocument,
  find: FindGlyph,
): Glyph | undefined {
  const wanted = family.split(',').map((part) => part.trim().replace(/^["']|["']$/g, ''));
  for (const name of wanted) {
    const faces = fonts.filter((font) => font.family === name);
    const face = faces.find(({ descriptors }) => (descriptors['font-weight'] ?? '400') === weight) ?? faces[0];
    const glyph = face && find(face, text);
    if (glyph) return glyph;
  }
  return undefined;
}

function paintsOrHolds(node: ElementNode, style: SharedStyle, document: PageDocument): boolean {
  return spread(style, document.breakpoints).rest.some((full) => {
    const view = new View(full, node.element);
    return view.paints() || view.hasInset('top', 'right', 'bottom', 'left') || /flex|grid/.test(view.display());
  });
}

function change(node: ElementNode, pick: Pick<Joined, 'node' | 'style' | 'inside'>, text: string): Change {
  return {
    group: `icon ${text} ${JSON.stringify(pick.style)}`,
    at: node.id,
    joined: { ...pick, renamed: undefined, standsFor: { across: node.id, down: '' } },
  };
}

/** The element itself becomes the drawing. */
function asIcon(
  node: ElementNode,
  style: SharedStyle,
  part: GeneratedPart | undefined,
  glyph: Glyph,
  { lineHeight }: Handed,
  way: IconWay,
): { node: ElementNode; style: SharedStyle } {
  const letter = glyph.ascent + glyph.descent;
  const line = /^[\d.]+$/.test(lineHeight) && way === 'line' ? Number(lineHeight) : letter;
  const below = glyph.descent + (line - letter) / 2;
  const partLook = part
    ? (style.variants ?? []).find((variant) => variant.part === part && !variant.at && !variant.state)?.set
    : undefined;
  const declared = Object.entries({ ...style.rest, ...partLook }).filter(([name]) => !OWN.includes(name));
  const rest: Record<string, string> = Object.fromEntries(declared);
  if (/^(block|inline-block|inline)$/.test(rest['display'] ?? '')) delete rest['display'];
  rest['width'] ??= `${short(glyph.advance)}em`;
  rest['height'] = `${short(line)}em`;
  rest['vertical-align'] = lowered(style.rest['vertical-align'] ?? partLook?.['vertical-align'], below);
  rest['fill'] = 'currentcolor';
  const variants = (style.variants ?? []).flatMap((variant): StyleVariant[] => {
    if (variant.part !== part && variant.part !== undefined) return [];
    const { part: _, ...without } = variant;
    const set = Object.fromEntries(
      Object.entries(variant.set).filter(([name]) => !OWN.includes(name) && name !== 'vertical-align'),
    );
    return variant.part && !variant.at && !variant.state && !variant.within && !variant.when
      ? []
      : Object.keys(set).length
        ? [{ ...without, set }]
        : [];
  });
  const { children: _, ...bare } = node;
  const hidden: Record<string, string> = node.attributes?.['aria-label'] ? { role: 'img' } : { 'aria-hidden': 'true' };
  return {
    node: {
      ...bare,
      kind: 'icon',
      element: 'svg',
      inline: true,
      attributes: { ...hidden, ...node.attributes },
      markup: markupOf(glyph, line, below),
    },
    style: { rest, ...(variants.length ? { variants } : {}) },
  };
}

/** The drawing takes the place of the letter inside of the element. */
function withIcon(
  node: ElementNode,
  style: SharedStyle,
  part: GeneratedPart,
  glyph: Glyph,
): Pick<Joined, 'node' | 'style' | 'inside'> {
  const letter = glyph.ascent + glyph.descent;
  const variants: StyleVariant[] = [];
  for (const variant of style.variants ?? []) if (variant.part !== part) variants.push(variant);
  const host = required(node.style);
  const rest: Record<string, string> = {};
  const moved: StyleVariant[] = [];
  for (const { part: of, set, state, within, ...when } of style.variants ?? []) {
    if (of !== part) continue;
    const kept = Object.fromEntries(Object.entries(set).filter(([name]) => !OWN.includes(name)));
    if (!when.at && !when.when && !state && !within) Object.assign(rest, kept);
    else if (Object.keys(kept).length)
      moved.push({ ...when, ...(state ? { within: { style: host, state } } : within ? { within } : {}), set: kept });
  }
  const own: SharedStyle = {
    rest: {
      ...rest,
      width: `${short(glyph.advance)}em`,
      height: `${short(letter)}em`,
      'vertical-align': lowered(rest['vertical-align'], glyph.descent),
      fill: 'currentcolor',
    },
    ...(moved.length ? { variants: moved } : {}),
  };
  const icon: ElementNode = {
    id: `${node.id}${part === '::before' ? 'b' : 'a'}`,
    kind: 'icon',
    name: 'icon',
    element: 'svg',
    style: `icon-${node.id}`,
    attributes: { 'aria-hidden': 'true' },
    inline: true,
    markup: markupOf(glyph, letter, glyph.descent),
  };
  const children = node.children ?? [];
  return {
    node: { ...node, children: part === '::before' ? [icon, ...children] : [...children, icon] },
    style: { rest: children.length ? style.rest : withoutFamily(style.rest), ...(variants.length ? { variants } : {}) },
    inside: { [`icon-${node.id}`]: own },
  };
}

/** What shows no letters needs no font. */
function withoutFamily({ 'font-family': _, ...rest }: Declarations): Declarations {
  return rest;
}

/** Replaced boxes stand on the line with their lower edge; letters hang below it. */
function lowered(align: string | undefined, below: number): string {
  if (align === undefined || /^(baseline|initial|unset)$/.test(align)) return `${short(-below)}em`;
  const em = /^(-?[\d.]+)em$/.exec(align);
  return em ? `${short(Number(em[1]) - below)}em` : align;
}

function markupOf({ path, unitsPerEm, advance }: Glyph, line: number, below: number): string {
  const em = (value: number): string => String(Math.round(value * unitsPerEm));
  return `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 ${em(below - line)} ${em(advance)} ${em(line)}"><path transform="scale(1 -1)" d="${path}"/></svg>`;
}

function short(value: number): string {
  return String(Number(value.toFixed(4)));
}
