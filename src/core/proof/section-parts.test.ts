import { PageParts } from './section-parts.js';

const markup = {
  shell: '<body class="page"><main></main></body>',
  sections: [
    { name: 'dates', markup: '<section class="dates"><img class="moon" src="assets/moon.png"></section>' },
    { name: 'hire', markup: '<section class="hire"><p class="text">Hire</p></section>' },
  ],
};
const SHEET = `:root { --ink: black }
.dates { color: red }
.text { margin: 0 }
.page { background: white }
@media (width < 600px) { .text { margin: 4px } .dates:hover { color: blue } }
@media (prefers-reduced-motion: reduce) { .hire { transition: none } }`;
const parts = (sheet = SHEET, print = 'a', page = markup) =>
  new PageParts(page, sheet, [
    ['moon.png', print],
    ['tide.png', 'x'],
  ]);

/** Names of the sections, and "shell", that depend on something else at a width. */
function changed(other: PageParts, width: number): string[] {
  const [before, now] = [parts().at(width), other.at(width)];
  const sections = [...before.sections].filter(([name, text]) => now.sections.get(name) !== text).map(([name]) => name);
  return [...(before.shell === now.shell ? [] : ['shell']), ...sections];
}

describe('what a section depends on', () => {
  it('is its own HTML and the rules that name its classes', () => {
    expect(changed(parts(SHEET.replace('margin: 0', 'margin: 1px')), 1000)).toEqual(['hire']);
    const page = {
      ...markup,
      sections: markup.sections.map((section) => ({ ...section, markup: section.markup.replace('Hire', 'For hire') })),
    };
    expect(changed(parts(SHEET, 'a', page), 1000)).toEqual(['hire']);
  });

  it('is a rule with a condition only where that holds', () => {
    const other = parts(SHEET.replace('4px', '5px').replace('blue', 'green'));
    expect(changed(other, 600)).toEqual([]);
    expect(changed(other, 599)).toEqual(['dates', 'hire']);
    expect(changed(parts(SHEET.replace('transition: none', 'transition: all')), 1000)).toEqual(['hire']);
  });

  it('is what a file that it shows holds, and not what another one holds', () => {
    expect(changed(parts(SHEET, 'b'), 1000)).toEqual(['dates']);
  });

  it('is not the shell, which stands for itself', () => {
    expect(changed(parts(SHEET.replace('black', 'navy')), 1000)).toEqual(['shell']);
    expect(changed(parts(SHEET.replace('white', 'ivory')), 1000)).toEqual(['shell']);
  });
});
