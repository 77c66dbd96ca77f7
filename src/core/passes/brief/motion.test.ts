import type { MotionRule } from '../../brief/motion.js';
import { checkDocument } from '../../document/check.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument, SharedStyle } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { motionPass } from './motion.js';
import { scrollPaddingPass } from '../states/scroll-padding.js';

const MOVING = '@media screen and (prefers-reduced-motion: no-preference)';
const TRIGGERED = '(animation-trigger: --entering play-once)';
const BY_SCROLL = '@supports (animation-timeline: scroll())';
const card = (name: string): ElementNode => element('card', name, { style: 'card' }, words(name));
const run = (document: PageDocument, rules: Partial<MotionRule>[], lost: string[] = []): PageDocument =>
  motionPass(
    rules.map((rule, at) => ({ at: 'cards', line: at + 1, ...rule })),
    (_, text) => lost.push(text),
  ).run(document, { boxes: new Map(), width: 1440 });
const lookOf = (document: PageDocument, name: string): SharedStyle | undefined =>
  document.styles[[...elements(document.body)].find((element) => element.name === name)?.style ?? ''];
const cards = page(
  { card: { rest: { color: 'red' } }, row: { rest: { display: 'flex' } } },
  element('row', 'cards', { style: 'row' }, card('a'), card('b'), card('c')),
);

describe('what comes in', () => {
  it('does so as the page is opened, only where motion is welcome, and stands where it belongs without it', () => {
    const page = run(cards, [{ enters: 'from-below', lasts: 400, after: 100, easing: 'ease' }]);
    expect(page.keyframes).toEqual({ 'enter-from-below': 'from { opacity: 0; translate: 0 32px }' });
    expect(lookOf(page, 'cards')).toEqual({
      rest: { display: 'flex' },
      variants: [
        {
          when: MOVING,
          set: {
            'animation-name': 'enter-from-below',
            'animation-timing-function': 'ease',
            'animation-fill-mode': 'backwards',
            'animation-duration': '400ms',
            'animation-delay': '100ms',
          },
        },
      ],
    });
    expect(() => checkDocument(page, 'f')).not.toThrow();
  });

  it('does so as it is scrolled into view, where browsers can', () => {
    const [started, driven] =
      lookOf(run(cards, [{ enters: 'fade', when: 'scroll', lasts: 400, after: 80 }]), 'cards')?.variants ?? [];
    expect(started).toMatchObject({
      when: `@supports ${TRIGGERED} ${MOVING}`,
      set: { 'animation-duration': '400ms', 'animation-delay': '80ms', 'animation-trigger': '--entering play-once' },
    });
    expect(driven).toMatchObject({
      when: `${BY_SCROLL} and (not ${TRIGGERED}) ${MOVING}`,
      set: { 'animation-timeline': 'view()', 'animation-range': 'entry 0% entry 60%' },
    });
    expect(driven?.set['animation-duration']).toBeUndefined();
  });

  it('comes one after another, and the entries still share their look', () => {
    const page = run(cards, [{ enters: 'grow', each: 90, after: 50 }]);
    const [a, b] = [lookOf(page, 'a'), lookOf(page, 'b')];
    expect(a).toEqual(b);
    expect(a?.variants?.slice(0, 3).map(({ state, set }) => [state, set['animation-delay']])).toEqual([
      [undefined, '50ms'],
      [':nth-child(2)', '140ms'],
      [':nth-child(3)', '230ms'],
    ]);
    expect(a?.variants?.at(-1)?.state).toBe(':nth-child(n+12)');
    expect(lookOf(page, 'cards')?.variants).toBeUndefined();
  });

  it('is said where nothing is there, and refused where it moves already', () => {
    const lost: string[] = [];
    expect(run(cards, [{ at: 'card', enters: 'fade' }], lost)).toEqual(cards);
    expect(lost[0]).toMatch(/line 1: nothing is at "card", so nothing moves there; there are/);
    expect(() => run(cards, [{ enters: 'fade' }, { enters: 'grow' }])).toThrow(
      /Line 2: "cards" already has another motion in line 1/,
    );
  });
});

describe('what stays', () => {
  const site = (style: SharedStyle['rest'], ...more: ElementNode[]): PageDocument =>
    page(
      { h: { rest: style } },
      element('section', 'header', { style: 'h', part: 'header' }),
      element('section', 'rest'),
      ...more,
    );

  it('sticks to the top, or is fixed where it lies over something', () => {
    expect(lookOf(run(site({}), [{ at: 'header', stays: true }]), 'header')?.rest).toEqual({
      position: 'sticky',
      top: '0',
      'z-index': '100',
    });
    const over = site({ position: 'absolute', top: '12px', left: '0' });
    expect(lookOf(run(over, [{ at: 'header', stays: true }]), 'header')?.rest).toEqual({
      position: 'fixed',
      top: '12px',
      left: '0',
      'z-index': '100',
    });
    const fixed = site({ position: 'fixed' });
    expect(run(fixed, [{ at: 'header', stays: true }])).toEqual(fixed);
  });

  it('is refused where it is alone in its box', () => {
    const alone = page({}, element('box', 'frame', {}, element('section', 'header')), element('section', 'rest'));
    expect(() => run(alone, [{ at: 'header', stays: true }])).toThrow(/alone in its box.*/);
  });

  it('changes its look over the first px of scrolling', () => {
    const page = run(site({}), [
      { at: 'header', stays: true, scrolled: { background: '#112233', colour: '#ffffff', shadow: true, padding: 8 } },
    ]);
    expect(Object.values(page.keyframes ?? {})).toEqual([
      'to { background-color: #112233; color: #ffffff; box-shadow: 0 2px 12px rgb(0 0 0 / 0.25); padding-top: 8px; padding-bottom: 8px }',
    ]);
    expect(lookOf(page, 'header')?.variants?.[0]).toMatchObject({
      when: BY_SCROLL,
      set: { 'animation-timeline': 'scroll()', 'animation-range': '0px 80px' },
    });
  });
});

describe('scrolling to what a link leads to', () => {
  const header = element('section', 'header', { style: 'h' });
  const boxes = new Map([[header.id, [0, 0, 1440, 64] as const]]);
  const scroll = (document: PageDocument, smooth?: boolean): PageDocument =>
    scrollPaddingPass(smooth).run(document, { boxes, width: 1440 });
  const root = (document: PageDocument): SharedStyle | undefined => document.styles[document.rootStyle ?? ''];

  it.each([
    [{ position: 'sticky', top: '0' }, '64px'],
    [{ position: 'fixed' }, '64px'],
    [{ position: 'sticky' }, undefined],
    [{ position: 'fixed', top: '20px' }, undefined],
    [{}, undefined],
  ])('ends below a header that stays: %j', (rest, padding) => {
    expect(root(scroll(page({ h: { rest } }, header)))?.rest['scroll-padding-top']).toBe(padding);
  });

  it('keeps what the source says of it', () => {
    const message = page({ h: { rest: { position: 'fixed' } }, s: { rest: { 'scroll-margin-top': '80px' } } }, header);
    expect(scroll(message)).toEqual(message);
  });

  it('is smooth only where motion is welcome, by the source or by the brief', () => {
    const smooth = [{ when: '@media (prefers-reduced-motion: no-preference)', set: { 'scroll-behavior': 'smooth' } }];
    const source = { ...page({ r: { rest: { 'scroll-behavior': 'smooth', color: 'red' } } }), rootStyle: 'r' };
    expect(root(scroll(source))).toEqual({ rest: { color: 'red' }, variants: smooth });
    expect(root(scroll(page({}), true))).toEqual({ rest: {}, variants: smooth });
    expect(scroll(page({}))).toEqual(page({}));
  });
});
