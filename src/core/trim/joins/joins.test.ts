import { View } from '../view.js';
import { keepBand } from './band.js';
import { keepAcross, keepInner } from './inner.js';
import { fromLine, keepBlock, keepWords } from './line.js';
import type { Join } from './nest.js';
import { keepOuter } from './outer.js';

type Set = Readonly<Record<string, string>>;

function joined(
  join: Join,
  outer: Set,
  inner: Set,
  elements: readonly [string, string] = ['div', 'div'],
): Set | undefined {
  const full = join({
    outer: new View(new Map(Object.entries(outer)), elements[0]),
    inner: new View(new Map(Object.entries(inner)), elements[1]),
    gaps: { align: 'center', upright: { top: 3, bottom: 5 } },
  });
  return full && Object.fromEntries(full);
}

const pads = (side: string): Set => ({ 'padding-left': side, 'padding-right': side });

describe('keepOuter', () => {
  it('adds the distances of the inner box to the padding of the outer one', () => {
    const readonly = joined(
      keepOuter('apart'),
      { ...pads('12px'), 'max-width': '1320px' },
      { display: 'flex', 'margin-left': '-12px', 'margin-right': '-12px', 'column-gap': '8px' },
    );
    expect(readonly).toMatchObject({
      display: 'flex',
      'padding-left': '0px',
      'padding-right': '0px',
      'max-width': '1320px',
      'column-gap': '8px',
    });
  });

  it('lets the larger of two margins stand where they would have met', () => {
    const readonly = joined(
      keepOuter('collapsed'),
      { 'margin-top': '16px' },
      { 'margin-top': '24px', 'margin-bottom': '-4px' },
    );
    expect(readonly).toMatchObject({ 'margin-top': '24px', 'margin-bottom': '-4px' });
  });

  it('does not join boxes of which the inner one shows by itself, or has a width of its own', () => {
    expect(joined(keepOuter('apart'), {}, { 'background-color': 'red' })).toBeUndefined();
    expect(joined(keepOuter('apart'), {}, { width: '40%' })).toBeUndefined();
    expect(joined(keepOuter('apart'), {}, { position: 'absolute' })).toBeUndefined();
  });

  it('holds the only item of a flex box in the middle', () => {
    const readonly = joined(
      keepOuter('apart'),
      { display: 'flex', 'align-items': 'center', 'min-height': '100vh' },
      { width: '100%' },
    );
    expect(readonly).toMatchObject({ display: 'flow-root', 'align-content': 'center', 'min-height': '100vh' });
  });

  it('takes over the letters of the inner box', () => {
    const readonly = joined(keepOuter('apart'), { color: 'red', 'text-align': 'left' }, { 'text-align': 'center' });
    expect(readonly).toMatchObject({ color: 'red', 'text-align': 'center' });
  });
});

describe('keepInner', () => {
  it('turns the padding of the outer box into margins, and takes them off its width', () => {
    const readonly = joined(
      keepInner('apart'),
      { ...pads('12px'), width: '33.3333%', 'flex-shrink': '0', 'box-sizing': 'border-box' },
      { 'background-color': 'white' },
    );
    expect(readonly).toMatchObject({
      width: 'calc(33.3333% - 24px)',
      'margin-left': '12px',
      'margin-right': '12px',
      'flex-shrink': '0',
    });
  });

  it('counts a share of the outer box from what holds that', () => {
    const readonly = joined(keepInner('apart'), pads('10px'), { width: '50%', 'background-color': 'white' });
    expect(readonly).toMatchObject({ width: 'calc(50% - 10px)' });
  });

  it('puts the only item of a flex box where the flex box puts it', () => {
    const readonly = joined(keepInner('apart'), { display: 'flex', 'justify-content': 'center' }, { width: '60%' });
    expect(readonly).toMatchObject({
      display: 'flow-root',
      width: '60%',
      'margin-left': 'auto',
      'margin-right': 'auto',
    });
  });

  it('keeps an outer box that shows, clips or has a height of its own', () => {
    expect(joined(keepInner('apart'), { 'box-shadow': '0px 1px 2px black' }, {})).toBeUndefined();
    expect(joined(keepInner('apart'), { 'overflow-y': 'hidden' }, {})).toBeUndefined();
    expect(joined(keepInner('apart'), { height: '200px' }, {})).toBeUndefined();
  });
});

describe('the other joins', () => {
  it('keepAcross has the width of the inner box and the height of the outer one', () => {
    const readonly = joined(
      keepAcross,
      { 'padding-top': '70px', 'margin-top': '5px' },
      { 'margin-left': '-15px', display: 'flex' },
    );
    expect(readonly).toMatchObject({ 'padding-top': '70px', 'margin-top': '5px', 'margin-left': '-15px' });
  });

  it('keepBand turns a centred box in a band into padding', () => {
    const inner = {
      'max-width': '1320px',
      'margin-left': 'auto',
      'margin-right': 'auto',
      ...pads('12px'),
      'box-sizing': 'border-box',
    };
    const readonly = joined(keepBand, { 'background-color': 'navy' }, inner);
    expect(readonly).toMatchObject({ 'background-color': 'navy', 'padding-left': 'max(12px, calc(50% - 648px))' });
    expect(joined(keepBand, { width: '50%' }, inner)).toBeUndefined();
  });

  it('fromLine makes a block of what stands alone in a line', () => {
    const readonly = joined(fromLine(false), { 'text-align': 'center' }, { display: 'inline-block', ...pads('8px') }, [
      'div',
      'a',
    ]);
    expect(readonly).toMatchObject({
      display: 'block',
      width: 'fit-content',
      'margin-left': 'auto',
      'margin-right': 'auto',
    });
    const measured = joined(fromLine(true), { 'margin-bottom': '10px' }, { display: 'inline-block' }, ['div', 'a']);
    expect(measured).toMatchObject({ 'margin-top': '3px', 'margin-bottom': '15px' });
  });

  it('keepWords takes over how words look', () => {
    const readonly = joined(keepWords, { 'padding-top': '4px' }, { 'font-weight': '700' }, ['div', 'span']);
    expect(readonly).toEqual({ 'padding-top': '4px', 'font-weight': '700' });
    expect(joined(keepWords, {}, { 'padding-left': '4px' }, ['div', 'span'])).toBeUndefined();
  });
});
describe('keepBlock', () => {
  it('makes a block of a link around one', () => {
    const readonly = joined(keepBlock, { color: 'inherit' }, { display: 'flex', 'padding-top': '8px' }, ['a', 'div']);
    expect(readonly).toMatchObject({ display: 'flex', color: 'inherit', 'padding-top': '8px' });
  });

  it('leaves links alone that show by themselves, or hold words', () => {
    expect(joined(keepBlock, { 'padding-left': '4px' }, { display: 'block' }, ['a', 'div'])).toBeUndefined();
    expect(joined(keepBlock, { 'background-color': 'red' }, { display: 'block' }, ['a', 'div'])).toBeUndefined();
    expect(joined(keepBlock, {}, {}, ['a', 'span'])).toBeUndefined();
    expect(joined(keepBlock, {}, { display: 'block' })).toBeUndefined();
  });
});
