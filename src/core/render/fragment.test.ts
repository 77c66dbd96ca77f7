import { element, page, words } from '../document/sample.js';
import { renderFragment } from './fragment.js';

const document = {
  ...page(
    {
      root: { rest: { 'font-size': '20px' } },
      body: { rest: { color: 'navy' } },
      card: { rest: { 'padding-top': '1.5rem', 'margin-top': 'calc(1rem + 2px)' } },
      other: { rest: { color: 'red' } },
    },
    element(
      'section',
      'membership',
      { id: 'm', style: 'card' },
      element('heading', 'h', { element: 'h2' }, words('Membership', 'm.h')),
    ),
    element('section', 'hire', { id: 'h', style: 'other' }, words('Hire')),
  ),
  rootStyle: 'root',
  fonts: [{ family: 'Own', descriptors: { 'font-family': 'Own', src: 'url("assets/own.woff2")' } }],
};

describe('renderFragment', () => {
  const whole = renderFragment(document, {});
  const part = renderFragment(document, { m: { h: 'Join <us>' } }, 'm');

  it('lies in a shadow tree that takes nothing from around', () => {
    expect(whole).toMatch(/^<style>\n@font-face/);
    expect(whole).toContain('<template shadowrootmode="open">');
    expect(whole).toContain(':host {\n  all: initial !important;');
  });

  it('counts rem from the root of its own page', () => {
    expect(whole).toContain('padding-top: 30px');
    expect(whole).toContain('calc(20px + 2px)');
    expect(whole).not.toMatch(/\drem/);
  });

  it('shows one section with its styles only, and the words that were written for it', () => {
    expect(part).toContain('Join &lt;us&gt;');
    expect(part).not.toContain('Hire');
    expect(part).not.toContain('.other');
  });

  it('is the same for the same page', () => {
    expect(renderFragment(document, {})).toBe(whole);
  });
});
