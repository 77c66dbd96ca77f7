/** Properties that children take from their parent when nothing is declared (CSS Cascade 5, section 7.2; each property's own table). */
export const INHERITED: ReadonlySet<string> = new Set([
  '-webkit-font-smoothing', '-webkit-tap-highlight-color', '-webkit-text-fill-color', '-webkit-text-stroke-color', '-webkit-text-stroke-width',
  '-webkit-text-size-adjust', 'text-size-adjust', 'accent-color', 'border-collapse', 'border-spacing', 'caption-side', 'caret-color', 'clip-rule', 'color', 'color-scheme',
  'cursor', 'direction', 'empty-cells', 'fill', 'fill-opacity', 'fill-rule', 'font-family', 'font-feature-settings', 'font-kerning',
  'font-optical-sizing', 'font-palette', 'font-size', 'font-size-adjust', 'font-stretch', 'font-style', 'font-synthesis', 'font-synthesis-style', 'font-synthesis-weight', 'font-synthesis-small-caps', 'font-variant-alternates',
  'font-variant-caps', 'font-variant-east-asian', 'font-variant-emoji', 'font-variant-ligatures', 'font-variant-numeric', 'font-variant-position',
  'font-variation-settings', 'font-weight', 'hyphenate-character', 'hyphens', 'image-rendering', 'letter-spacing', 'line-break',
  'line-height', 'list-style-image', 'list-style-position', 'list-style-type', 'orphans', 'overflow-wrap', 'paint-order',
  'pointer-events', 'quotes', 'ruby-position', 'stroke', 'stroke-dasharray', 'stroke-dashoffset', 'stroke-linecap', 'stroke-linejoin',
  'stroke-miterlimit', 'stroke-opacity', 'stroke-width', 'tab-size', 'text-align', 'text-align-last', 'text-anchor', 'text-decoration-skip-ink',
  'text-emphasis-color', 'text-emphasis-position', 'text-emphasis-style', 'text-indent', 'text-orientation', 'text-rendering', 'text-shadow',
  'text-transform', 'text-underline-offset', 'text-underline-position', 'text-wrap-mode', 'text-wrap-style', 'visibility',
  'white-space-collapse', 'widows', 'word-break', 'word-spacing', 'writing-mode', '-webkit-print-color-adjust', 'print-color-adjust', 'user-select', '-webkit-user-select',
]); // prettier-ignore
