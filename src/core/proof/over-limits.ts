import { beyondRest, limitUnder, placeOfCondition, type ConditionProof } from './conditions.js';
import { percent } from './percent.js';
import type { Limits, Proof, WidthProof } from './proof.js';

/** What is over the limits, in words. */
export function overLimits({ widths, limits, sweep, conditions, barriers }: Omit<Proof, 'over' | 'page'>): string[] {
  const faults = sweep?.length ?? 0;
  const worse = barriers?.worse.length ?? 0;
  return [
    ...overAtWidths(widths, limits),
    ...overUnderConditions(conditions ?? [], limits),
    ...(limits.faults !== undefined && faults > limits.faults
      ? [`${faults} faults between the compared widths, the limit is ${limits.faults}`]
      : []),
    ...(limits.worse !== undefined && worse > limits.worse
      ? [`${worse} accessibility violations more than in the source, the limit is ${limits.worse}`]
      : []),
  ];
}

function overAtWidths(widths: readonly WidthProof[], limits: Limits): string[] {
  return widths.flatMap((width) => [
    ...(width.differ > limits.differ
      ? [`${width.width} px: ${percent(width.differ)} of the pixels differ, the limit is ${percent(limits.differ)}`]
      : []),
    ...(width.words.placed < limits.placed
      ? [
          `${width.width} px: ${percent(width.words.placed)} of the words are in position, the limit is ${percent(limits.placed)}`,
        ]
      : []),
    ...(limits.missing !== undefined && width.words.missing > limits.missing
      ? [
          `${width.width} px: ${percent(width.words.missing)} of the words are missing, the limit is ${percent(limits.missing)}`,
        ]
      : []),
  ]);
}

/** A proof of one section alone. */
export function onlySection(proof: Proof, name: string): Proof {
  const only = <Width extends WidthProof>(width: Width): Width => {
    const sections = width.sections.filter((section) => section.name === name);
    const [own] = sections;
    return {
      ...width,
      ...(own
        ? { differ: own.differ, seen: own.seen, words: { ...width.words, placed: own.placed, words: own.words } }
        : {}),
      sections,
      differences: width.differences.filter(({ section }) => section === name),
    };
  };
  const sweep = proof.sweep?.filter(({ section }) => section === name);
  const conditions = proof.conditions?.map(only);
  const result = {
    ...proof,
    widths: proof.widths.map(only),
    ...(sweep ? { sweep } : {}),
    ...(conditions ? { conditions } : {}),
  };
  return { ...result, over: overLimits(result) };
}

/** What is over the limits under conditions, in words: only what a condition adds, the rest is told of the width. */
export function overUnderConditions(conditions: readonly ConditionProof[], limits: Limits): string[] {
  return conditions.flatMap((proof) => {
    const { differ, misplaced } = beyondRest(proof);
    const most = limitUnder(proof.condition, limits);
    const unlike = proof.controls?.unlike.length ?? 0;
    const beyond = proof.atRest === undefined ? '' : ' more than at rest';
    const tell = (what: string): string => `${placeOfCondition(proof)}: ${what}`;
    return [
      ...(differ > most
        ? [tell(`${percent(differ)} of the pixels differ${beyond}, the limit is ${percent(most)}`)]
        : []),
      ...(misplaced > 1 - limits.placed
        ? [
            tell(
              `${percent(misplaced)} of the words are out of position${beyond}, the limit is ${percent(1 - limits.placed)}`,
            ),
          ]
        : []),
      ...(limits.controls !== undefined && unlike > limits.controls
        ? [
            tell(
              `${unlike} ${unlike === 1 ? 'control looks' : 'controls look'} different, the limit is ${limits.controls}`,
            ),
          ]
        : []),
    ];
  });
}
