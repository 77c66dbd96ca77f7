import { written } from './matrix.js';
import type { Clip } from './state.js';

const SVG = 'http://www.w3.org/2000/svg';

/** The groups of a drawing that are clipped, each for what is painted in a row under one clip. */
export class ClippedGroups {
  private readonly clips = new WeakMap<Element, Clip>();

  /** @param define puts a definition into the drawing, and says how it is referred to */
  constructor(private readonly define: (element: SVGElement) => string) {}

  /** The group for what is clipped like this: the last one, if nothing came after it. @param within what is clipped */
  holderFor(within: Element, clip: Clip | undefined): Element {
    if (!clip) return within;
    const above = this.holderFor(within, clip.above);
    const last = above.lastElementChild;
    if (last && this.clips.get(last) === clip) return last;
    const holder = above.appendChild(document.createElementNS(SVG, 'g'));
    const path = document.createElementNS(SVG, 'path');
    path.setAttribute('d', clip.data);
    path.setAttribute('transform', written(clip.matrix));
    path.setAttribute('clip-rule', clip.rule);
    const definition = document.createElementNS(SVG, 'clipPath');
    definition.append(path);
    holder.setAttribute('clip-path', this.define(definition));
    this.clips.set(holder, clip);
    return holder;
  }
}
