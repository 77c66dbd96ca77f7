import { CHANGE_KINDS, type Change, type ChangeKind } from './changes.js';

const SAID: Readonly<Record<ChangeKind, string>> = { added: 'New', removed: 'Gone', moved: 'Moved', reworded: 'Reworded', picture: 'Another picture', restyled: 'Looks otherwise' }; // prettier-ignore

/** A change as one line. */
export function changeLine({ what, kind, name, before, now, properties, count = 1 }: Change): string {
  const about = kind === 'style' ? `${name} (${count} ${count === 1 ? 'element' : 'elements'})` : `${kind} “${name}”`;
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
  for (const one of changes) found.set(one.section, [...(found.get(one.section) ?? []), one]);
  for (const [name, own] of found) found.set(name, [...own].sort((a, b) => CHANGE_KINDS.indexOf(a.what) - CHANGE_KINDS.indexOf(b.what))); // prettier-ignore
  return found;
}
