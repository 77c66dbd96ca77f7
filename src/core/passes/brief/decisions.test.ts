import type { DecisionKind, DecisionOutcome } from '../../brief/brief.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { decisionsPass } from './decisions.js';

const leaf = (id: string, path: string, name: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('text', name, { id, element: 'p', from: { path }, style: 'plain', ...more }, words(name));
const document = page(
  { plain: { rest: { color: 'rgb(179, 84, 30)', 'font-family': 'Marshlight, serif' } } },
  element(
    'box',
    'box',
    { id: 'card', element: 'div' },
    leaf('t1', 'Join / text:1', 'A key'),
    leaf('t2', 'Join / text:2', 'Become a member', { element: 'a', kind: 'link', attributes: { href: '#' } }),
  ),
  leaf('i', 'Hero / image:1', 'Dome', { element: 'img', kind: 'image', attributes: { src: 'assets/a.jpg' } }),
  leaf('h', 'Hero / text:1', 'Star evenings', { element: 'h4', kind: 'heading' }),
);

/** The document with one decision done, and what came of it. */
const decide = (deed: DecisionKind, at: string, to?: string | number) => {
  let reached: DecisionOutcome = { done: [], known: [] };
  const brief = { decisions: [{ do: deed, at, on: true, order: 4, line: 1, ...(to === undefined ? {} : { to }) }] };
  const pass = decisionsPass(brief, (entry) => (reached = entry));
  const page = pass.run(document, { boxes: new Map(), width: 1000 });
  return { document: page, reached, again: pass.run(page, { boxes: new Map(), width: 1000 }) };
};
const node = (result: ReturnType<typeof decide>, id: string): ElementNode => {
  const found = [...elements(result.document.body)].find((element) => element.id === id);
  if (!found) throw new Error(id);
  return found;
};

describe('decisions', () => {
  it('say what an element is, and it looks as it did', () => {
    const result = decide('kind', 'A key', 'heading');
    expect(node(result, 't1')).toMatchObject({ kind: 'heading', element: 'h2' });
    const style = result.document.styles[node(result, 't1').style ?? ''];
    expect(style?.rest).toMatchObject({
      'font-size': 'inherit',
      'font-weight': 'inherit',
      'margin-top': '1em',
      color: 'rgb(179, 84, 30)',
    });
    expect(node(decide('kind', 'A key', 'button'), 't1')).toMatchObject({ element: 'a', attributes: { href: '#' } });
  });

  it('give headings a level, and keep the size that they had', () => {
    const result = decide('level', 'Hero / text:1', 3);
    expect(node(result, 'h')).toMatchObject({ kind: 'heading', element: 'h3' });
    expect(result.document.styles[node(result, 'h').style ?? '']?.rest).toMatchObject({ 'font-size': '1em' });
  });

  it('name, link, describe and fit', () => {
    expect(node(decide('name', 'Join / text:1', 'Title'), 't1').name).toBe('Title');
    expect(node(decide('link', 'Join', '/join'), 't2').attributes).toEqual({ href: '/join' });
    expect(node(decide('link', 'A key', '/key'), 't1')).toMatchObject({ element: 'a', attributes: { href: '/key' } });
    expect(node(decide('alt', 'Dome', 'The dome at dusk'), 'i').attributes).toMatchObject({ alt: 'The dome at dusk' });
    const fit = decide('fit', '*image:1', 'contain');
    expect(fit.document.styles[node(fit, 'i').style ?? '']?.rest['object-fit']).toBe('contain');
  });

  it('mean the box that holds nothing else by the layer that it holds', () => {
    expect(node(decide('part', 'Join', 'footer'), 'card')).toMatchObject({
      kind: 'section',
      part: 'footer',
      element: 'footer',
    });
  });

  it('change a colour or a font everywhere, and nothing else', () => {
    expect(decide('colour', '#b3541e', '#1d5c74').document.styles['plain']?.rest).toEqual({
      color: '#1d5c74',
      'font-family': 'Marshlight, serif',
    });
    expect(decide('font', 'marshlight', 'Night Sky').document.styles['plain']?.rest['font-family']).toBe(
      '"Night Sky", serif',
    );
  });

  it.each<[DecisionKind, string]>([
    ['name', 'Tides'],
    ['colour', '#000001'],
    ['font', 'Georgia'],
  ])('that find nothing (%s) are lost, and change nothing', (deed, at) => {
    const result = decide(deed, at, 'x');
    expect(result.reached.done).toEqual([]);
    expect(result.document).toBe(document);
  });

  it('say what they found, and what there is', () => {
    const { reached } = decide('name', 'A key', 'Title');
    expect(reached.done).toEqual([4]);
    expect(reached.known).toEqual(expect.arrayContaining(['Join / text:1', 'A key', 'Dome']));
  });

  it('done twice change nothing more', () => {
    for (const [deed, at, to] of [
      ['level', 'Hero / text:1', 3],
      ['link', 'Join', '/join'],
      ['colour', '#b3541e', '#1d5c74'],
    ] as const) {
      const { document: once, again } = decide(deed, at, to);
      expect([...elements(again.body)].map(({ element, attributes }) => [element, attributes])).toEqual(
        [...elements(once.body)].map(({ element, attributes }) => [element, attributes]),
      );
    }
  });
});
