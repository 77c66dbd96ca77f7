import { contrast, over, readColour, writeColour } from '../../css/colours.js';
import { eachElement } from '../placed-elements.js';
import type { Check, CheckResult } from '../finding.js';

/** Large text is 24 px, or 18.66 px if bold (WCAG 2.2, 1.4.3). */
const LARGE = 24;
const LARGE_BOLD = 18.66;

export const lowContrast: Check = {
  code: 'low-contrast',
  severity: 'risk',
  why: 'Many people cannot read it (WCAG 2.2, 1.4.3, level AA).',
  find: (page) =>
    eachElement(page, ({ text }) => text?.ground !== undefined).flatMap(({ thing, place }): CheckResult[] => {
      const [ink, ground] = [readColour(thing.text?.look.color ?? ''), readColour(thing.text?.ground ?? '')];
      const look = thing.text?.look;
      if (!ink || !ground || !look || ink[3] < 0.05) return [];
      const large = look.size >= LARGE || (look.size >= LARGE_BOLD && look.weight >= 700);
      const found = contrast(over(ink, ground), ground);
      const least = large ? 3 : 4.5;
      if (found >= least - 0.005) return [];
      return [
        {
          ...place,
          what: `${writeColour(ink)} on ${writeColour(ground)} has a contrast of ${Math.floor(found * 100) / 100}; ${least} is the least.`,
        },
      ];
    }),
};
