import { landmarksIn } from '../html-elements/landmarks.js';
import type { PageDocument, PageHead } from '../document/types.js';
import { elements, textOf } from '../document/walk.js';

/** What a page says of itself: to search engines, to screen readers, and to people who find their way by its headings. */
export interface PageFacts {
  readonly page: string;
  readonly title: string;
  readonly description: string;
  readonly language: string;
  readonly head: PageHead;
  readonly headings: readonly { readonly level: number; readonly words: string }[];
  /** Landmarks in the order of the page, as their roles are called (WAI-ARIA 1.2, 5.3.4). */
  readonly landmarks: readonly string[];
  /** What is missing or out of order, in words. */
  readonly faults: readonly string[];
}

/** Longer than this (letters), search engines and browsers cut titles and descriptions. */
const LONGEST_TITLE = 70;
const LONGEST_DESCRIPTION = 180;

/** @param document filled */
export function describePage(document: PageDocument): PageFacts {
  const headings = [...elements(document.body)].flatMap(({ element, attributes, ...node }) => {
    const level =
      /^h([1-6])$/.exec(element)?.[1] ??
      (attributes?.['role'] === 'heading' ? (attributes['aria-level'] ?? '2') : undefined);
    const words = textOf({ element, ...node });
    return level === undefined || !words ? [] : [{ level: Number(level), words }];
  });
  const landmarks = [...landmarksIn(document.body)];
  const { title, description = '', language, head = {} } = document;
  const about = { page: document.name, title, description, language, head, headings, landmarks };
  return { ...about, faults: [...faultsOfHead(about), ...faultsOfOutline(headings), ...faultsOfLandmarks(landmarks)] };
}

function faultsOfHead({ title, description, language, head }: Omit<PageFacts, 'faults'>): string[] {
  return [
    ...(title.trim() ? [] : ['The page has no title.']),
    ...(title.length > LONGEST_TITLE
      ? [`The title has ${title.length} letters; after about ${LONGEST_TITLE} it is cut.`]
      : []),
    ...(description.trim() ? [] : ['The page has no description.']),
    ...(description.length > LONGEST_DESCRIPTION
      ? [`The description has ${description.length} letters; after about ${LONGEST_DESCRIPTION} it is cut.`]
      : []),
    ...(language.trim() ? [] : ['The page has no language.']),
    ...(head.root === undefined
      ? ['The address of the site is missing: previews and search engines need it (brief.yaml, site).']
      : []),
    ...(head.icons?.length ? [] : ['The site has no icon (brief.yaml, site, mark).']),
  ];
}

function faultsOfOutline(headings: PageFacts['headings']): string[] {
  const first = headings.filter(({ level }) => level === 1);
  const skipped = headings.filter(({ level }, at) => at > 0 && level > (headings[at - 1]?.level ?? 0) + 1);
  return [
    ...(first.length === 0 ? ['The page has no heading of level 1.'] : []),
    ...(first.length > 1 ? [`The page has ${first.length} headings of level 1.`] : []),
    ...skipped.map(
      ({ level, words }) => `The heading "${words}" of level ${level} has no heading of level ${level - 1} above it.`,
    ),
  ];
}

function faultsOfLandmarks(landmarks: readonly string[]): string[] {
  return ['main', 'banner', 'contentinfo'].flatMap((role) => {
    const count = landmarks.filter((landmark) => landmark === role).length;
    if (role === 'main' && count === 0) return ['The page has no main landmark.'];
    return count > 1 ? [`The page has ${count} landmarks "${role}"; there is one at most.`] : [];
  });
}
