import { CHECKS } from './checks/index.js';
import type { Finding, Severity } from './finding.js';
import type { SurveyedPage } from './observations.js';

const RANK: Readonly<Record<Severity, number>> = { fault: 0, risk: 1, note: 2 };

/** Everything that the checks find in a page, the gravest first. The same finding on several screens is one. */
export function findingsOf(page: SurveyedPage): Finding[] {
  const found = CHECKS.flatMap(({ code, severity, why, find }) =>
    once(find(page)).map((entry): Finding => ({ code, ...entry, severity: entry.severity ?? severity, why })),
  );
  return found.sort((a, b) => RANK[a.severity] - RANK[b.severity]);
}

function once<Found extends { readonly path: string; readonly what: string; readonly name: string }>(
  all: readonly Found[],
): Found[] {
  const known = new Set<string>();
  return all.filter(({ path, what, name }) => {
    const key = `${path || name}|${what}`;
    if (known.has(key)) return false;
    known.add(key);
    return true;
  });
}
