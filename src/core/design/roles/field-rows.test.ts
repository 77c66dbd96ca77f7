import { box, line } from '../sample.js';
import { button, FRAME, inputs, intro, made, type Items } from '../form-sample.js';

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
