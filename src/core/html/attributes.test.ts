import { isScriptAddress } from '../document/addresses.js';
import { keptAttributes, referencedIds } from './attributes.js';

describe('keptAttributes', () => {
  it('keeps what the page needs and leaves scripts, classes and data behind', () => {
    const given = {
      class: 'a',
      style: 'x',
      onclick: 'x()',
      'data-x': '1',
      href: '/a',
      target: '_blank',
      'aria-label': 'A',
      id: 'unused',
    };
    expect(keptAttributes('a', given, new Set())).toEqual({ href: '/a', target: '_blank', 'aria-label': 'A' });
  });

  it('keeps ids that something points at', () => {
    const ids = referencedIds([{ href: '#top' }, { for: 'name' }, { 'aria-describedby': 'one two' }]);
    expect([...ids].sort()).toEqual(['name', 'one', 'top', 'two']);
    expect(keptAttributes('input', { id: 'name', name: 'n', type: 'text' }, ids)).toEqual({
      id: 'name',
      name: 'n',
      type: 'text',
    });
  });

  it('keeps everything a form needs to post', () => {
    expect(
      keptAttributes('form', { action: '/post', method: 'post', enctype: 'multipart/form-data' }, new Set()),
    ).toEqual({ action: '/post', method: 'post', enctype: 'multipart/form-data' });
    expect(keptAttributes('input', { type: 'hidden', name: 'list', value: 'visitors' }, new Set())).toEqual({
      type: 'hidden',
      name: 'list',
      value: 'visitors',
    });
  });

  it.each([
    'javascript:alert(1)',
    ' JavaScript:alert(1)',
    'java\nscript:alert(1)',
    '\u0001javascript:x',
    'vbscript:x',
    'data:text/html,<script>',
  ])('drops the address %j', (address) => {
    expect(isScriptAddress(address)).toBe(true);
    expect(keptAttributes('a', { href: address }, new Set())).toEqual({});
  });

  it('does not take other addresses for scripts', () => {
    expect(
      ['/javascript:', 'https://example.org/javascript:x', 'mailto:a@example.org', 'data:image/png;base64,AA'].some(
        isScriptAddress,
      ),
    ).toBe(false);
  });
});
