/** What the words in an HTML element are (HTML, 4): what their fields and their styles are called. */
export const ELEMENT_WORDS: Readonly<Record<string, string>> = {
  figcaption: 'caption',
  caption: 'caption',
  cite: 'author',
  blockquote: 'quote',
  pre: 'code',
  summary: 'question',
  legend: 'legend',
  dt: 'term',
  dd: 'definition',
  address: 'address',
  time: 'date',
  small: 'note',
  option: 'option',
  label: 'label',
};
