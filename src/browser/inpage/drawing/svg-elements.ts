/** Elements that paint something by themselves (SVG 2, 2.4). */
export const PAINTING = new Set([
  'rect',
  'circle',
  'ellipse',
  'line',
  'path',
  'polygon',
  'polyline',
  'image',
  'text',
  'use',
  'foreignObject',
]);
/** Elements that paint nothing where they stand. */
export const SILENT = new Set([
  'defs',
  'clipPath',
  'mask',
  'pattern',
  'symbol',
  'linearGradient',
  'radialGradient',
  'filter',
  'marker',
  'title',
  'desc',
  'metadata',
  'style',
  'script',
  'view',
]);
