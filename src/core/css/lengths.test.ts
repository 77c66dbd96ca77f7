import { required } from '../data/required.js';
import fc from 'fast-check';
import { add, minus, readSum, rebase, scale, writeLarger, writeSum, type Sum } from './lengths.js';

const read = (text: string): Sum => required(readSum(text));

describe('readSum and writeSum', () => {
  it.each([
    ['12px', '12px'],
    ['0', undefined],
    ['0px', '0px'],
    ['calc(-0.5 * 1.5rem)', '-0.75rem'],
    ['calc(50% - 12px)', 'calc(50% - 12px)'],
    ['calc((100% - 20px) / 2 + 1px)', 'calc(50% - 9px)'],
    ['calc(1rem + (2px - 1rem))', '2px'],
    ['max(1rem, 5%)', 'max(1rem, 5%)'],
    ['calc(max(1rem, 5%) + 2px)', 'calc(max(1rem, 5%) + 2px)'],
  ])('%s is %s', (text, written) => {
    const sum = readSum(text);
    expect(sum && writeSum(sum)).toBe(written);
  });

  it.each(['auto', 'fit-content', '12px solid', 'calc(2px * 3px)', '1px + 2px)'])('%s is no sum', (text) => {
    expect(readSum(text)).toBeUndefined();
  });

  it('reads back what it writes', () => {
    const part = fc.record({
      unit: fc.constantFrom('px', '%', 'rem', 'vw'),
      number: fc.integer({ min: -999, max: 999 }),
    });
    fc.assert(
      fc.property(fc.array(part, { maxLength: 4 }), (parts) => {
        const sum = add(...parts.map(({ unit, number }) => new Map([[unit, number]])));
        const again = read(writeSum(sum));
        expect([...minus(sum, again).values()].every((number) => Math.abs(number) < 1e-3)).toBe(true);
      }),
    );
  });
});

describe('rebase', () => {
  it('counts percentages from another box', () => {
    const room = read('calc(100% - 24px)');
    expect(writeSum(required(rebase(read('50%'), room)))).toBe('calc(50% - 12px)');
    expect(writeSum(required(rebase(read('40px'), room)))).toBe('40px');
  });

  it('does not know what percentages inside of a comparison come to', () => {
    expect(rebase(read('max(1rem, 5%)'), read('50%'))).toBeUndefined();
  });
});

describe('writeLarger', () => {
  it('tells the larger one where it can, and lets the browser tell it where it cannot', () => {
    expect(writeLarger(read('12px'), read('20px'))).toBe('20px');
    expect(writeLarger(read('calc(1rem + 1px)'), read('1rem'))).toBe('calc(1rem + 1px)');
    expect(writeLarger(read('24px'), read('calc(50% - 600px)'))).toBe('max(24px, calc(50% - 600px))');
    expect(writeSum(scale(read('3px'), -1))).toBe('-3px');
  });
});
