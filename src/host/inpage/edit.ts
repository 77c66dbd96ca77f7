/* What editing pages do beyond forms: everything here can be done without it too. */
import { lead } from './lead.js';
import { preview } from './preview.js';
import { sort } from './sort.js';

const form = document.querySelector<HTMLFormElement>('#form');
if (form) {
  const shown = preview(form);
  lead(form, shown);
  sort(form);
}
