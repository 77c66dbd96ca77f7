import { isRightToLeft, readOrder, withoutForms } from './written-order.js';

describe('letters with a code for their form', () => {
  it('are the letters themselves', () => {
    expect(withoutForms('mobile-ﬁrst oﬃce')).toBe('mobile-first office');
    expect(withoutForms('½ stays')).toBe('½ stays');
  });
});

describe('text from right to left', () => {
  it('is read from the right', () => {
    expect(isRightToLeft('مرصد')).toBe(true);
    expect(isRightToLeft('Marsh')).toBe(false);
    expect(readOrder([...'مرصد المستنقع'].reverse().join(''))).toBe('مرصد المستنقع');
  });

  it('keeps numbers and foreign words in their order, and turns brackets', () => {
    const line = 'الساعة 21:30 (UTC)';
    const seen = ')UTC( 21:30 ' + [...'الساعة'].reverse().join('');
    expect(readOrder(seen.replace(/[()]/g, (bracket) => (bracket === '(' ? ')' : '(')))).toBe(line);
  });
});
