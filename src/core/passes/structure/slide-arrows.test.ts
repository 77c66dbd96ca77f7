import { element, words } from '../../document/sample.js';
import type { ElementNode, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { arrowsIn, asLink, copyOf, goesBothWays, liesInSlides, type Arrow } from './slide-arrows.js';

const button = (label: string, style = 'arrow'): ElementNode =>
  element('button', label, {
    element: 'button',
    style,
    attributes: { 'aria-label': label, type: 'button', 'data-x': '1' },
  });
const styles: Record<string, SharedStyle> = {
  arrow: { rest: { position: 'absolute' } },
  show: { rest: { position: 'relative' } },
};

describe('arrows of slides', () => {
  it('go forward, back, or to a slide by its number', () => {
    const holder = element(
      'box',
      'show',
      {},
      button('Next'),
      button('Previous slide'),
      button('Slide 3'),
      button('Book'),
    );
    const arrows = arrowsIn(holder);
    expect(arrows.map((arrow) => ('by' in arrow ? arrow.by : `to ${arrow.to}`))).toEqual([1, -1, 'to 2']);
    expect(goesBothWays(arrows)).toBe(true);
    expect(goesBothWays(arrows.slice(0, 1))).toBe(false);
  });

  it('lie in slides only where their box is as large as a slide, and they are placed in it', () => {
    const [next, slide] = [button('Next'), element('box', 'slide')];
    const holder = element('box', 'show', { style: 'show' }, next, slide);
    const [arrow] = arrowsIn(holder) as [Arrow];
    const boxes = (height: number) =>
      new Map([
        [next.id, [360, 40, 40, 30] as const],
        [slide.id, [0, 0, 400, 90] as const],
        [holder.id, [0, 0, 400, height] as const],
      ]);
    expect(liesInSlides(arrow, slide, styles, boxes(90), holder)).toBe(true);
    expect(liesInSlides(arrow, slide, styles, boxes(140), holder)).toBe(false);
    expect(liesInSlides(arrow, slide, { ...styles, arrow: { rest: {} } }, boxes(90), holder)).toBe(false);
  });

  it('become links that look as the buttons did, without what a script used', () => {
    const looks = { ...styles };
    const element = asLink(button('Next'), 'slide-2', looks);
    expect(element).toMatchObject({ element: 'a', attributes: { 'aria-label': 'Next', href: '#slide-2' } });
    expect(Object.keys(element.attributes ?? {})).toEqual(['aria-label', 'href']);
    expect(looks['arrow']?.rest).toMatchObject({
      position: 'absolute',
      'background-color': 'buttonface',
      'text-decoration-line': 'none',
    });
  });

  it('are copied with ids and styles of their own', () => {
    const looks = { ...styles };
    const copy = copyOf(
      element(
        'link',
        'go',
        { style: 'arrow', attributes: { id: 'go' } },
        element('run', 'sign', { style: 'show' }, words('›')),
      ),
      2,
      looks,
    );
    expect([...elements(copy)].map(({ id, style }) => [id, style])).toEqual([
      ['link-go-2', 'arrow-2'],
      ['run-sign-2', 'show-2'],
    ]);
    expect(copy.attributes).toEqual({});
    expect(looks['arrow-2']).toBe(looks['arrow']);
  });
});
