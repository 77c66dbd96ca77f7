/** How many lines each text of the page takes, in document order; 0 where it does not show. */
export function textLines(): number[] {
  const range = document.createRange();
  return [...document.querySelectorAll('body *')].flatMap((element) => {
    const words = [...element.childNodes].filter((node) => node instanceof Text && node.data.trim() !== '');
    if (words.length === 0 || /^(script|style|option)$/.test(element.localName)) return [];
    if (!element.checkVisibility()) return [0];
    const heights = words.flatMap((node) => {
      range.selectNode(node);
      return [...range.getClientRects()].filter(({ width }) => width > 0);
    });
    return [linesIn(heights)];
  });
}

/** How wide each image of the page is, in document order, px; 0 where it does not show. */
export function imageWidths(): number[] {
  return [...document.querySelectorAll('body img, body svg')].map((image) =>
    image.checkVisibility() ? image.getBoundingClientRect().width : 0,
  );
}

/** Boxes that overlap by half of their height are in one line, however high they are raised. */
function linesIn(boxes: readonly DOMRect[]): number {
  const sorted = [...boxes].sort((a, b) => a.top - b.top);
  let [lines, end] = [0, -Infinity];
  for (const { top, bottom, height } of sorted) {
    if (top >= end - height / 2) {
      lines += 1;
      end = bottom;
    } else end = Math.max(end, bottom);
  }
  return lines;
}
