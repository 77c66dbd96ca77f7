import type { Proof } from '../core/proof/proof.js';
import { proofPage } from './proof-page.js';

/** The first bytes of a PNG with a size: all that the page reads of a picture. */
function png(width: number, height: number): Buffer {
  const bytes = Buffer.alloc(24);
  bytes.writeUInt32BE(width, 16);
  bytes.writeUInt32BE(height, 20);
  return bytes;
}

const proof: Proof = {
  page: 'a <b>',
  limits: { differ: 0.05, placed: 0.9 },
  over: [],
  widths: [
    {
      width: 390,
      differ: 0.02,
      seen: 0,
      words: { words: 2, placed: 0.5, missing: 0.5, extra: 0, moved: [{ text: '<i>', x: 1, y: 2 }] },
      height: { source: 200, result: 210 },
      overflow: 12,
      clashes: 1,
      sections: [{ name: 'hero', differ: 0.02, seen: 0, placed: 0.5, words: 2, source: { y: 0, height: 100 } }],
      differences: [],
    },
  ],
};
const pictures = new Map([[390, { source: png(390, 200), result: png(390, 210), difference: png(390, 210) }]]);

describe('the proof page', () => {
  const html = proofPage(proof, pictures);

  it('is one file that needs no network and runs no script', () => {
    expect(html).not.toMatch(/<script|<link|src="|url\((?!data:)/);
  });

  it('escapes what comes from the page', () => {
    expect(html).toContain('Proof of “a &lt;b&gt;”');
    expect(html).toContain('&lt;i&gt;</th>');
    expect(html).not.toContain('<i>');
  });

  it('links each figure to its section and says what was not found', () => {
    expect(html).toContain('href="#w390-hero"');
    expect(html).toContain('id="w390-hero"');
    expect(html).toContain('not found');
    for (const fact of ['scrolls sideways by 12 px', '1 words lie on others', '50.00 % missing'])
      expect(html).toContain(fact);
  });

  it('says whether the page holds', () => {
    expect(html).toContain('Within the limits at every width.');
    expect(proofPage({ ...proof, over: ['390 px: too much'] }, pictures)).toContain('<li>390 px: too much</li>');
  });

  it('embeds one picture where source and result are the same', () => {
    const same = proofPage(proof, new Map([[390, { source: png(390, 200), result: png(390, 200) }]]));
    expect(same).toContain('No pixel differs.');
    expect(same.match(/url\(data:/g)).toHaveLength(1);
  });
});
