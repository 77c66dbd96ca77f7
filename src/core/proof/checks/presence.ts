import { required } from '../../data/required.js';
import { textOf } from '../../document/walk.js';
import { about, shownBox, type Compared, type ComparedPage } from '../compare-page.js';
import type { Difference, SuggestedFix } from '../difference.js';
import type { MeasuredWord } from '../measurement.js';
import { boxOf } from './text-boxes.js';

const IMAGES = new Set(['image', 'icon', 'artwork', 'video', 'embed', 'field', 'divider']);
/** Words that are quoted, at most. */
const QUOTED = 6;

/** What is in one of both only, and what is cut off. */
export function presenceDifferences(page: ComparedPage): Difference[] {
  return [...missingWords(page), ...extraWords(page), ...missingThings(page), ...cutWords(page)];
}

/** Words in quotation marks, the first of many. */
export function quote(words: readonly MeasuredWord[]): string {
  const text = words
    .slice(0, QUOTED)
    .map(({ text }) => text)
    .join(' ');
  return `“${text}${words.length > QUOTED ? ' …' : ''}”`;
}

function missingWords({ pairs, all, root }: ComparedPage): Difference[] {
  const groups: MeasuredWord[][] = [];
  let before: MeasuredWord | undefined;
  for (const { wanted, is } of pairs) {
    if (!wanted || is) continue;
    const together = before && before.of === wanted.of && Math.abs(wanted.y - before.y) < 3 * wanted.height;
    if (together) required(groups.at(-1)).push(wanted);
    else groups.push([wanted]);
    before = wanted;
  }
  return groups.map((words) => {
    const [first] = words as [MeasuredWord, ...MeasuredWord[]];
    const text = words
      .map(({ text }) => text)
      .join(' ')
      .toLowerCase();
    const compared =
      all.find(({ node }) => first.of !== undefined && node.id === first.of) ??
      all.findLast(({ node }) => textOf(node).toLowerCase().includes(text)) ??
      root;
    const hidden = !shownBox(compared.is) && compared !== root;
    return {
      ...about(compared),
      fault: 'missing',
      what: `${quote(words)} is missing`,
      by: words.length,
      wanted: boxOf(first),
      ...(hidden ? { remedy: { id: compared.node.id, property: 'display', value: 'revert' } } : {}),
    };
  });
}

function extraWords({ pairs, all }: ComparedPage): Difference[] {
  const groups = new Map<string, MeasuredWord[]>();
  for (const { wanted, is } of pairs) {
    if (wanted || !is) continue;
    groups.set(is.of ?? '', [...(groups.get(is.of ?? '') ?? []), is]);
  }
  return [...groups].flatMap(([id, words]) => {
    const compared = all.find(({ node }) => node.id === id);
    const [first] = words as [MeasuredWord, ...MeasuredWord[]];
    return compared
      ? [
          {
            ...about(compared),
            fault: 'extra' as const,
            what: `${quote(words)} is not in the source`,
            by: words.length,
            box: boxOf(first),
            remedy: { id, property: 'display' },
          },
        ]
      : [];
  });
}

function missingThings({ all }: ComparedPage): Difference[] {
  return all.flatMap((compared) => {
    const wanted = shownBox(compared.wanted);
    if (!wanted || shownBox(compared.is) || !IMAGES.has(compared.node.kind)) return [];
    return [
      {
        ...about(compared),
        fault: 'missing' as const,
        what: `The ${compared.node.kind} is missing`,
        by: Math.round(Math.max(wanted[2], wanted[3])),
        wanted,
        remedy: { id: compared.node.id, property: 'display', value: 'revert' },
      },
    ];
  });
}

/** What lets a box be as high as what it holds, or show all of it. */
function cutBy({ node, look }: Compared): SuggestedFix {
  const high = ['height', 'max-height'].find((name) => !/^(auto|none)$/.test(look.get(name) ?? 'auto'));
  if (high) return { id: node.id, property: high, value: high === 'height' ? 'auto' : 'none' };
  return { id: node.id, property: 'overflow-x', ...(look.has('overflow-x') ? { value: 'visible' } : {}) };
}

function cutWords({ all }: ComparedPage): Difference[] {
  return all.flatMap((compared: Compared) => {
    const cut = compared.words.flatMap(({ wanted, is }) =>
      is?.cut && wanted && !wanted.cut && is.of === compared.node.id ? [is] : [],
    );
    const [first] = cut;
    return first
      ? [
          {
            ...about(compared),
            fault: 'cut-off' as const,
            what: `${quote(cut)} is cut off`,
            by: cut.length,
            box: boxOf(first),
            remedy: cutBy(compared),
          },
        ]
      : [];
  });
}
