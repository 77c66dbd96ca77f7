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
const images = new Map([[390, { source: png(390, 200), result: png(390, 210), difference: png(390, 210) }]]);

describe('the proof page', () => {
  const html = proofPage(proof, images);

  it('is one file that needs no network', () => {
    expect(html).not.toMatch(/<link|src="|url\((?!data:)|https?:/);
  });

  it('says what stands otherwise beside the pictures, linked to its outline, and escaped', () => {
    const [widthProof] = proof.widths as [(typeof proof.widths)[number]];
    const differences = [
      {
        fault: 'gap' as const,
        id: 'a1',
        name: 'Dates <b>',
        section: 'hero',
        what: 'Gap: 24 px, 32 px in the source',
        by: 8,
        wanted: [10, 20, 100, 30] as const,
        box: [10, 12, 100, 30] as const,
        remedy: { id: 'a1', property: 'row-gap', value: '32px' },
      },
    ];
    const section = {
      ...widthProof.sections[0],
      result: { y: 0, height: 100 },
    } as (typeof widthProof.sections)[number];
    const told = proofPage({ ...proof, widths: [{ ...widthProof, differences, sections: [section] }] }, images);
    expect(told).toContain(
      '<a href="#w390-hero-1">Dates &lt;b&gt;</a>: Gap: 24 px, 32 px in the source <code>row-gap: 32px</code>',
    );
    expect(told).toContain(
      '<span class="mark" id="w390-hero-1" style="left:2.56%;top:12.00%;width:25.64%;height:30.00%">',
    );
    expect(told).toContain('<input type="range"');
  });

  it('shows of the difference the part that it shows of the source', () => {
    const [widthProof] = proof.widths as [(typeof proof.widths)[number]];
    const lower = {
      ...widthProof.sections[0],
      source: { y: 100, height: 100 },
    } as (typeof widthProof.sections)[number];
    const told = proofPage({ ...proof, widths: [{ ...widthProof, sections: [lower] }] }, images);
    expect(/p390-source"[^>]*background-position:0 ([\d.]+)%/.exec(told)?.[1]).toBe('100.000');
    expect(/p390-difference"[^>]*background-position:0 ([\d.]+)%/.exec(told)?.[1]).toBe('90.909');
  });

  it('tells of other widths and of accessibility', () => {
    const told = proofPage(
      {
        ...proof,
        sweep: [{ kind: 'scrolls', from: 600, to: 640, what: 'The page scrolls sideways by 9 px' }],
        barriers: {
          result: [{ rule: 'label', what: 'Fields have names', count: 2, first: '<input>' }],
          source: { label: 1 },
          worse: [{ rule: 'label', what: 'Fields have names', count: 2, first: '<input>' }],
        },
      },
      images,
    );
    expect(told).toContain('600 to 640 px:  The page scrolls sideways by 9 px');
    expect(told).toContain(
      '<li class="poor">Fields have names (2, source 1) <span class="soft">&lt;input&gt;</span></li>',
    );
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
    for (const fact of ['scrolls sideways by 12 px', '1 words overlap others', '50.00 % missing'])
      expect(html).toContain(fact);
  });

  it('says whether the page holds', () => {
    expect(html).toContain('Within the limits at every width.');
    expect(proofPage({ ...proof, over: ['390 px: too much'] }, images)).toContain('<li>390 px: too much</li>');
  });

  it('embeds one picture where source and result are the same', () => {
    const same = proofPage(proof, new Map([[390, { source: png(390, 200), result: png(390, 200) }]]));
    expect(same).toContain('No pixel differs.');
    expect(same.match(/url\(data:/g)).toHaveLength(1);
  });
});
