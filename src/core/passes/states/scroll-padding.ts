import type { Declarations, ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import type { Pass, PassContext } from '../pass.js';

/** A header that stays is no higher than this and at least as wide as this share of the window; px. */
const HIGHEST = 200;
const WIDEST_SHARE = 0.6;
const STILL = '@media (prefers-reduced-motion: no-preference)';

/**
 * A pass for what happens when a link within the page is followed: what it leads to is not hidden below a header that stays,
 * and the page scrolls smoothly only for people who have nothing against motion.
 *
 * Before: html { scroll-behavior: smooth } and a header of 64 px that is `sticky`; after: html { scroll-padding-top: 64px } and
 * smooth scrolling under `prefers-reduced-motion: no-preference`.
 * @param smooth whether the page scrolls smoothly, if its source does not say so
 */
export function scrollPaddingPass(smooth = false): Pass {
  return {
    name: 'scrolling',
    does: 'keeps link targets clear of a sticky header, and scrolls smoothly unless reduced motion is preferred',
    run(document, context) {
      const root: SharedStyle = document.styles[document.rootStyle ?? ''] ?? { rest: {} };
      const { 'scroll-behavior': behaviour, ...rest } = root.rest;
      const isSmooth = smooth || behaviour === 'smooth';
      const offset = hasOffset(document, root) ? undefined : heightOfHeader(document, context);
      if (!isSmooth && offset === undefined) return document;
      const padding: Declarations = offset === undefined ? {} : { 'scroll-padding-top': `${offset}px` };
      const variants = [
        ...(root.variants ?? []),
        ...(isSmooth ? [{ when: STILL, set: { 'scroll-behavior': 'smooth' } }] : []),
      ];
      const sharedStyle: SharedStyle = {
        rest: { ...(isSmooth ? rest : root.rest), ...padding },
        ...(variants.length ? { variants } : {}),
      };
      const name = 'root-scrolling';
      return { ...document, rootStyle: name, styles: { ...document.styles, [name]: sharedStyle } };
    },
  };
}

/** Whether the source says already how far from the edge what is led to stands. */
function hasOffset({ styles }: PageDocument, root: SharedStyle): boolean {
  const says = (style: SharedStyle, name: RegExp): boolean =>
    [style.rest, ...(style.variants ?? []).map(({ set }) => set)].some((set) =>
      Object.keys(set).some((key) => name.test(key)),
    );
  return says(root, /^scroll-padding/) || Object.values(styles).some((style) => says(style, /^scroll-margin/));
}

/** How high the header is that stays at the top of the window, px; undefined if none does. */
function heightOfHeader(document: PageDocument, { boxes, width }: PassContext): number | undefined {
  const found = [...elements(document.body)].find((element) => {
    const box = boxes.get(element.id);
    return (
      box !== undefined &&
      box[3] > 0 &&
      box[3] <= HIGHEST &&
      box[2] >= WIDEST_SHARE * width &&
      staysOnTop(document, element)
    );
  });
  const box = found && boxes.get(found.id);
  return box && Math.round(box[3]);
}

function staysOnTop({ styles }: PageDocument, { style }: ElementNode): boolean {
  const { position, top } = styles[style ?? '']?.rest ?? {};
  return (position === 'sticky' || position === 'fixed') && /^0(px)?$/.test(top ?? (position === 'fixed' ? '0' : ''));
}
