import type { Check, CheckResult } from '../finding.js';
import type { SurveyedExtra, SurveyedPage } from '../observations.js';

function each(list: (page: SurveyedPage) => readonly SurveyedExtra[], say: (detail: string) => string): Check['find'] {
  return (page) => list(page).map(({ name, path, detail }): CheckResult => ({ name, path, what: say(detail) }));
}

export const lostScript: Check = {
  code: 'lost-script',
  severity: 'risk',
  why: 'Scripts do not come along. Menus, tabs, dialogs and slides are rebuilt without; anything else they do is lost.',
  find: each(
    ({ scripts }) => scripts,
    (detail) => `A script of the page will not run in the result: ${detail}`,
  ),
};

export const embedded: Check = {
  code: 'embedded-page',
  severity: 'note',
  why: 'It keeps its address, and every visitor loads it from there.',
  find: each(
    ({ embeds }) => embeds,
    (detail) => `Another page is embedded: ${detail}`,
  ),
};

export const otherServer: Check = {
  code: 'other-server',
  severity: 'risk',
  why: 'A file on another server can change or disappear, and its owner learns who visits.',
  find: each(
    ({ elsewhere }) => elsewhere,
    (detail) => `This is loaded from another server: ${detail}`,
  ),
};
