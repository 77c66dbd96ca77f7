import { required } from '../../data/required.js';
import { fluidStyles } from './fluid.js';

/** Value of a size in CSS at a screen width, px. */
function at(value: string | undefined, width: number): number {
  const text = (value ?? '')
    .replace(/calc/g, '')
    .replace(/clamp\(/g, 'clamp_(')
    .replace(/(-?[\d.]+)vw/g, (_, share: string) => String((Number(share) * width) / 100))
    .replace(/px/g, '');
  const clamp = (least: number, own: number, most: number): number => Math.max(least, Math.min(own, most));
  return (new Function('clamp_', `return ${text}`) as (entry: typeof clamp) => number)(clamp);
}

describe('fluid looks', () => {
  const widths = [1440, 834, 390];
  const sizes = ['60px', '48px', '30px'];
  const [wide, middle, narrow] = fluidStyles(
    sizes.map((size) => ({ 'font-size': size, color: 'red' })),
    widths,
  );

  it('are as drawn at the width of each screen, and say nothing of other properties', () => {
    [wide, middle, narrow].forEach((look, index) => {
      expect(at(look?.['font-size'], required(widths[index]))).toBeCloseTo(parseFloat(required(sizes[index])), 1);
      expect(look?.['color']).toBe('red');
    });
  });

  it('run without a jump wherever the breakpoint lies, and stay beyond the drawn widths', () => {
    for (const width of [1400, 1100, 900])
      expect(at(wide?.['font-size'], width)).toBeCloseTo(at(middle?.['font-size'], width), 1);
    for (const width of [800, 600, 400])
      expect(at(middle?.['font-size'], width)).toBeCloseTo(at(narrow?.['font-size'], width), 1);
    expect([at(wide?.['font-size'], 1920), at(narrow?.['font-size'], 320)]).toEqual([60, 30]);
  });

  it('leave equal sizes alone, and those of another layout', () => {
    const [same] = fluidStyles([{ 'row-gap': '20px' }, { 'row-gap': '20.3px' }], [1440, 390]);
    expect(same).toEqual({ 'row-gap': '20px' });
    const [row] = fluidStyles(
      [
        { display: 'flex', 'row-gap': '20px' },
        { display: 'grid', 'row-gap': '40px' },
      ],
      [1440, 390],
    );
    expect(row?.['row-gap']).toBe('20px');
  });

  it('take no more room across above their own screen', () => {
    const [more, less] = fluidStyles([{ 'margin-left': '80px' }, { 'margin-left': '20px' }], [1440, 390]);
    expect(at(more?.['margin-left'], 915)).toBeCloseTo(50, 1);
    expect(less?.['margin-left']).toBe('20px');
  });
});
