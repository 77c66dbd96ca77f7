import { element, page, words } from '../../document/sample.js';
import { elements } from '../../document/walk.js';
import { hiddenTargets } from './hidden-targets.js';

const context = (target: string, kind: 'open' | 'close' | 'tab' = 'open') => ({
  boxes: new Map(),
  width: 1440,
  controls: [{ control: 'b', target, kind }],
});
const document = page(
  { framed: { rest: { color: 'teal' } } },
  element('button', 'b', { id: 'b', element: 'button' }, words('More')),
  element(
    'box',
    'm',
    { id: 'm', element: 'div', style: 'framed', attributes: { hidden: '', id: 'more' } },
    words('Tides'),
  ),
  element('box', 'o', { id: 'o', element: 'div', attributes: { hidden: '' } }, words('Other')),
  element('box', 'u', { id: 'u', element: 'div', attributes: { hidden: 'until-found' } }, words('Found')),
);

describe('hidden targets', () => {
  it('are hidden by a style of their own, others stay as they are', () => {
    const done = hiddenTargets.run(document, context('m'));
    const byId = new Map([...elements(done.body)].map((node) => [node.id, node]));
    expect(byId.get('m')).toMatchObject({ style: 'more-hidden', attributes: { id: 'more' } });
    expect(byId.get('m')?.attributes).not.toHaveProperty('hidden');
    expect(done.styles['more-hidden']).toEqual({ rest: { display: 'none', color: 'teal' } });
    expect(byId.get('o')?.attributes).toEqual({ hidden: '' });
  });

  it('are none where a control only closes, or the browser shows them by itself', () => {
    expect(hiddenTargets.run(document, context('m', 'close'))).toBe(document);
    expect(hiddenTargets.run(document, context('u'))).toBe(document);
  });
});
