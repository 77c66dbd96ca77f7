import type { Check, CheckResult } from '../finding.js';

/** Artboards whose widths differ by less are for one screen, px. */
const CLOSE = 120;
/** Narrower than this is a phone; no phone is wider. */
const PHONE = 480;
const NARROWEST = 320;

export const artboardWidths: Check = {
  code: 'artboard-widths',
  severity: 'risk',
  why: 'Layouts change at breakpoints between the widths: two artboards in one range contradict each other.',
  find: ({ kind, screens }) => {
    if (kind !== 'design') return [];
    return screens.flatMap(({ name, width }, index): CheckResult[] => {
      const wider = screens[index - 1]?.width;
      const place = { name, path: name, screen: width };
      if (wider !== undefined && wider - width < CLOSE)
        return [
          {
            ...place,
            what:
              wider === width
                ? `Another artboard is also ${width} px wide.`
                : `It is only ${wider - width} px narrower than the artboard of ${wider} px; no breakpoint fits between them.`,
          },
        ];
      if (width < NARROWEST) return [{ ...place, what: `No screen is only ${width} px wide.` }];
      if (index === screens.length - 1 && screens.length > 1 && width > PHONE)
        return [
          {
            ...place,
            what: `The narrowest artboard is ${width} px wide; the phone has to be derived from it.`,
            severity: 'note',
          },
        ];
      return [];
    });
  },
};
