/** A name that is not taken yet: the one that is wished for, or that with the lowest number from 2 on. */
export function freeName(wished: string, isTaken: (name: string) => boolean): string {
  let free = wished;
  for (let at = 2; isTaken(free); at += 1) free = `${wished}-${at}`;
  return free;
}
