import type { PageNode } from '../../document/types.js';
import { elements, isElement } from '../../document/walk.js';
import { buildDesign } from './build-design.js';
import { artboard, line } from '../sample.js';

/** What the only text with runs on a board is made of: words, and runs in angle brackets. */
function made(...items: Parameters<typeof artboard>[2][]): string[] {
  const { document } = buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(800, 400, ...items)] });
  const text = [...elements(document.body)].find(({ children = [] }) =>
    children.some((node) => isElement(node) && node.inline),
  );
  const message = (node: PageNode): string =>
    isElement(node) ? `<${(node.children ?? []).map(message).join('')}>` : node.kind === 'words' ? node.text : '';
  return (text?.children ?? []).map(message);
}
const red = { color: 'rgb(200, 0, 0)' };

describe('stretches of another look in a text', () => {
  it('are without the spaces around them', () => {
    expect(made(line('Come on a', 40, 40), line('clear', 120, 40, red), line('evening', 168, 40))).toEqual([
      'Come on a ',
      '<clear>',
      ' evening',
    ]);
  });

  it('stand beside each other with a space that is of neither', () => {
    expect(
      made(line('Come on', 40, 40), line('clear', 104, 40, red), line('nights', 152, 40, { color: 'rgb(0, 90, 0)' })),
    ).toEqual(['Come on ', '<clear>', ' ', '<nights>']);
  });

  it('may go over the end of a line', () => {
    expect(
      made(
        line('Bring to the marsh a', 40, 40),
        line('warm coat', 208, 40, red),
        line('and gloves', 40, 60, red),
        line('and stay with us', 128, 60),
      ),
    ).toEqual(['Bring to the marsh a ', '<warm coat and gloves>', ' and stay with us']);
  });
});
