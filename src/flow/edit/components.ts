import { required } from '../../core/data/required.js';
import { findComponents, type Component } from '../../core/sites/components.js';
import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { SharedStyle } from '../../core/document/types.js';
import { openProject } from '../../project/folder.js';
import { readAdjusted } from '../render/read-page.js';

/** A shared element with its definition. */
export interface DefinedElement extends Component {
  readonly look: SharedStyle;
}

/** What the pages of a project share, with corrections. @throws TavrikError */
export function listComponents(project: string): Component[] {
  return findComponents(openProject(project).pages.map(({ name }) => readAdjusted(project, name).document));
}

/** The definition of one shared element. @throws TavrikError if there is none of that name */
export function findComponent(project: string, name: string): DefinedElement {
  const all = listComponents(project);
  const found = all.find((sharedElement) => sharedElement.name === name.replace(/^\./, ''));
  if (!found) {
    const near = nearestWords(
      name,
      all.map((sharedElement) => sharedElement.name),
    );
    throw new TavrikError(
      `Component "${name}" not found.`,
      project,
      near.length ? `Did you mean ${near.join(', ')}?` : 'See tavrik elements PROJECT.',
      'not-found',
    );
  }
  const page = readAdjusted(project, required(found.uses[0]).page).document;
  return { ...found, look: page.styles[found.name] ?? { rest: {} } };
}
