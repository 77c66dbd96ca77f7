import type { ResolvedDeclarations } from './variables.js';

/** A layer of a shadow that no one can see. */
const UNSEEN = /^(rgba\(0, 0, 0, 0\)|transparent)( |$)|( |^)(rgba\(0, 0, 0, 0\)|transparent)$/;

/** Leaves out what a value only says because a framework put it together: shadows in a colour that cannot be seen. */
export function simplifyValues(set: ResolvedDeclarations): ResolvedDeclarations {
  const shadow = set.get('box-shadow');
  if (!shadow?.includes(',')) return set;
  const layers = shadow.split(/,\s*(?![^(]*\))/).filter((layer) => !UNSEEN.test(layer.trim()));
  const map = new Map(set);
  map.set('box-shadow', layers.join(', ') || 'none');
  return map;
}
