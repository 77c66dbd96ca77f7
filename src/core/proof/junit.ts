import { placeOfCondition } from './conditions.js';
import { overUnderConditions } from './over-limits.js';
import { percent } from './percent.js';
import type { Proof } from './proof.js';

/** Proofs as JUnit XML: one suite a page, one case a section and width, one each for a condition, for the sweep and for accessibility. */
export function junitOf(proofs: readonly Proof[]): string {
  const suites = proofs.map((proof) => {
    const cases = casesOf(proof);
    const failed = cases.filter(({ failure }) => failure !== undefined).length;
    const lines = cases.map(({ name, group, failure }) => {
      const head = `    <testcase classname="${xml(group)}" name="${xml(name)}"`;
      return failure === undefined
        ? `${head}/>`
        : `${head}>\n      <failure message="${xml(failure)}"/>\n    </testcase>`;
    });
    return `  <testsuite name="${xml(proof.page)}" tests="${cases.length}" failures="${failed}">\n${lines.join('\n')}\n  </testsuite>`;
  });
  return `<?xml version="1.0" encoding="UTF-8"?>\n<testsuites>\n${suites.join('\n')}\n</testsuites>\n`;
}

interface Case {
  readonly group: string;
  readonly name: string;
  readonly failure?: string;
}

function casesOf({ page, limits, widths, sweep, conditions, barriers }: Proof): Case[] {
  const cases = widths.flatMap(({ width, sections, differences }): Case[] =>
    sections.map(({ name, differ, placed }) => {
      const [first] = differences.filter((difference) => difference.section === name);
      const why = first ? `; ${first.name}: ${first.what}` : '';
      const over = differ > limits.differ || placed < limits.placed;
      return {
        group: `${page}.${name}`,
        name: `${width} px`,
        ...(over
          ? {
              failure: `${percent(differ)} of the pixels differ, ${percent(placed)} of the words are in position${why}`,
            }
          : {}),
      };
    }),
  );
  const under = (conditions ?? []).map((proof): Case => {
    const [failure] = overUnderConditions([proof], limits);
    return { group: page, name: placeOfCondition(proof), ...(failure === undefined ? {} : { failure }) };
  });
  const swept = sweep && limits.faults !== undefined && sweep.length > limits.faults;
  const worse = barriers && limits.worse !== undefined && barriers.worse.length > limits.worse;
  return [
    ...cases,
    ...under,
    ...(sweep
      ? [
          {
            group: page,
            name: 'every width',
            ...(swept ? { failure: sweep.map(({ from, to, what }) => `${from} to ${to} px: ${what}`).join('; ') } : {}),
          },
        ]
      : []),
    ...(barriers
      ? [
          {
            group: page,
            name: 'accessibility',
            ...(worse ? { failure: barriers.worse.map(({ what, count }) => `${what} (${count})`).join('; ') } : {}),
          },
        ]
      : []),
  ];
}

/** Text as it may stand in an attribute (XML 1.0, 2.4), without what XML cannot hold. */
function xml(text: string): string {
  return (
    text
      // eslint-disable-next-line no-control-regex
      .replace(/[\u0000-\u0008\u000b\u000c\u000e-\u001f\ufffe\uffff]/g, '')
      .replace(/&/g, '&amp;')
      .replace(/</g, '&lt;')
      .replace(/>/g, '&gt;')
      .replace(/"/g, '&quot;')
  );
}
