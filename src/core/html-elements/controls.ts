/**
 * Selector of what a visitor operates: interactive content of HTML (HTML, 3.2.5.2.7), what has the role of a control
 * (WAI-ARIA 1.2, 5.3.2), and what is put into the order of the keyboard.
 */
export const CONTROLS = [
  'a[href]',
  'area[href]',
  'button',
  'input:not([type="hidden"])',
  'select',
  'textarea',
  'summary',
  'label[for]',
  '[contenteditable]',
  '[tabindex]',
  ...['button', 'link', 'tab', 'menuitem', 'checkbox', 'radio', 'switch', 'slider', 'option', 'combobox'].map(
    (role) => `[role="${role}"]`,
  ),
].join(', ');
