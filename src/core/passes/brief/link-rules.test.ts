import { PAGE_SCHEME, type LinkRule } from '../../brief/links.js';
import { checkDocument } from '../../document/check.js';
import { element, page, words } from '../../document/sample.js';
import type { ElementNode, PageDocument } from '../../document/types.js';
import { elements } from '../../document/walk.js';
import { linkRulesPass } from './link-rules.js';

const link = (name: string, more: Partial<ElementNode> = {}): ElementNode =>
  element('link', name, { element: 'a', inline: true, attributes: { href: '#' }, ...more }, words(name));
const heading = element('heading', 'Household', { element: 'h3' }, words('Household'));
const card = (...children: ElementNode[]): PageDocument =>
  page({ c: { rest: { display: 'flex' } } }, element('card', 'card', { style: 'c' }, ...children));
const run = (document: PageDocument, rules: Partial<LinkRule>[], lost: string[] = []): PageDocument =>
  linkRulesPass(
    rules.map((rule, at) => ({ at: 'Join', line: at + 1, ...rule })),
    (_, text) => lost.push(text),
  ).run(document, { boxes: new Map(), width: 1440 });
const linksOf = (document: PageDocument) => [...elements(document.body)].filter((element) => element.element === 'a');
const lookOf = (document: PageDocument, node: ElementNode | undefined) => document.styles[node?.style ?? ''];

describe('links by brief', () => {
  it.each<[Partial<LinkRule>, Record<string, string>]>([
    [{ section: 'membership' }, { href: `${PAGE_SCHEME}#membership` }],
    [{ page: 'hire', section: 'fees' }, { href: `${PAGE_SCHEME}hire#fees` }],
    [{ page: 'hire' }, { href: `${PAGE_SCHEME}hire` }],
    [{ mail: 'a@b.example' }, { href: 'mailto:a@b.example' }],
    [{ telephone: '+44 (0)1632 960' }, { href: 'tel:+4401632960' }],
    [{ file: 'papers/fees.pdf' }, { href: 'papers/fees.pdf' }],
    [
      { address: 'https://x.example/', newTab: true },
      { href: 'https://x.example/', target: '_blank', rel: 'noopener' },
    ],
    [{ anchor: 'join' }, { href: '#', id: 'join' }],
  ])('lead there: %j', (rule, attributes) => {
    expect(linksOf(run(page({}, link('Join')), [rule]))[0]?.attributes).toEqual(attributes);
  });

  it('open here again where they opened a tab, and keep what else they say', () => {
    const old = link('Join', { attributes: { href: '/', target: '_blank', rel: 'nofollow noopener' } });
    expect(linksOf(run(page({}, old), [{ newTab: false }]))[0]?.attributes).toEqual({ href: '/', rel: 'nofollow' });
  });

  it('are one where a box and its words are meant', () => {
    const button = element(
      'button',
      'Join',
      { element: 'a', attributes: { href: '#' } },
      element('text', 'Join', {}, words('Join')),
    );
    const result = run(page({}, button), [{ section: 'membership' }]);
    expect(linksOf(result).map(({ attributes }) => attributes)).toEqual([{ href: `${PAGE_SCHEME}#membership` }]);
  });

  it('that are about nothing are told with what is near', () => {
    const lost: string[] = [];
    const document = page({}, link('Join us'));
    expect(run(document, [{ at: 'Join ux', section: 'x' }], lost)).toEqual(document);
    expect(lost).toEqual(['brief.yaml, line 1: nothing is at "Join ux", so no link was set; there are "Join us"']);
  });

  it('that lead one element to two places, or take an anchor twice, are refused with their line', () => {
    expect(() => run(page({}, link('Join')), [{ section: 'a' }, { at: 'Jo*', section: 'b' }])).toThrow(
      /Line 2: "Join" already has another target in line 1/,
    );
    const taken = page({}, link('Join'), element('box', 'x', { attributes: { id: 'join' } }));
    expect(() => run(taken, [{ anchor: 'join' }])).toThrow(/Line 1: The anchor "join" is already used by "x"/);
  });
});

describe('a whole box as one link', () => {
  it('has the area of its link laid over it', () => {
    const page = run(card(heading, link('Join')), [{ at: 'card', whole: true, section: 'membership' }]);
    const [only, ...others] = linksOf(page);
    expect([only?.attributes, others]).toEqual([{ href: `${PAGE_SCHEME}#membership` }, []]);
    expect(
      lookOf(
        page,
        [...elements(page.body)].find(({ kind }) => kind === 'card'),
      )?.rest,
    ).toEqual({ display: 'flex', position: 'relative' });
    expect(lookOf(page, only)?.variants).toEqual([
      { part: '::after', set: { content: '""', position: 'absolute', top: '0', right: '0', bottom: '0', left: '0' } },
    ]);
    expect(() => checkDocument(page, 'f')).not.toThrow();
  });

  it('is the box where what is in it is called the same', () => {
    const named = page({ c: { rest: {} } }, element('card', 'Household', { style: 'c' }, heading, link('Join')));
    const result = run(named, [{ at: 'Household', whole: true }]);
    expect(
      lookOf(
        result,
        [...elements(result.body)].find(({ kind }) => kind === 'card'),
      )?.rest,
    ).toEqual({ position: 'relative' });
  });

  it.each([1, 2])('keeps what depends on its states, with %i boxes of that look', (count) => {
    const styles = {
      c: { rest: {} },
      t: { rest: {}, variants: [{ within: { style: 'c', state: ':hover' }, set: { color: 'red' } }] },
    };
    const boxes = ['card', 'other']
      .slice(0, count)
      .map((name) =>
        element('card', name, { style: 'c' }, element('text', name, { style: 't' }, words('x')), link(`Join ${name}`)),
      );
    const result = run(page(styles, ...boxes), [{ at: 'card', whole: true }]);
    const host = [...elements(result.body)].find(({ kind, name }) => kind === 'card' && name === 'card')?.style;
    expect(result.styles['t']?.variants?.map(({ within }) => within?.style)).toContain(host);
    expect(result.styles[host ?? '']?.rest).toEqual({ position: 'relative' });
    if (count === 2) expect(result.styles['c']?.rest).toEqual({});
  });

  it('has its heading as the link where there was none, looking as before', () => {
    const page = run(card(heading), [{ at: 'card', whole: true, page: 'join' }]);
    const [only] = linksOf(page);
    expect([only?.attributes, only?.name]).toEqual([{ href: `${PAGE_SCHEME}join` }, 'Household']);
    expect(lookOf(page, only)?.rest).toEqual({ color: 'inherit', 'text-decoration-line': 'none' });
    expect([...elements(page.body)].find(({ kind }) => kind === 'heading')?.element).toBe('h3');
  });

  it.each<[string, PageDocument, Partial<LinkRule>, RegExp]>([
    ['two controls', card(link('Join'), link('More')), {}, /holds 2 controls/],
    ['no link and no target', card(heading), {}, /holds no link, and the rule has no target/],
    ['no words', card(element('box', 'x')), { page: 'join' }, /no text that could be the link/],
    [
      'a link in a box with a place of its own',
      {
        ...card(element('box', 'corner', { style: 'p' }, link('Join'))),
        styles: { c: { rest: {} }, p: { rest: { position: 'relative' } } },
      },
      {},
      /"corner", which is positioned itself/,
    ],
  ])('is refused for %s', (_, document, rule, why) => {
    expect(() => run(document, [{ at: 'card', whole: true, ...rule }])).toThrow(why);
  });
});
