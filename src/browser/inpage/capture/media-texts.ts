/** The media queries of the page's own sheets, each once; sheets that may not be read are left out. */
export function mediaTexts(): string[] {
  const found = new Set<string>();
  const read = (rules: CSSRuleList): void => {
    for (const rule of rules) {
      if (rule instanceof CSSMediaRule) found.add(rule.conditionText);
      if ('cssRules' in rule) read(rule.cssRules as CSSRuleList);
    }
  };
  for (const sheet of document.styleSheets) {
    if (sheet.media.mediaText) found.add(sheet.media.mediaText);
    try {
      read(sheet.cssRules);
    } catch {
      /* It comes from elsewhere. */
    }
  }
  return [...found];
}
