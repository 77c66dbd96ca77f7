/** How many lines the things of each row that may wrap stand in, in document order; 0 where nothing of it shows. */
export function rowLines(): number[] {
  return [...document.querySelectorAll('body *')].flatMap((element) => {
    const { display, flexWrap, flexDirection } = getComputedStyle(element);
    const wraps = /flex$/.test(display) && flexWrap === 'wrap' && /^row/.test(flexDirection);
    return wraps ? [linesOf(element)] : [];
  });
}

/** Things of one line overlap in height, whatever way they are aligned. */
function linesOf(row: Element): number {
  const boxes = [...row.children]
    .filter((child) => !/^(absolute|fixed)$/.test(getComputedStyle(child).position))
    .map((child) => child.getBoundingClientRect())
    .filter(({ width, height }) => width > 0 && height > 0)
    .sort((dOMRect, other) => dOMRect.top - other.top);
  let [lines, end] = [0, -Infinity];
  for (const { top, bottom } of boxes) {
    if (top >= end - 1) lines += 1;
    end = Math.max(end, bottom);
  }
  return lines;
}
