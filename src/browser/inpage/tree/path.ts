import type { Box } from '../../../core/html/captured.js';

/** The step of a path that leads to an element: the `nth` of its name in its box. */
export function step(element: Element, nth: number): string {
  if (element.id) return `${element.localName}#${CSS.escape(element.id)}`;
  return nth > 1 || hasLikeAfter(element) ? `${element.localName}:nth-of-type(${nth})` : element.localName;
}

function hasLikeAfter(element: Element): boolean {
  for (let next = element.nextElementSibling; next; next = next.nextElementSibling)
    if (next.localName === element.localName) return true;
  return false;
}

/** Finds elements by paths of such steps, in time that grows with the number of paths and not of elements. */
export class PathFinder {
  private readonly known = new Map<string, Element | null>();
  private readonly children = new Map<Element, Map<string, Element[]>>();

  /** The element at a path; null if there is none. */
  find(path: string): Element | null {
    let found = this.known.get(path);
    if (found === undefined) this.known.set(path, (found = this.look(path)));
    return found;
  }

  private look(path: string): Element | null {
    const cut = path.lastIndexOf(' > ');
    if (cut < 0 && path === 'html') return document.documentElement;
    const [, name, id, nth = '1'] = STEP.exec(path.slice(cut + 3)) ?? [];
    if (cut < 0 || name === undefined) return query(path);
    const parent = this.find(path.slice(0, cut));
    if (!parent) return null;
    const like = this.childrenOf(parent).get(name) ?? [];
    return (id === undefined ? like[Number(nth) - 1] : like.find((child) => CSS.escape(child.id) === id)) ?? null;
  }

  private childrenOf(parent: Element): ReadonlyMap<string, Element[]> {
    let byName = this.children.get(parent);
    if (byName) return byName;
    this.children.set(parent, (byName = new Map<string, Element[]>()));
    for (const child of parent.children) {
      const like = byName.get(child.localName);
      if (like) like.push(child);
      else byName.set(child.localName, [child]);
    }
    return byName;
  }
}

/** A step, with its name and what tells it from others of the name. */
const STEP = /^((?:\\.|[\w-]|\P{ASCII})+?)(?:#((?:\\.|[^:\s])+)|:nth-of-type\((\d+)\))?$/u;

function query(path: string): Element | null {
  try {
    return document.querySelector(path);
  } catch {
    return null;
  }
}

export function boxOf(rect: DOMRect): Box {
  const round = (value: number): number => Math.round(value * 100) / 100;
  return [round(rect.left + scrollX), round(rect.top + scrollY), round(rect.width), round(rect.height)];
}
