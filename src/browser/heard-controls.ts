import type { CDPSession, Page } from 'playwright-core';

/** Events by which a visitor operates something (UI Events, Pointer Events 3, Touch Events; HTML, 4.10.21 for forms). */
const OPERATED = new Set([
  'click',
  'dblclick',
  'mousedown',
  'mouseup',
  'pointerdown',
  'pointerup',
  'touchstart',
  'touchend',
  'keydown',
  'keyup',
  'keypress',
  'input',
  'change',
  'submit',
]);
/** Events by which something answers that is pointed at, or reached with the keyboard. */
const POINTED = new Set(['mouseenter', 'mouseover', 'pointerenter', 'pointerover', 'focus', 'focusin']);

/** So many elements are asked for: a list in which every entry has a listener of its own says nothing new after these. */
const MOST_HEARD = 2000;

/** An element to whose events a script of the page listens. */
export interface HeardControl {
  /** Its number in the last snapshot of the page. */
  readonly element: number;
  /** In alphabetical order. */
  readonly events: readonly string[];
}

/** What scripts of a page listen to. */
export interface Heard {
  readonly controls: readonly HeardControl[];
  /** Events of the whole page: of its body, its document or its window. */
  readonly whole: readonly string[];
}

/** The elements to which scripts of a page listen, as the browser knows it. After a snapshot. */
export async function heardControls(page: Page): Promise<Heard> {
  const session = await page.context().newCDPSession(page);
  try {
    await session.send('DOM.enable');
    const byNode = await listenersByNode(session);
    const nodes = [...byNode.keys()].slice(0, MOST_HEARD);
    const numbers = await numbersOf(session, nodes);
    const controls = nodes
      .flatMap((node, at): HeardControl[] => {
        const element = numbers[at] ?? -1;
        return element < 0 ? [] : [{ element, events: [...(byNode.get(node) ?? [])].sort() }];
      })
      .sort((a, b) => a.element - b.element);
    return { controls, whole: await wholeEvents(session) };
  } finally {
    await session.detach();
  }
}

async function wholeEvents(session: CDPSession): Promise<string[]> {
  const found = await Promise.all(
    ['document.body', 'document', 'window'].map(async (expression) => {
      const { result } = await session.send('Runtime.evaluate', { expression });
      if (result.objectId === undefined) return [];
      const { listeners } = await session.send('DOMDebugger.getEventListeners', {
        objectId: result.objectId,
        depth: 1,
      });
      return listeners.map(({ type }) => type);
    }),
  );
  return [...new Set(found.flat())].filter((type) => OPERATED.has(type) || POINTED.has(type)).sort();
}

async function listenersByNode(session: CDPSession): Promise<ReadonlyMap<number, ReadonlySet<string>>> {
  const { result } = await session.send('Runtime.evaluate', { expression: 'document.body' });
  const byNode = new Map<number, Set<string>>();
  if (result.objectId === undefined || result.subtype === 'null') return byNode;
  const { node: body } = await session.send('DOM.describeNode', { objectId: result.objectId });
  const { listeners } = await session.send('DOMDebugger.getEventListeners', {
    objectId: result.objectId,
    depth: -1,
    pierce: false,
  });
  for (const { type, backendNodeId } of listeners) {
    if (
      backendNodeId === undefined ||
      backendNodeId === body.backendNodeId ||
      !(OPERATED.has(type) || POINTED.has(type))
    )
      continue;
    byNode.set(backendNodeId, (byNode.get(backendNodeId) ?? new Set()).add(type));
  }
  return byNode;
}

async function numbersOf(session: CDPSession, nodes: readonly number[]): Promise<number[]> {
  if (nodes.length === 0) return [];
  const resolved = await Promise.all(
    nodes.map((backendNodeId) => session.send('DOM.resolveNode', { backendNodeId }).catch(() => undefined)),
  );
  const { result } = await session.send('Runtime.evaluate', { expression: 'globalThis' });
  const { result: answer } = await session.send('Runtime.callFunctionOn', {
    ...(result.objectId === undefined ? {} : { objectId: result.objectId }),
    functionDeclaration: 'function (...elements) { return tavrikInPage.numbersOf(elements); }',
    arguments: resolved.map((one) =>
      one?.object.objectId === undefined ? { value: null } : { objectId: one.object.objectId },
    ),
    returnByValue: true,
  });
  return answer.value as number[];
}
