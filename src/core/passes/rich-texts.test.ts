import { originalContent, fillPage } from '../content/content.js';
import { element, page, words } from '../page/sample.js';
import type { ElementNode } from '../page/types.js';
import { elements, textOf } from '../page/walk.js';
import { fields } from './fields.js';
import { richTextsOf, richTextsPass } from './rich-texts.js';

const nowhere = { boxes: new Map(), width: 1440 };
const strong = (text: string): ElementNode => element('run', 's', { element: 'strong', inline: true }, words(text));
const document = fields.run(
  page(
    { red: { rest: { color: 'red' } } },
    element('section', 'visit', { name: 'visit', element: 'section' },
      element('text', 'long', { id: 'long', element: 'p' }, words('Come on a '), strong('clear'), words(' night and bring warm clothes')),
      element('text', 'short', { id: 'short', element: 'p' }, words('Open '), strong('now')),
      element('text', 'painted', { id: 'painted', element: 'p' }, words('These are the '), element('run', 'r', { element: 'span', style: 'red', inline: true }, words('other')), words(' words of a text')),
    ),
  ),
  nowhere,
); // prettier-ignore

describe('texts in which words may be set off', () => {
  const made = richTextsPass(6).run(document, nowhere);

  it('are those of so many words on whose runs CommonMark can say', () => {
    expect(richTextsOf(made.body).map(({ id }) => id)).toEqual(['long']);
    expect(richTextsOf(richTextsPass(2).run(document, nowhere).body).map(({ id }) => id)).toEqual(['long', 'short']);
  });

  it('have one field for all they say', () => {
    const { visit } = originalContent(made);
    expect(Object.values(visit ?? {})).toContain('Come on a **clear** night and bring warm clothes');
    const [name] = Object.entries(visit ?? {}).find(([, value]) => value.startsWith('Come')) ?? [''];
    const filled = fillPage(made, { visit: { [name]: 'Come *any* night' } });
    const long = [...elements(filled.body)].find(({ id }) => id === 'long') as ElementNode;
    expect(textOf(long)).toBe('Come any night');
    expect([...elements(long)].map(({ element: tag }) => tag)).toEqual(['p', 'em']);
  });

  it('twice is as good as once, and nobody touched is as it was', () => {
    expect(richTextsPass(6).run(made, nowhere)).toEqual(made);
    expect(fillPage(made, originalContent(made)).body).toEqual(made.body);
  });
});
