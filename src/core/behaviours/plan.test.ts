import type { CapturedNode } from '../html/captured.js';
import { conditionKey } from '../html/conditions.js';
import { OperatedConditions } from './conditions.js';
import { planBehaviours } from './plan.js';
import { CapturedTree } from './tree.js';
import type { OperatedState, TriedControl, TriedScreen } from './tried.js';

type Tree = readonly [tag: string, about?: Readonly<Record<string, string>>, ...children: (Tree | string)[]];

/** A captured page, with paths as the capture gives them. */
function captured(tree: Tree): CapturedTree {
  const nodes: CapturedNode[] = [];
  const visit = ([tag, attributes = {}, ...children]: Tree, parent: number, path: string): void => {
    const at = nodes.push({ parent, tag, attributes, path, display: attributes['display'] ?? 'block' }) - 1;
    const counts = new Map<string, number>();
    const like = (name: string): number =>
      children.filter((child) => typeof child !== 'string' && child[0] === name).length;
    for (const child of children) {
      if (typeof child === 'string') nodes.push({ parent: at, text: child });
      else {
        const nth = (counts.get(child[0]) ?? 0) + 1;
        counts.set(child[0], nth);
        visit(child, at, `${path} > ${child[0]}${like(child[0]) > 1 ? `:nth-of-type(${nth})` : ''}`);
      }
    }
  };
  visit(tree, -1, 'html');
  return new CapturedTree(nodes);
}

const NOTHING: OperatedState = {
  changes: [],
  shown: [],
  hidden: [],
  layers: [],
  modal: [],
  popovers: [],
  added: [],
  texts: 0,
  values: 0,
};
const screen = (state: Partial<OperatedState>, more: Partial<TriedScreen> = {}): TriedScreen => ({
  width: 1440,
  state: { ...NOTHING, ...state },
  goesBack: true,
  closers: [],
  ...more,
});
const pressed = (path: string, ...screens: TriedScreen[]): TriedControl => ({ path, by: 'press', screens });
const shows = (path: string): Partial<OperatedState> => ({
  shown: [path],
  changes: [{ path, name: 'class', to: 'open' }],
});
const meansOf = (tree: CapturedTree, ...tried: TriedControl[]) =>
  planBehaviours(tree, tried).map(({ kind, means }) => [kind, means]);

describe('what controls do', () => {
  const question = captured([
    'html',
    {},
    ['body', {}, ['h3', {}, ['button', {}, 'Is it dark?']], ['div', {}, 'Very.']],
  ]);
  const [button, answer] = ['html > body > h3 > button', 'html > body > div'];

  it('is to open what comes right after them: details', () => {
    expect(meansOf(question, pressed(button, screen(shows(answer))))).toEqual([['opens and closes', 'details']]);
    const open = screen({ hidden: [answer], changes: [{ path: answer, name: 'class', to: '' }] });
    expect(planBehaviours(question, [pressed(button, open)])[0]).toMatchObject({ means: 'details', open: true });
  });

  it('is to open something elsewhere, or something that closes by itself: a state', () => {
    const apart = captured([
      'html',
      {},
      ['body', {}, ['header', {}, ['a', { href: '/' }, 'Home'], ['button', {}, 'Menu']], ['nav', {}, 'Tides']],
    ]);
    expect(meansOf(apart, pressed('html > body > header > button', screen(shows('html > body > nav'))))).toEqual([
      ['opens and closes', 'state'],
    ]);
    expect(meansOf(question, pressed(button, screen(shows(answer), { light: true })))).toEqual([
      ['opens and closes', 'state'],
    ]);
    expect(meansOf(question, pressed(button, screen(shows(answer), { goesBack: false })))).toEqual([
      ['opens', 'state'],
    ]);
  });

  it('is to open a dialog, if what lies over the page says so or covers it', () => {
    const page = captured([
      'html',
      {},
      ['body', {}, ['button', {}, 'Book'], ['div', { role: 'dialog' }, ['button', {}, 'Close']]],
    ]);
    const [book, layer] = ['html > body > button', 'html > body > div'];
    const over = { ...shows(layer), layers: [{ path: layer, covers: false }] };
    expect(meansOf(page, pressed(book, screen(over)))).toEqual([['opens and closes', 'dialog']]);
    expect(meansOf(page, pressed(book, screen(shows(layer), { closers: [`${layer} > button`] })))).toEqual([
      ['opens and closes', 'state'],
    ]);
  });

  it('is to choose, where one of them stands at rest', () => {
    const tabs = captured([
      'html',
      {},
      ['body', {}, ['button', {}, 'Winter'], ['button', {}, 'Summer'], ['p', {}, 'Orion'], ['p', {}, 'Vega']],
    ]);
    const [winter, summer] = ['html > body > button:nth-of-type(1)', 'html > body > button:nth-of-type(2)'];
    const other = screen(
      { shown: ['html > body > p:nth-of-type(2)'], hidden: ['html > body > p:nth-of-type(1)'] },
      { goesBack: false },
    );
    const planned = planBehaviours(tabs, [pressed(winter, screen({}, { goesBack: false })), pressed(summer, other)]);
    expect(planned.map(({ means, group, chosen }) => [means, group, chosen])).toEqual([
      ['choice', 'choice', true],
      ['choice', 'choice', undefined],
    ]);
  });

  it.each<[string, Partial<OperatedState>, Partial<TriedScreen>, string | undefined]>([
    ['changes words', { texts: 1 }, {}, undefined],
    ['fills a field', { values: 1, hidden: [] }, {}, undefined],
    ['steps', shows('html > body > div'), { steps: true }, undefined],
    ['leads elsewhere', { left: 'tides.html' }, {}, undefined],
    ['changes nothing visible', {}, {}, undefined],
    ['changes the look', { changes: [{ path: 'html > body', name: 'class', to: 'dark' }] }, {}, 'switch'],
    ['opens and closes', { shown: ['html > body > div'] }, {}, 'native'],
  ])('%s', (kind, state, more, means) => {
    expect(meansOf(question, pressed(button, screen(state, more)))).toEqual([[kind, means]]);
  });

  it('can be pointing: what is pressed too counts only if that shows something', () => {
    const both: TriedControl[] = [
      pressed(button, screen({}, { goesBack: false })),
      { path: button, by: 'point', screens: [screen(shows(answer), { goesBack: false })] },
    ];
    expect(meansOf(question, ...both)).toEqual([['shows while pointed at', 'hover']]);
  });
});

describe('the condition under which an element looks operated', () => {
  const tree = captured([
    'html',
    {},
    ['body', {}, ['section', {}, ['button', {}, 'Menu'], ['ul', {}, ['li', {}, 'Tides']]], ['p', {}, 'Words']],
  ]);
  const [menu, list] = ['html > body > section > button', 'html > body > section > ul'];
  const conditionOf = (control: TriedControl, path: string): string => {
    const [behaviour] = planBehaviours(tree, [control]);
    const number = tree.at(path) ?? -1;
    return behaviour ? conditionKey(new OperatedConditions(tree, [behaviour]).of(behaviour, number)) : '';
  };

  it('is the state of the innermost box that holds both', () => {
    const light = pressed(menu, screen(shows(list), { light: true }));
    const section = tree.at('html > body > section');
    const body = tree.at('html > body');
    expect(conditionOf(light, list)).toBe(`||${section} :has(:popover-open)|`);
    expect(conditionOf(light, 'html > body > p')).toBe(`||${body} :has(:popover-open)|`);
    expect(conditionOf(light, 'html > body')).toBe('|:has(:popover-open)||');
  });

  it('is that of the summary before it where there will be details', () => {
    const question = pressed(menu, screen(shows(list)));
    const button = tree.at(menu);
    expect(conditionOf(question, list)).toBe(`||${button}~:is([open] > *)|`);
    expect(conditionOf(question, menu)).toBe('|:is([open] > *)||');
    expect(conditionOf(question, 'html > body > p')).toMatch(/ :has\(#menu-open\[open\]\)\|$/);
  });
});
