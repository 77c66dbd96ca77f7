/** What a basic shape draws, as the path that it stands for (SVG 2, section 10); undefined for what is none. */
export function pathDataOf(shape: Element): string | undefined {
  if (shape instanceof SVGPathElement) return shape.getAttribute('d') ?? '';
  if (shape instanceof SVGRectElement) {
    const [x, y, width, height] = [shape.x, shape.y, shape.width, shape.height].map(({ baseVal }) => baseVal.value) as [
      number,
      number,
      number,
      number,
    ];
    const style = getComputedStyle(shape);
    const [rx, ry] = [parseFloat(style.rx), parseFloat(style.ry)];
    const across = Math.min((Number.isNaN(rx) ? ry : rx) || 0, width / 2);
    const down = Math.min((Number.isNaN(ry) ? rx : ry) || 0, height / 2);
    if (!(across > 0 && down > 0)) return `M${x} ${y}h${width}v${height}h${-width}z`;
    const corner = `a${across} ${down} 0 0 1`;
    const [h, v] = [width - 2 * across, height - 2 * down];
    return `M${x + across} ${y}h${h}${corner} ${across} ${down}v${v}${corner} ${-across} ${down}h${-h}${corner} ${-across} ${-down}v${-v}${corner} ${across} ${-down}z`;
  }
  if (shape instanceof SVGCircleElement || shape instanceof SVGEllipseElement) {
    const [x, y] = [shape.cx.baseVal.value, shape.cy.baseVal.value];
    const [rx, ry] =
      shape instanceof SVGCircleElement
        ? [shape.r.baseVal.value, shape.r.baseVal.value]
        : [shape.rx.baseVal.value, shape.ry.baseVal.value];
    return `M${x - rx} ${y}a${rx} ${ry} 0 0 1 ${2 * rx} 0a${rx} ${ry} 0 0 1 ${-2 * rx} 0z`;
  }
  if (shape instanceof SVGPolygonElement || shape instanceof SVGPolylineElement) {
    const points = [...shape.points].map(({ x, y }) => `${x} ${y}`);
    return points.length ? `M${points.join('L')}${shape instanceof SVGPolygonElement ? 'z' : ''}` : '';
  }
  return undefined;
}
