/** An object without those of its members that are undefined: what is optional is either there or absent. */
export type Defined<T> = { [K in keyof T as undefined extends T[K] ? never : K]: T[K] } & {
  [K in keyof T as undefined extends T[K] ? K : never]?: Exclude<T[K], undefined>;
};

/** Leaves out the members that are undefined. The order of the others stays. */
export function defined<T extends object>(object: T): Defined<T> {
  return Object.fromEntries(Object.entries(object).filter(([, value]) => value !== undefined)) as Defined<T>;
}
