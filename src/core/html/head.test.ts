import { bestIcon, headFrom, type CapturedHead } from './head.js';

const NOTHING: CapturedHead = {
  site: '',
  title: '',
  description: '',
  picture: '',
  pictureAlt: '',
  icons: [],
  data: [],
  unlisted: false,
  theme: '',
};

describe('the head of a source', () => {
  it('is taken over; data that is no JSON and colours that are none are left out', () => {
    const head = headFrom({
      ...NOTHING,
      site: 'Observatory',
      title: 'Evenings',
      picture: 'https://x.example/a.jpg',
      pictureAlt: 'Dome',
      unlisted: true,
      theme: '#1d5c74',
      data: ['{"@type":"Museum"}', '{no', '[{"@type":"Event"}, 3]'],
    });
    expect(head).toEqual({
      site: 'Observatory',
      preview: { title: 'Evenings', picture: 'https://x.example/a.jpg', alt: 'Dome' },
      unlisted: true,
      theme: '#1d5c74',
      facts: [{ '@type': 'Museum' }, { '@type': 'Event' }],
    });
    expect(headFrom({ ...NOTHING, theme: 'red;}<' })).toEqual({});
  });

  it('has the drawing among its icons, or else the largest', () => {
    const icon = (address: string, sizes = '', type = '') => ({ address, sizes, type });
    expect(bestIcon([icon('a.png', '32x32'), icon('b.svg'), icon('c.png', '512x512')])).toBe('b.svg');
    expect(bestIcon([icon('a.png', '32x32'), icon('c.png', '512x512')])).toBe('c.png');
    expect(bestIcon([])).toBeUndefined();
  });
});
