import { CLOSED_SUMMARY, OPEN_SUMMARY } from '../../behaviours/conditions.js';
import type { StyleVariant } from '../../document/types.js';

const SUMMARY_STATES: Readonly<Record<string, string>> = { [OPEN_SUMMARY]: '[open]', [CLOSED_SUMMARY]: ':not([open])' };

/** What waited for a summary whose `details` are open, now that there are `details`. */
export function waiting(variant: StyleVariant, isBranch: boolean, details: string, branch: string): StyleVariant {
  const { state = '', within, ...rest } = variant;
  for (const [before, after] of Object.entries(SUMMARY_STATES)) {
    if (within?.style === branch && within.state === before)
      return { ...rest, ...(state ? { state } : {}), within: { style: details, state: after } };
    if (isBranch && !within && state.includes(before)) {
      const left = state.replace(before, '');
      return { ...rest, ...(left ? { state: left } : {}), within: { style: details, state: after } };
    }
  }
  return variant;
}
