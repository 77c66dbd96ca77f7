import type { LookDeclarations } from './variables.js';

/** A layer of a shadow that no one can see. */
const UNSEEN = /^(rgba\(0, 0, 0, 0\)|transparent)( |$)|( |^)(rgba\(0, 0, 0, 0\)|transparent)$/;

/** Leaves out what a value only says because a framework put it together: shadows in a colour that cannot be seen. */
export function simplifyValues(set: LookDeclarations): LookDeclarations {
  const shadow = set.get('box-shadow');
  if (!shadow?.includes(',')) return set;
  const layers = shadow.split(/,\s*(?![^(]*\))/).filter((layer) => !UNSEEN.test(layer.trim()));
  const made = new Map(set);
  made.set('box-shadow', layers.join(', ') || 'none');
  return made;
}
