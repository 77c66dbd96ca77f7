/** Boxes around an element that cut off what reaches over them (CSS Overflow 3, 3.1), of those on screens. */
export function cutters(element: Element): DOMRect[] {
  const found: DOMRect[] = [];
  for (let at: Element | null = element; at && at !== document.body; at = at.parentElement) {
    const style = getComputedStyle(at);
    const clips = /hidden|clip/.test(`${style.overflowX} ${style.overflowY}`);
    if (clips && at.clientWidth > 1 && at.clientHeight > 1) found.push(at.getBoundingClientRect());
  }
  return found;
}

/** Whether less than half of something is left by what cuts it off. */
export function isCut(rect: DOMRect, boxes: readonly DOMRect[]): boolean {
  let [left, top, right, bottom] = [rect.left, rect.top, rect.right, rect.bottom];
  for (const box of boxes) {
    left = Math.max(left, box.left);
    top = Math.max(top, box.top);
    right = Math.min(right, box.right);
    bottom = Math.min(bottom, box.bottom);
  }
  return Math.max(0, right - left) * Math.max(0, bottom - top) < (rect.width * rect.height) / 2;
}
