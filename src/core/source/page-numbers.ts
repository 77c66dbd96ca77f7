/** Numbers of pages from a list such as `1,3-5`, each once, in the order given; undefined if it is no such list. */
export function pageNumbers(list: string): number[] | undefined {
  const numbers: number[] = [];
  for (const part of list.split(',')) {
    const [, first, last = first] = /^\s*(\d{1,6})\s*(?:-\s*(\d{1,6})\s*)?$/.exec(part) ?? [];
    if (first === undefined || last === undefined || Number(last) < Number(first)) return undefined;
    for (let number = Number(first); number <= Number(last); number += 1) numbers.push(number);
  }
  return [...new Set(numbers)];
}
