import { CHANGE_KINDS, countText, type Change, type ChangeKind } from './changes.js';
import type { ContentEffect } from './revised.js';

const SAID: Readonly<Record<ChangeKind, string>> = {
  added: 'New',
  removed: 'Removed',
  moved: 'Moved',
  reworded: 'Reworded',
  picture: 'New image',
  restyled: 'Restyled',
};

/** A change as one line. */
export function changeLine({ what, kind, name, before, now, properties, count = 1 }: Change): string {
  const about =
    kind === 'style'
      ? `${name} (${count} ${count === 1 ? 'element' : 'elements'})`
      : `${kind === 'table-part' ? 'table row' : kind} “${name}”`;
  const more: Readonly<Record<ChangeKind, string>> = {
    added: count > 1 ? `, with ${count - 1} more in it` : '',
    removed: count > 1 ? `, with ${count - 1} more in it` : '',
    moved: before !== now ? `: from “${before}” to “${now}”` : '',
    reworded: `: “${before}” is now “${now}”`,
    picture: before === undefined || now === undefined ? '' : `: ${fileOf(before)} is now ${fileOf(now)}`,
    restyled: `: ${(properties ?? []).join(', ')}`,
  };
  return `${SAID[what]}: ${about}${more[what]}`;
}

function fileOf(path: string): string {
  return path.replace(/^assets\//, '').replace(/-[0-9a-f]{10}(?=\.\w+$)/, '');
}

/** Changes by section, in the order of the page. */
export function bySection(changes: readonly Change[]): Map<string, Change[]> {
  const found = new Map<string, Change[]>();
  for (const change of [...changes].sort((a, b) => a.at - b.at))
    found.set(change.section, [...(found.get(change.section) ?? []), change]);
  for (const [name, own] of found)
    found.set(
      name,
      [...own].sort((a, b) => CHANGE_KINDS.indexOf(a.what) - CHANGE_KINDS.indexOf(b.what)),
    );
  return found;
}

/** What a revision of a page means for what people wrote, in words, a line each. */
export function contentLines({
  conflicts,
  parked,
  returned,
  newFields,
}: Omit<ContentEffect, 'page' | 'changes'>): string[] {
  return [
    ...conflicts.map(
      ({ path, before = '', ours = '', theirs = '' }) =>
        `${path}: the edited text “${theirs}” is kept. The design had “${before}” and now has “${ours}”.`,
    ),
    ...Object.entries(parked).map(
      ([path, value]) => `${path}: the field is gone. “${value}” is kept and returns with the field.`,
    ),
    ...returned.map((path) => `${path}: the field is back, with its edited text.`),
    ...(newFields.length ? [`New fields: ${newFields.join(', ')}.`] : []),
  ];
}

/** A short text that can be sent to the client. */
export function clientText(pages: readonly ContentEffect[]): string {
  const parts = pages.map((page) => {
    const lines = [...bySection(page.changes.filter(({ what }) => what !== 'restyled'))].flatMap(([section, own]) => [
      `${section || 'The page'}`,
      ...own.map((change) => `  - ${changeLine(change)}`),
    ]);
    const looks = page.changes.filter(({ what }) => what === 'restyled').length;
    const content = contentLines(page).map((line) => `  - ${line}`);
    return [
      `${page.page}: ${countText(page.changes)}.`,
      '',
      ...lines,
      ...(looks ? ['', `Colours, type or spacing changed in ${looks} ${looks === 1 ? 'place' : 'places'}.`] : []),
      ...(content.length ? ['', 'Your content', ...content] : ['', 'All your content is unchanged.']),
    ].join('\n');
  });
  return `${parts.join('\n\n')}\n`;
}
