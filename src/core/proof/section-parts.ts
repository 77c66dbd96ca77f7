import { required } from '../data/required.js';
import * as csstree from 'css-tree';

/** What a rendered page is made of, as HTML: its sections, and what is around them. */
export interface PageMarkup {
  readonly shell: string;
  readonly sections: readonly { readonly name: string; readonly markup: string }[];
}

/** A rule of a style sheet, or another part of it. */
interface SheetPart {
  /** It holds at viewport widths below this, px; at all without it. */
  readonly below?: number;
  /** Classes that its selectors name; one without any concerns all that there is. */
  readonly classes: readonly string[];
  readonly text: string;
}

/** All that decides how one part of a page looks at a width, as one text. */
export interface PartsAt {
  readonly shell: string;
  readonly sections: ReadonlyMap<string, string>;
}

/**
 * What each section of a rendered page depends on at a width: its HTML, the rules that may hold in it, and the files that
 * these name. What is no section, and rules that name no class, are the shell, on which all sections depend.
 */
export class PageParts {
  private readonly rules: readonly SheetPart[];
  private readonly classes: ReadonlyMap<string, ReadonlySet<string>>;

  /**
   * @param sheet the style sheet of the page, as we write it
   * @param files names and fingerprints of the files that it may show
   */
  constructor(
    private readonly markup: PageMarkup,
    sheet: string,
    private readonly files: readonly (readonly [name: string, print: string])[],
  ) {
    this.rules = sheetParts(sheet);
    this.classes = new Map(markup.sections.map((section) => [section.name, classesIn(section.markup)]));
  }

  at(width: number): PartsAt {
    const holding = this.rules.filter(({ below }) => below === undefined || width < below);
    const own = classesIn(this.markup.shell);
    const inShell = holding.filter(({ classes }) => classes.length === 0 || classes.some((text) => own.has(text)));
    const sections = this.markup.sections.map(({ name, markup }): [string, string] => {
      const known = this.classes.get(name);
      return [
        name,
        this.withFiles([
          markup,
          ...holding.filter(({ classes }) => classes.some((text) => known?.has(text))).map(({ text }) => text),
        ]),
      ];
    });
    return {
      shell: this.withFiles([this.markup.shell, ...inShell.map(({ text }) => text)]),
      sections: new Map(sections),
    };
  }

  private withFiles(texts: readonly string[]): string {
    const whole = texts.join('\n');
    const named = this.files.filter(([name]) => whole.includes(name));
    return [whole, ...named.map((entry) => entry.join(' '))].join('\n');
  }
}

function classesIn(markup: string): ReadonlySet<string> {
  return new Set([...markup.matchAll(/\bclass="([^"]*)"/g)].flatMap(([, names]) => required(names).split(/\s+/)));
}

const BELOW = /^\(width ?< ?([\d.]+)px\)$/;

function sheetParts(sheet: string): SheetPart[] {
  const parse = (css: string): csstree.CssNode[] => {
    const tree = csstree.parse(css, { parseValue: false, parseAtrulePrelude: false });
    return tree.type === 'StyleSheet' ? tree.children.toArray() : [];
  };
  const visit = (node: csstree.CssNode, limits: { readonly below?: number }): SheetPart[] => {
    if (node.type === 'Atrule' && node.name === 'media' && node.block && node.prelude) {
      const below = BELOW.exec(csstree.generate(node.prelude))?.[1];
      const least = Math.min(limits.below ?? Infinity, Number(below));
      if (below !== undefined) return node.block.children.toArray().flatMap((child) => visit(child, { below: least }));
    }
    return [{ ...limits, classes: classesNamed(node), text: csstree.generate(node) }];
  };
  return parse(sheet).flatMap((node) => visit(node, {}));
}

function classesNamed(node: csstree.CssNode): string[] {
  const found = new Set<string>();
  csstree.walk(node, (cssNode) => {
    if (cssNode.type === 'ClassSelector') found.add(cssNode.name);
  });
  return [...found];
}
