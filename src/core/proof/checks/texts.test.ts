import { page, words } from '../../document/sample.js';
import { comparePage } from '../compare-page.js';
import type { Difference } from '../difference.js';
import type { MeasuredPage } from '../measurement.js';
import { differencesOf } from './index.js';
import type { Box } from '../../geometry/box.js';
import { measured, node, document, wanted, told, message, styles } from './sample.js';

describe('texts', () => {
  it('in another font, size, weight, colour or width', () => {
    expect(told(wanted, { title: { look: { family: 'Georgia' } } })[0]).toMatchObject({
      fault: 'font',
      remedy: { property: 'font-family', value: '"Arial", sans-serif' },
    });
    expect(told(wanted, { title: { look: { size: 19 } } })[0]).toMatchObject({
      fault: 'letters',
      by: 3,
      remedy: { property: 'font-size', value: '16px' },
    });
    expect(told(wanted, { title: { look: { weight: '700' } } })[0]).toMatchObject({
      remedy: { property: 'font-weight', value: '400' },
    });
    expect(told(wanted, { title: { look: { color: 'rgb(200, 0, 0)' } } })[0]).toMatchObject({
      fault: 'colour',
      remedy: { property: 'color', value: 'rgb(0, 0, 0)' },
    });
    expect(told(wanted, { title: { width: 11 } })[0]).toMatchObject({
      fault: 'letters',
      by: 10,
      remedy: { property: 'letter-spacing', value: '-0.063em' },
    });
  });

  it('whose words drift along a line, though letters and spaces are as wide as they should be on the whole', () => {
    const wide = { ...wanted, text: [0, 58, 900, 18] as Box };
    /* Letters a hundredth narrower are let pass by themselves; at the end of a line they are far off. */
    const long = page(
      styles,
      node(
        'text',
        'text',
        { element: 'p', name: 'Text', style: 'plain' },
        words('Come as you are and look up with us until the moon is down'),
      ),
    );
    const at = (width: number): MeasuredPage => measured(long, wide, { text: { width } });
    const differences = (width: number): Difference[] => differencesOf(comparePage(long, at(10), at(width), 1440));
    const [difference, ...more] = differences(9.9);
    expect(more).toEqual([]);
    expect(difference).toMatchObject({ fault: 'letters', id: 'text', remedy: { property: 'letter-spacing' } });
    expect(difference?.what).toMatch(/^Words drift by [3-9]/);
    expect(parseFloat(difference?.remedy?.value ?? '') * 16).toBeCloseTo(0.1, 1);
    expect(differences(9.98)).toEqual([]);
  });

  it('whose words stand nearer to each other, or farther apart', () => {
    const wide = { ...wanted, text: [0, 58, 600, 18] as Box };
    const at = (gap: number): MeasuredPage => measured(document, wide, { text: { gap } });
    const [difference, ...more] = differencesOf(comparePage(document, at(5), at(3.4), 1440));
    expect(more).toEqual([]);
    expect(difference).toMatchObject({
      fault: 'letters',
      by: 1.6,
      remedy: { property: 'word-spacing', value: '0.1em' },
    });
    expect(difference?.what).toBe('Word spacing: 3.4 px, 5 px in the source');
    expect(differencesOf(comparePage(document, at(5), at(5.2), 1440))).toEqual([]);
  });

  it('that break after another word, or whose lines are farther apart', () => {
    const narrow = { ...wanted, text: [0, 58, 200, 58] as Box };
    expect(message(told(narrow))).toContain('line-break Text: Line breaks after “with”, after nothing in the source');
    const both = (leading: number): MeasuredPage =>
      measured(document, { ...wanted, text: [0, 58, 120, 98] }, { text: { leading } });
    const [difference] = differencesOf(comparePage(document, both(20), both(26), 1440));
    expect(difference).toMatchObject({
      fault: 'leading',
      what: 'Line height: 26 px, 20 px in the source',
      remedy: { property: 'line-height' },
    });
  });

  it('that break too late are made as narrow as their lines, if that parts them', () => {
    const late = (width: number): Difference | undefined =>
      differencesOf(
        comparePage(
          document,
          measured(document, { ...wanted, text: [0, 58, width, 58] }),
          measured(document, wanted),
          1440,
        ),
      ).find(({ fault }) => fault === 'line-break');
    expect(late(200)).toMatchObject({
      what: 'Line breaks after nothing, after “with” in the source',
      remedy: { property: 'max-width', value: '191px' },
    });
    /* “and” alone would be on a line into which “look” fits. */
    const odd = measured(document, { ...wanted, text: [0, 58, 800, 58] });
    const words = odd.words.map((word) =>
      word.of === 'text' && !['Come', 'and'].includes(word.text) ? { ...word, y: word.y + 20, x: word.x - 80 } : word,
    );
    const [difference] = differencesOf(
      comparePage(document, { ...odd, words }, measured(document, wanted), 1440),
    ).filter(({ fault }) => fault === 'line-break');
    expect(difference?.remedy).toEqual({ id: 'text', property: 'max-width' });
  });

  it('that are gone, new or cut off', () => {
    expect(message(told({ ...wanted, text: undefined }))[0]).toBe(
      'missing Text: “Come and look up with us” is missing',
    );
    const extra = differencesOf(
      comparePage(document, measured(document, { ...wanted, text: undefined }), measured(document, wanted), 1440),
    );
    expect(message(extra)[0]).toBe('extra Text: “Come and look up with us” is not in the source');
    expect(message(told(wanted, { text: { cut: true } }))).toEqual([
      'cut-off Text: “Come and look up with us” is cut off',
    ]);
    expect(told(wanted, { text: { cut: true } }, { text: { cut: true } })).toEqual([]);
  });
});
