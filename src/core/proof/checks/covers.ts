import { required } from '../../data/required.js';
import { about, shownBox, type Compared, type ComparedPage } from '../compare-page.js';
import type { Difference, SuggestedFix } from '../difference.js';
import type { MeasuredWord } from '../measurement.js';
import { quote } from './presence.js';
import { boxOf } from './text-boxes.js';

/** Words and pictures that something lies on which does not in the source. */
export function coverDifferences(page: ComparedPage): Difference[] {
  const byId = new Map(page.all.map((compared) => [compared.node.id, compared]));
  return page.all.flatMap((compared) => [...coveredWords(compared, byId), ...coveredImage(compared, byId)]);
}

function coveredWords(compared: Compared, byId: ReadonlyMap<string, Compared>): Difference[] {
  const groups = new Map<string, MeasuredWord[]>();
  for (const { wanted, is } of compared.words) {
    if (is?.under === undefined || is.of !== compared.node.id || !wanted || wanted.under !== undefined) continue;
    groups.set(is.under, [...(groups.get(is.under) ?? []), is]);
  }
  return [...groups].map(([id, words]) => {
    const cover = byId.get(id);
    const what = `${quote(words)} is covered by ${cover ? cover.node.name : 'another element'}`;
    return {
      ...about(compared),
      fault: 'covered',
      what,
      by: words.length,
      box: boxOf(required(words[0])),
      ...remedyOf(compared, cover),
    };
  });
}

function coveredImage(compared: Compared, byId: ReadonlyMap<string, Compared>): Difference[] {
  const [wanted, is] = [shownBox(compared.wanted), shownBox(compared.is)];
  const under = compared.is?.under;
  if (!wanted || !is || under === undefined || compared.wanted?.under !== undefined) return [];
  const cover = byId.get(under);
  const what = `The ${compared.node.kind} is covered by ${cover ? cover.node.name : 'another element'}`;
  return [
    {
      ...about(compared),
      fault: 'covered',
      what,
      by: Math.round(is[2]),
      wanted,
      box: is,
      ...remedyOf(compared, cover),
    },
  ];
}

/** What changes the order of layers: one of the two has a place in it that can be taken away or raised (CSS 2, 9.9.1). */
function remedyOf(compared: Compared, cover: Compared | undefined): { readonly remedy?: SuggestedFix } {
  for (const [own, raised] of chain(compared))
    if (Number(raised) < 0) return { remedy: { id: own, property: 'z-index', value: 'auto' } };
  const [first] = cover ? chain(cover).filter(([, level]) => Number(level) > 0) : [];
  if (first) return { remedy: { id: first[0], property: 'z-index', value: 'auto' } };
  const layered = ancestors(compared).find(isLayer);
  return { remedy: { id: (layered ?? compared).node.id, property: 'z-index', ...(layered ? { value: '1' } : {}) } };
}

function ancestors(compared: Compared): Compared[] {
  return compared.parent ? [compared, ...ancestors(compared.parent)] : [compared];
}

/** An element and what it is in, with their places in the order of layers. */
function chain(compared: Compared): (readonly [id: string, level: string])[] {
  return ancestors(compared).flatMap(({ node, look }) => {
    const level = look.get('z-index');
    return level === undefined || level === 'auto' ? [] : [[node.id, level] as const];
  });
}

/** Whether `z-index` means something for an element (CSS 2, 9.9.1; Flexbox, 4.3; Grid, 4.4). */
function isLayer({ look, parent }: Compared): boolean {
  const positioned = /relative|absolute|fixed|sticky/.test(look.get('position') ?? '');
  return positioned || /flex|grid/.test(parent?.look.get('display') ?? '');
}
