/* Random style sheets over a small tree: layers, importance, specificity, nesting, custom properties, conditions and states. */

/** Numbers from 0 to 1 that are the same for the same seed (a multiplicative congruential generator). */
export function randomFrom(seed: number): () => number {
  let state = (seed * 48271 + 11) % 2147483647;
  return () => {
    state = (state * 48271) % 2147483647;
    return state / 2147483647;
  };
}

export const TREE = `
  <section class="a"><div class="b"><p class="d">Low tide <em class="f">at noon</em></p>
  <a class="c" href="#x">Ferry</a> <button class="e" type="button">Ring</button></div></section>
  <footer class="g"><a class="c h" href="#y">Map</a></footer>`;

const SELECTORS = [
  'body',
  '.a',
  '.b',
  '.c',
  '.d',
  '.e',
  '.f',
  '.a .c',
  'div.b > .c',
  'a.c',
  'a',
  'p',
  'footer .c.h',
  '.a .f',
  '.c:hover',
  'a:hover',
  '.c:focus',
  '.c:focus-visible',
  '.c:focus:not(:focus-visible)',
  '.c:is(:hover, :focus)',
  '.c:where(:hover, :focus-visible)',
  '.e:not(:hover)',
  '.b:hover',
  '.b:hover .c',
  '.a:hover .f',
  '.b:hover > .d',
  '.d:hover .f',
  '.b:focus-within .d',
  '.b:has(:focus)',
  '.c:not(.h:hover)',
  'a:not(.h, :focus)',
  'section :hover > .f',
];
const STYLED = ['color', 'background-color', 'margin-left', 'padding-top', 'border-top-color', 'letter-spacing'];
const VARIABLES = ['--ink', '--paper', '--gap', '--deep'];
const COLOURS = ['rgb(20, 40, 60)', 'rgb(200, 90, 30)', 'rgb(0, 120, 90)', 'rgb(250, 240, 220)', 'rgb(90, 0, 90)'];
const LENGTHS = ['1px', '4px', '7px', '12px', '3px'];
const CONDITIONS = [
  '@media (max-width: 600px)',
  '@media (prefers-color-scheme: dark)',
  '@media (prefers-reduced-motion: reduce)',
  '@media (min-width: 601px) and (prefers-color-scheme: dark)',
];

/** A style sheet, the same for the same seed. */
export function randomSheet(seed: number): string {
  const random = randomFrom(seed);
  const pick = <Value>(list: readonly Value[]): Value => list[Math.floor(random() * list.length)] as Value;
  const isLength = (name: string): boolean => /margin|padding|spacing|gap/.test(name);
  const plain = (name: string): string => pick(isLength(name) ? LENGTHS : COLOURS);
  const value = (name: string): string => {
    if (random() < 0.5) return plain(name);
    const variable = isLength(name) ? '--gap' : pick(['--ink', '--paper', '--deep']);
    return variable === name ? plain(name) : random() < 0.3 ? `var(${variable}, ${plain(name)})` : `var(${variable})`;
  };
  const declaration = (names: readonly string[]): string => {
    const name = pick(names);
    return `${name}: ${value(name)}${random() < 0.08 ? ' !important' : ''}`;
  };
  const rule = (): string => {
    const names = random() < 0.25 ? VARIABLES : random() < 0.2 ? [...STYLED, ...VARIABLES] : STYLED;
    const set = Array.from({ length: 1 + Math.floor(random() * 2) }, () => declaration(names)).join('; ');
    const nested = random() < 0.1 ? ` &:hover { ${declaration(STYLED)} }` : '';
    return `${pick(SELECTORS)} { ${set};${nested} }`;
  };
  const wrapped = (): string => {
    let text = rule();
    for (let chance = 0.45; random() < chance; chance = 0.15) text = `${pick(CONDITIONS)} { ${text} }`;
    return random() < 0.12 ? `@layer ${pick(['base', 'look'])} { ${text} }` : text;
  };
  const root = `:root { --ink: ${pick(COLOURS)}; --paper: ${pick(COLOURS)}; --gap: ${pick(LENGTHS)}; --deep: var(--ink) }`;
  const dark =
    random() < 0.6
      ? `@media (prefers-color-scheme: dark) { :root { ${pick(VARIABLES.slice(0, 2))}: ${pick(COLOURS)} } }`
      : '';
  return [root, dark, ...Array.from({ length: 9 }, wrapped)].join('\n');
}
