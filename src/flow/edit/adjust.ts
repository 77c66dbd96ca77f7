import { join } from 'node:path';
import type { Adjustment } from '../../core/adjust/adjustment.js';
import { contradictions, targetOf, WIDEST } from '../../core/adjust/adjustment.js';
import { sameOnPage } from '../../core/sites/shared-aims.js';
import { nearestWords } from '../../core/text/nearest.js';
import { TavrikError } from '../../core/errors/tavrik-error.js';
import type { PageDocument } from '../../core/document/types.js';
import { elements } from '../../core/document/walk.js';
import { ADJUST_FILE, checkDeclaration, readAdjustments, writeAdjustments } from '../../project/adjust-file.js';
import { openProject, writeFile } from '../../project/folder.js';
import { pageNamed } from '../../project/settings.js';
import { readPage } from '../render/read-page.js';
import { writeAndRender } from '../render/render.js';

/** What a correction is to be about, as a person says it. */
export interface CorrectionTarget {
  readonly page?: string;
  /** Id, name or path of an element, or the name of a shared style after a dot. */
  readonly of: string;
  readonly at?: readonly string[];
  readonly state?: string;
}

/** The corrections of a project. @throws TavrikError */
export function listAdjustments(project: string): readonly Adjustment[] {
  openProject(project);
  return readAdjustments(project);
}

/**
 * Sets a correction, in place of one that said otherwise, and renders the site. What stands in the header or the footer that
 * several pages have is set on all of them, unless one page is named. @throws TavrikError
 */
export function setAdjustment(
  project: string,
  place: CorrectionTarget,
  property: string,
  value: string,
): readonly Adjustment[] {
  const list = listAdjustments(project);
  checkDeclaration(property, value, 'set');
  const adjustments = targetsIn(project, place).map((target): Adjustment => ({ ...target, property, value }));
  const isReplaced = (adjustment: Adjustment): boolean =>
    adjustments.some((own) => contradictions([adjustment, own]).length > 0 || isSame(adjustment, own));
  save(project, [...list.filter((adjustment) => !isReplaced(adjustment)), ...adjustments]);
  return adjustments;
}

/** Removes corrections: those of a property, or all of an element or style. @returns how many @throws TavrikError if there are none */
export function removeAdjustments(project: string, place: CorrectionTarget, property: string | undefined): number {
  const list = listAdjustments(project);
  const targets = targetsIn(project, place);
  const gone = list.filter(
    (adjustment) =>
      targets.some(
        ({ page, element, style }) =>
          adjustment.element === element && adjustment.style === style && (adjustment.page ?? page) === page,
      ) &&
      (property === undefined || adjustment.property === property) &&
      (!place.at || place.at.join() === adjustment.at?.join()) &&
      (place.state === undefined || place.state === adjustment.state),
  );
  if (gone.length === 0)
    throw new TavrikError('Correction not found.', place.of, `See tavrik adjust ${project}.`, 'not-found');
  save(
    project,
    list.filter((adjustment) => !gone.includes(adjustment)),
  );
  return gone.length;
}

/** Takes back a step of tuning, the last one if none is named. @throws TavrikError if there is none */
export function undoStep(project: string, step: string | undefined): number {
  const list = listAdjustments(project);
  const steps = [
    ...new Set(list.flatMap((adjustment) => (adjustment.step === undefined ? [] : [adjustment.step]))),
  ].sort((a, b) => a - b);
  const wanted = step === undefined ? steps.at(-1) : Number(step);
  if (wanted === undefined || !steps.includes(wanted))
    throw new TavrikError(
      step === undefined ? 'No step to undo.' : `Step ${step} not found.`,
      join(project, ADJUST_FILE),
      steps.length ? `Steps: ${steps.join(', ')}.` : 'Tuning has not added any.',
      'not-found',
    );
  save(
    project,
    list.filter((adjustment) => adjustment.step !== wanted),
  );
  return wanted;
}

function save(project: string, list: readonly Adjustment[]): void {
  writeAndRender(project, () => writeFile(join(project, ADJUST_FILE), writeAdjustments(list)));
}

function isSame(a: Adjustment, b: Adjustment): boolean {
  return targetOf(a) === targetOf(b) && (a.at ?? []).join() === (b.at ?? []).join();
}

type Target = Omit<Adjustment, 'property' | 'value'>;

/** @throws TavrikError if no element, style or breakpoint is meant */
function targetsIn(project: string, place: CorrectionTarget): readonly Target[] {
  const settings = openProject(project);
  const { document, file } = readPage(project, pageNamed(settings, place.page).name);
  const first = targetOn(document, file, place);
  if (place.page !== undefined) return [first];
  const others = settings.pages
    .filter(({ name }) => name !== document.name)
    .flatMap(({ name }): Target[] => {
      const { document: other } = readPage(project, name);
      const known = new Set([WIDEST, ...other.breakpoints.map((breakpoint) => breakpoint.name)]);
      const same = (place.at ?? []).every((text) => known.has(text)) ? sameOnPage(document, first, other) : undefined;
      const { element: _, style: __, ...rest } = first;
      return same ? [{ ...rest, ...same, page: other.name }] : [];
    });
  return [first, ...others];
}

/** @throws TavrikError if no element, style or breakpoint of a page is meant */
function targetOn(document: PageDocument, file: string, { of, at, state }: CorrectionTarget): Target {
  checkRanges(document, at, file);
  const shared = { page: document.name, ...(at?.length ? { at } : {}), ...(state === undefined ? {} : { state }) };
  if (of.startsWith('.')) {
    if (document.styles[of.slice(1)]) return { ...shared, style: of.slice(1) };
    const near = nearestWords(of.slice(1), Object.keys(document.styles)).map((nearestWord) => `.${nearestWord}`);
    throw new TavrikError(
      `Shared style "${of}" not found.`,
      file,
      near.length ? `Did you mean ${near.join(', ')}?` : 'See the classes in site/style.css.',
      'not-found',
    );
  }
  const all = [...elements(document.body)];
  const found = all.filter(({ id, name, from }) => id === of || name === of || from?.path === of);
  const [only] = found;
  if (only && found.length === 1) return { ...shared, element: only.id };
  if (only)
    throw new TavrikError(
      `"${of}" matches ${found.length} elements.`,
      file,
      `Give the id of one: ${found
        .slice(0, 6)
        .map(({ id }) => id)
        .join(', ')}; or their style: .${only.style ?? ''}.`,
    );
  const near = nearestWords(
    of,
    all.flatMap(({ name, from }) => [name, ...(from ? [from.path] : [])]),
  ).map((nearestWord) => `"${nearestWord}"`);
  throw new TavrikError(
    `Element "${of}" not found.`,
    file,
    near.length ? `Did you mean ${near.join(', ')}?` : 'Give its id, its name, or its path in the source.',
    'not-found',
  );
}

function checkRanges({ breakpoints }: PageDocument, at: readonly string[] | undefined, file: string): void {
  const known = [WIDEST, ...breakpoints.map(({ name }) => name)];
  const wrong = at?.find((name) => !known.includes(name));
  if (wrong !== undefined)
    throw new TavrikError(`Breakpoint "${wrong}" not found.`, file, `Available: ${known.join(', ')}.`, 'not-found');
}
