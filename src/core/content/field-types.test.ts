import { element, page, words } from '../document/sample.js';
import type { ElementNode } from '../document/types.js';
import { checkContent, fieldsByPath } from './check.js';
import { regionsOf, type Field } from './regions.js';

const none: ReadonlySet<string> = new Set();
const text = (field: string, said: string): ElementNode =>
  element('text', field, { element: 'p' }, words(said, `visit.${field}`));
const link = (href: string, said: string, more: object = {}): ElementNode =>
  element(
    'link',
    'l',
    { element: 'a', attributes: { href, ...more }, fields: { href: 'visit.call.address' } },
    words(said, 'visit.call.label'),
  );
const fieldOf = (node: ElementNode, path: string): Field | undefined =>
  fieldsByPath(regionsOf(page({}, element('section', 's', { name: 'Visit' }, node))))(path);
const faultsOf = (node: ElementNode, path: string, value: string): string[] => {
  const document = page({}, element('section', 's', { name: 'Visit' }, node));
  const [section = '', ...names] = path.split('.');
  const content = { [section]: names.reduceRight<unknown>((inner, name) => ({ [name]: inner }), value) };
  return checkContent(document, regionsOf(document), content as never, none).map(
    ({ wrong, what }) => `${wrong} ${what}`,
  );
};

describe('the type of a field', () => {
  it.each([
    ['19:30', 'time'],
    ['€ 12', 'price'],
    ['+44 1632 960 417', 'telephone'],
    ['keeper@marsh.example', 'email'],
    ['54.1792, 7.8857', 'position'],
    ['12 March 2026', 'date'],
    ['By the dyke', 'text'],
  ])('of what says "%s" is %s', (said, type) => {
    expect(fieldOf(text('when', said), 'visit.when')?.type).toBe(type);
  });

  it('is a telephone number where the link around it dials one, whatever it looks like', () => {
    expect(fieldOf(link('tel:960417', '960 417'), 'visit.call.label')?.type).toBe('telephone');
    expect(fieldOf(link('/call', '960 417'), 'visit.call.label')?.type).not.toBe('telephone');
    expect(fieldOf(link('tel:960417', 'Call the keeper'), 'visit.call.label')?.type).toBe('text');
  });

  it('is not told by an example in a control', () => {
    const control = element('field', 'f', {
      element: 'input',
      attributes: { placeholder: 'you@marsh.example' },
      fields: { placeholder: 'visit.mail.hint' },
    });
    expect(fieldOf(control, 'visit.mail.hint')?.type).toBe('text');
  });

  it('is a video for a film with its image, and yes or no for a new window', () => {
    const film = element('video', 'v', {
      element: 'video',
      attributes: { src: 'assets/tide.mp4' },
      fields: { src: 'visit.video.file' },
    });
    expect(fieldOf(film, 'visit.video')?.type).toBe('video');
    const away = { ...link('/x', 'Map', { target: '_blank' }), fields: { target: 'visit.call.new-window' } };
    expect(fieldOf(away, 'visit.call.new-window')).toMatchObject({ type: 'yes-no', example: 'yes' });
  });

  it.each([
    ['19:30', 'soon', 'false "soon" is not a time'],
    ['€ 12', 'a lot', 'false "a lot" is not a price'],
    ['+44 1632 960 417', 'none', 'false "none" is not a telephone number'],
    ['keeper@marsh.example', 'the keeper', 'false "the keeper" is not an e-mail address'],
    ['54.1792, 7.8857', 'north', 'false "north" is not a map position'],
  ])('read from "%s" makes "%s" unusual, and forbids nothing', (said, value, fault) => {
    expect(faultsOf(text('when', said), 'visit.when', value)).toEqual([fault]);
    expect(faultsOf(text('when', said), 'visit.when', said)).toEqual([]);
  });
});
