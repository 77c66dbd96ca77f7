import { required } from '../../../core/data/required.js';
/** An element as the browser styles it by itself, and declarations of which some may change nothing. */
export interface ProbeItem {
  /** A tag with the attributes that change how browsers style it, e.g. `input[type=text]` or `img[width=7]`. */
  readonly element: string;
  readonly set: readonly (readonly [string, string])[];
}

export interface ProbeResult {
  /** For each item, the names of its declarations that change nothing on such an element. */
  readonly idle: readonly (readonly string[])[];
  /** Computed values of bare elements for the properties that the items set. */
  readonly defaults: Readonly<Record<string, Readonly<Record<string, string>>>>;
  /** Inherited properties that the browser sets by itself on such an element. */
  readonly own: Readonly<Record<string, readonly string[]>>;
}

/** Sizes (px) at which each probe runs: a declaration in em equals a default only if it does at both. */
const FONT_SIZES = [16, 23];

/** Properties whose resolved value is none on an element without a box: their computed value is asked for. */
const WITHOUT_BOX = /^(transform|translate|rotate|scale|offset)/;

/** Judged elsewhere: generated content stands or falls with its part, and box-sizing is a rule of the whole page. */
const NEVER_IDLE = new Set(['content', 'box-sizing']);

/** Two different values for each inherited property, to see whether an element takes its parent's. */
const CONTRARY: Readonly<Record<string, string>> = {
  color: 'rgb(1, 2, 3)',
  'font-family': 'monospace',
  'font-size': '37px',
  'font-style': 'oblique 7deg',
  'font-weight': '350',
  'line-height': '41px',
  'letter-spacing': '3px',
  'word-spacing': '5px',
  'text-align': 'justify',
  'text-indent': '7px',
  'text-transform': 'capitalize',
  'white-space-collapse': 'break-spaces',
  'text-wrap-mode': 'nowrap',
  cursor: 'grab',
  'list-style-type': 'upper-greek',
  'list-style-position': 'inside',
  'text-shadow': 'rgb(1, 2, 3) 1px 1px 1px',
  'border-collapse': 'collapse',
  'text-rendering': 'geometricprecision',
  visibility: 'collapse',
  'word-break': 'break-all',
  'overflow-wrap': 'anywhere',
  'font-stretch': '75%',
  'font-variant-caps': 'unicase',
  'font-kerning': 'none',
  'tab-size': '3',
  'pointer-events': 'none',
  'caret-color': 'rgb(1, 2, 3)',
  'line-break': 'anywhere',
  hyphens: 'auto',
  'border-spacing': '7px 8px',
};

/** Finds declarations that a bare element of the kind has anyway. Only properties that are not inherited are judged. */
export function probeDefaults(items: readonly ProbeItem[], inherited: readonly string[]): ProbeResult {
  const frame = document.createElement('iframe');
  frame.style.cssText = 'position:absolute;left:-99999px;width:1000px;height:1000px;visibility:hidden';
  frame.srcdoc = '<!doctype html><body></body>';
  document.documentElement.append(frame);
  const inside = required(frame.contentDocument);
  inside.open();
  inside.write('<!doctype html><html><body></body></html>');
  inside.close();
  const probe = new Probe(inside, new Set(inherited));
  const result: ProbeResult = {
    idle: items.map((item) => probe.idle(item)),
    defaults: probe.defaultsOf(items),
    own: probe.ownOf([...new Set(items.map(({ element }) => element))]),
  };
  frame.remove();
  return result;
}

class Probe {
  private readonly view: Window;
  private readonly holder: HTMLElement;

  constructor(
    private readonly inside: Document,
    private readonly inherited: ReadonlySet<string>,
  ) {
    this.view = required(inside.defaultView);
    this.holder = inside.createElement('div');
    this.holder.style.display = 'none';
    inside.body.append(this.holder);
  }

  private make(name: string): HTMLElement {
    const tag = /^[\w-]+/.exec(name)?.[0] ?? 'span';
    const element = this.inside.createElement(tag);
    for (const [, attribute, value] of name.matchAll(/\[([\w-]+)(?:=([^\]]*))?\]/g))
      element.setAttribute(required(attribute), value ?? '#');
    return element;
  }

  idle(item: ProbeItem): string[] {
    let found: string[] | undefined;
    for (const size of FONT_SIZES) {
      this.holder.style.fontSize = `${size}px`;
      const here = this.idleAt(item);
      found = found ? found.filter((name) => here.includes(name)) : here;
    }
    return found ?? [];
  }

  private idleAt({ element, set }: ProbeItem): string[] {
    const result = this.make(element);
    for (const [name, value] of set) result.style.setProperty(name, value);
    this.holder.replaceChildren(result);
    const style = this.view.getComputedStyle(result);
    const map = result.computedStyleMap();
    const read = (name: string): string =>
      WITHOUT_BOX.test(name) ? map.getAll(name).join() : style.getPropertyValue(name);
    const found: string[] = [];
    for (const [name, value] of set) {
      if (this.inherited.has(name) || NEVER_IDLE.has(name) || value === 'inherit') continue;
      const before = read(name);
      result.style.removeProperty(name);
      if (read(name) === before) found.push(name);
      else result.style.setProperty(name, value);
    }
    return found;
  }

  defaultsOf(items: readonly ProbeItem[]): Record<string, Record<string, string>> {
    this.holder.style.fontSize = '16px';
    const record: Record<string, Record<string, string>> = {};
    for (const { element, set } of items) {
      const bare = this.make(element);
      this.holder.replaceChildren(bare);
      const style = this.view.getComputedStyle(bare);
      const values = (record[element] ??= {});
      for (const [name] of set) if (!this.inherited.has(name)) values[name] ??= style.getPropertyValue(name);
    }
    return record;
  }

  ownOf(elements: readonly string[]): Record<string, string[]> {
    this.holder.removeAttribute('style');
    const record: Record<string, string[]> = {};
    for (const name of elements) {
      const bare = this.make(name);
      this.holder.replaceChildren(bare);
      this.holder.style.display = 'none';
      const style = this.view.getComputedStyle(bare);
      record[name] = Object.entries(CONTRARY).flatMap(([property, value]) => {
        this.holder.style.setProperty(property, value);
        const parent = this.view.getComputedStyle(this.holder).getPropertyValue(property);
        const same = style.getPropertyValue(property) === parent;
        this.holder.style.removeProperty(property);
        return same ? [] : [property];
      });
    }
    return record;
  }
}
