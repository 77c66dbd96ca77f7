import { required } from '../data/required.js';
import type { CapturedNode } from '../html/captured.js';

/** How the elements of a captured page hold each other, by number. */
export class CapturedTree {
  private readonly byPath: ReadonlyMap<string, number>;
  private readonly children: readonly number[][];

  constructor(readonly nodes: readonly CapturedNode[]) {
    this.byPath = new Map(nodes.flatMap(({ path }, at) => (path === undefined ? [] : [[path, at] as const])));
    const children: number[][] = nodes.map(() => []);
    nodes.forEach(({ parent }, at) => children[parent]?.push(at));
    this.children = children;
  }

  at(path: string): number | undefined {
    return this.byPath.get(path);
  }

  node(number: number): CapturedNode {
    return required(this.nodes[number]);
  }

  parent(number: number): number {
    return this.node(number).parent;
  }

  childrenOf(number: number): readonly number[] {
    return required(this.children[number]);
  }

  /** Whether an element is another one or lies in it. */
  isIn(inner: number, outer: number): boolean {
    for (let at = inner; at >= 0; at = this.parent(at)) if (at === outer) return true;
    return false;
  }

  /** The innermost element that is or holds both. */
  around(a: number, b: number): number {
    let at = a;
    while (!this.isIn(b, at)) at = this.parent(at);
    return at;
  }

  /** The child of a box that is or holds an element in it. */
  branch(box: number, inner: number): number {
    let at = inner;
    while (this.parent(at) !== box) at = this.parent(at);
    return at;
  }

  /** All elements and texts in an element, itself first. */
  *inside(number: number): Generator<number> {
    yield number;
    for (const child of this.childrenOf(number)) yield* this.inside(child);
  }

  text(number: number): string {
    return [...this.inside(number)]
      .map((at) => this.node(at).text ?? '')
      .join(' ')
      .replace(/\s+/g, ' ')
      .trim();
  }
}
