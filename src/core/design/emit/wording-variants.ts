import type { ElementNode, PageNode } from '../../document/types.js';
import { saidBy } from '../text/paragraphs.js';
import { breaksOn, runsOf } from './runs.js';
import type { Paragraph } from '../model/paragraph.js';

/** A text, and what it says on each board. */
export interface TextVariants {
  readonly text: Paragraph;
  /** Whether stretches that look like links are links. */
  readonly linked: boolean;
  /** The text of each board, widest first; undefined where it is not there. */
  readonly onBoards: readonly (Paragraph | undefined)[];
  /** How many screens have looks: the boards, then those that are derived. */
  readonly screens: number;
  readonly addStyle: (looks: readonly Record<string, string>[]) => string;
  readonly idOf: (path: string) => string;
}

/** The nodes of a text; where it says something otherwise on other boards, each wording is shown on those that have it. */
export function wordingsOf(message: TextVariants): PageNode[] {
  const { text, onBoards: onArtboards, screens, addStyle, idOf } = message;
  const own = onArtboards.map((onArtboard) => saidBy(onArtboard ?? text));
  const wordings = [...new Set(own)];
  if (wordings.length < 2) return nodesOf(text, message);
  return wordings.map((words, at): ElementNode => {
    const wording = onArtboards[own.indexOf(words)] ?? text;
    return {
      id: idOf(`${wording.path} ${at}`),
      kind: 'run',
      name: 'wording',
      element: 'span',
      style: addStyle(shownOn(screens, (artboard) => (own[artboard] ?? own.at(-1)) === words)),
      inline: true,
      ...(at > 0 ? { otherwise: true as const } : {}),
      children: nodesOf(wording, message),
    };
  });
}

function nodesOf(wording: Paragraph, { linked, onBoards: onArtboards, screens, addStyle }: TextVariants): PageNode[] {
  const same = onArtboards.map((onArtboard) =>
    onArtboard && saidBy(onArtboard) === saidBy(wording) ? onArtboard : undefined,
  );
  const breaks = [...breaksOn(same)].map(
    ([at, artboards]) => [at, addStyle(shownOn(screens, (artboard) => artboards[artboard] === true))] as const,
  );
  const everywhere = (look: Record<string, string>): string => addStyle(Array.from({ length: screens }, () => look));
  return runsOf(wording, linked, everywhere, new Map(breaks));
}

function shownOn(screens: number, isShown: (artboard: number) => boolean): Record<string, string>[] {
  return Array.from({ length: screens }, (_, artboard): Record<string, string> =>
    isShown(artboard) ? {} : { display: 'none' },
  );
}
