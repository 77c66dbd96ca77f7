/**
 * A value that must be there: an element of a list within its bounds, the value of a key that was set before.
 * @throws Error if it is not, which is a bug of ours
 */
export function required<T>(value: T): NonNullable<T> {
  if (value === undefined || value === null) throw new Error('A value that must be there is missing.');
  return value;
}
