import type { Check, CheckResult } from '../finding.js';

export const headingOrder: Check = {
  code: 'heading-order',
  severity: 'risk',
  why: 'Screen reader users navigate by headings.',
  find: ({ kind, screens }) => {
    const screen = screens[0];
    if (kind !== 'html' || !screen) return [];
    const headings = screen.things.filter(({ level }) => level !== undefined);
    const found: CheckResult[] = [];
    headings.forEach(({ name, path, box, level = 1 }, index) => {
      const before = headings[index - 1]?.level ?? 0;
      const place = { name, path, box, screen: screen.width };
      if (index > 0 && level > before + 1)
        found.push({
          ...place,
          what: `A heading of level ${level} follows one of level ${before}.`,
          proposal: { do: 'level', at: path, to: before + 1 },
        });
      else if (index > 0 && level === 1)
        found.push({
          ...place,
          what: 'The page has more than one heading of level 1.',
          proposal: { do: 'level', at: path, to: 2 },
        });
    });
    if (headings.length && !headings.some(({ level }) => level === 1))
      found.push({
        name: headings[0]?.name ?? '',
        path: headings[0]?.path ?? '',
        what: 'The page has no heading of level 1.',
        proposal: { do: 'level', at: headings[0]?.path ?? '', to: 1 },
      });
    return found;
  },
};
