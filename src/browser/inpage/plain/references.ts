/** Writes which clip and mask an element has as attributes, wherever they come from: style sheets do not go where a part of a drawing goes. */
export function writeReferences(svg: SVGSVGElement): void {
  for (const element of svg.querySelectorAll<SVGElement>('*')) {
    const style = getComputedStyle(element);
    for (const [name, value] of [
      ['clip-path', style.clipPath],
      ['mask', style.mask],
    ] as const) {
      const reference = /url\(["']?#[^"')]+["']?\)/.exec(value)?.[0];
      if (reference && !element.hasAttribute(name)) element.setAttribute(name, reference);
    }
  }
}

/** The id in a reference such as `url(#sky)`. */
export function idIn(value: string): string | undefined {
  return /url\(["']?#([^"')]+)/.exec(value)?.[1];
}

/** The element of a drawing that a reference such as `url(#sky)` means. */
export function referenced(value: string, svg: SVGSVGElement): Element | null {
  const id = idIn(value);
  return id === undefined ? null : svg.querySelector(`[id="${CSS.escape(id)}"]`);
}
