import { art, box, line, onArtboard, image, type Item } from '../sample.js';

describe('the gutters of the page', () => {
  const items: readonly Item[] = [
    image('marsh.png', 0, 0, 1000, 300),
    line('Star evenings', 120, 60),
    line('Every clear Friday', 120, 120),
    art('M0 0H9', 0, 260, 1000, 40),
    line('Nobody needs to know', 120, 400),
  ];
  const bar = box(120, 500, 760, 40);

  it('hold what stands over a picture across the page as they hold the bands below', () => {
    const whole = onArtboard(...items, bar);
    expect(whole.of('Star evenings')['margin-left']).toBe('max(20px, calc((100% - 760px) / 2))');
  });

  it('are none where nothing ends as far from the other side', () => {
    expect(onArtboard(...items).of('Star evenings')['margin-left']).toBe('120px');
  });

  it('stay where words at a share of the width lie over what they hold', () => {
    const over = line('Marsh', 100, 50, { size: 250 });
    const laidOut = onArtboard(...items, bar, over);
    expect(laidOut.of('Marsh')).toMatchObject({ position: 'absolute' });
    expect(JSON.stringify([laidOut.of('Star evenings'), laidOut.around('Star evenings')])).not.toContain('calc');
  });
});
