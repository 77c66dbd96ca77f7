import { readMediaQueries } from './media-queries.js';

describe('media queries', () => {
  it.each<[string, readonly string[], readonly string[], readonly number[]]>([
    ['(min-width: 600px)', [], ['width'], [600]],
    ['screen and (max-width: 40em)', ['screen'], ['width'], [640]],
    ['(400px <= width < 60em)', [], ['width'], [400, 960]],
    ['(width<30rem)', [], ['width'], [480]],
    ['(min-width: calc(40em + 10px))', [], ['width'], [650]],
    ['(max-width: calc((20em - 1px) * 2))', [], ['width'], [638]],
    ['(max-device-width: 480px)', [], ['width'], [480]],
    ['not all and (hover: none), print', ['print'], ['hover'], []],
    ['(prefers-color-scheme: dark) and (min-width: 10in)', [], ['prefers-color-scheme', 'width'], [960]],
    ['(min-height: 500px) and (orientation: landscape)', [], ['height', 'orientation'], []],
    ['(-webkit-min-device-pixel-ratio: 2)', [], ['device-pixel-ratio'], []],
    ['', [], [], []],
  ])('ask for types, features and widths: %s', (text, types, features, widths) => {
    const read = readMediaQueries(text);
    expect([[...read.types], [...read.features], read.widths]).toEqual([types, features, widths]);
  });
});
