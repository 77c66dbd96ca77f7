import type { ElementNode } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { buildDesign } from '../emit/build-design.js';
import { artboard, box, line } from '../sample.js';

type Items = Parameters<typeof artboard>[2][];
const FRAME = { 'background-color': 'rgb(255, 255, 255)', 'border-width': '1px', 'border-color': 'rgb(120, 130, 140)' };
const PRESS = { 'background-color': 'rgb(29, 92, 116)' };

function made(...items: Items): readonly ElementNode[] {
  const { document } = buildDesign({ name: 'p', files: ['p.svg'], boards: [artboard(1200, 1200, ...items)] });
  return [...elements(document.body)];
}
const inputs = (all: readonly ElementNode[]): (Readonly<Record<string, string>> | undefined)[] =>
  all.filter(({ element }) => element === 'input').map(({ attributes }) => attributes);
const intro: Items = [
  line('Book a place', 400, 80, { size: 40, weight: '700' }),
  line('The dome holds twelve, and the terrace as many as come on a clear night.', 300, 150),
];
const button = (y: number): Items => [
  box(400, y, 160, 48, PRESS),
  line('Send', 464, y + 14, { color: 'rgb(255, 255, 255)' }),
];

describe('fields of a design', () => {
  it('name fields after the label before each where a row holds several', () => {
    const pair = (label: string, x: number, y: number): Items => [
      line(label, x, y + 14),
      box(x + 180, y, 300, 44, FRAME),
    ];
    const all = made(
      ...intro,
      ...pair('First name', 60, 260),
      ...pair('Surname', 600, 260),
      ...pair('Town', 60, 330),
      ...pair('Telephone', 600, 330),
      ...pair('E-mail', 60, 400),
      ...pair('Guests', 600, 400),
      ...button(484),
    );
    expect(inputs(all).map((input) => input?.['name'])).toEqual([
      'first-name',
      'surname',
      'town',
      'telephone',
      'e-mail',
      'guests',
    ]);
  });

  it('have a field for each box that looks like the others, however many words were written into it', () => {
    const field = (label: string, words: string, y: number): Items => [
      line(label, 400, y),
      box(400, y + 24, 500, 44, FRAME),
      line(words, 416, y + 38, { color: 'rgb(90, 90, 90)' }),
    ];
    const long = 'Warden house on the old dyke, second gate after the pump';
    const all = made(...intro, ...field('Your name', 'Ada Reed', 240), ...field('Address', long, 330), ...button(424));
    expect(inputs(all).map((input) => input?.['name'])).toEqual(['your-name', 'address']);
  });

  it('have a switch where a small box says on or off beside words', () => {
    const row = (words: string, state: string, y: number): Items => [
      line(words, 400, y),
      box(760, y - 2, 40, 22, { 'background-color': 'rgb(20, 120, 160)' }),
      line(state, 762, y + 2, { size: 14 }),
    ];
    const states = ['on', 'off', 'on'];
    const all = made(...intro, ...states.flatMap((state, at) => row('Tell me of clear nights', state, 240 + 60 * at)));
    expect(inputs(all)).toMatchObject(states.map(() => ({ role: 'switch' })));
  });
});
