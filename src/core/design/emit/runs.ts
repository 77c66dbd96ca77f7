import { createHash } from 'node:crypto';
import type { ElementNode, PageNode } from '../../document/types.js';
import type { DrawnTextStyle } from '../../drawing/drawing.js';
import { hrefFrom, isLinkedRun } from '../roles/links.js';
import { sameLook } from '../text/lines.js';
import type { Run } from '../model/text-line.js';
import type { Paragraph } from '../model/paragraph.js';

/** Makes a style of a look that is the same on every board, and returns its name. */
type AddStyle = (look: Record<string, string>) => string;

/**
 * The words of a paragraph: lines joined, stretches of another look or with a link of their own as runs.
 * @param linked whether stretches that look like links are links
 * @param breaks styles of the breaks that are set, by the number of words before them
 */
export function runsOf(
  text: Paragraph,
  linked: boolean,
  addStyle: AddStyle,
  breaks: ReadonlyMap<number, string> = new Map(),
): PageNode[] {
  let message = 0;
  const nodes = joinRuns(text).flatMap((run, index): PageNode[] => {
    const plain = !run.raise && sameLook(run.look, text.look) && (!run.href || run.href === text.href);
    const before = message;
    message += countWords(run.text);
    const within = [...breaks].filter(([at]) => at > before && at < message);
    const here = breaks.get(before);
    const own = plain
      ? parted(run.text, before, within, text)
      : between(run, (bare) => runNode(linked ? withLink(bare, text) : bare, text, index, addStyle));
    return here !== undefined && index > 0 ? [breakNode(text, before, here), ...own] : own;
  });
  return joinWords(nodes);
}

/** A run without the spaces around it: these look like the words around it. */
function between(run: Run, make: (bare: Run) => ElementNode): PageNode[] {
  const [, before = '', words = '', after = ''] = /^(\s*)(.*?)(\s*)$/su.exec(run.text) ?? [];
  if (words === '') return [{ kind: 'words', text: run.text }];
  const space = (text: string): PageNode[] => (text ? [{ kind: 'words', text }] : []);
  return [...space(before), make({ ...run, text: words }), ...space(after)];
}

/** Words that follow each other are one text. */
function joinWords(nodes: readonly PageNode[]): PageNode[] {
  return nodes.reduce<PageNode[]>((nodes, node) => {
    const last = nodes.at(-1);
    if (last?.kind !== 'words' || node.kind !== 'words') return [...nodes, node];
    return [...nodes.slice(0, -1), { ...last, text: last.text + node.text }];
  }, []);
}

function countWords(text: string): number {
  return text.split(/\s+/).filter(Boolean).length;
}

/** Words with the breaks that stand between them. */
function parted(
  words: string,
  before: number,
  breaks: readonly (readonly [number, string])[],
  text: Paragraph,
): PageNode[] {
  const nodes: PageNode[] = [];
  let [rest, at] = [words, before];
  for (const [place, style] of [...breaks].sort(([a], [b]) => a - b)) {
    const head = new RegExp(`^\\s*(?:\\S+\\s+){${place - at}}`).exec(rest)?.[0] ?? '';
    nodes.push({ kind: 'words', text: head }, breakNode(text, place, style));
    [rest, at] = [rest.slice(head.length), place];
  }
  return [...nodes, { kind: 'words', text: rest }];
}

function breakNode(text: Paragraph, at: number, style: string): ElementNode {
  const id = createHash('sha1').update(`${text.path}|break|${at}`).digest('hex').slice(0, 8);
  return { id, kind: 'break', name: 'break', element: 'br', style, inline: true };
}

/** Where breaks are set on the boards of a text: by the number of words before, whether each board has it. */
export function breaksOn(artboards: readonly (Paragraph | undefined)[]): ReadonlyMap<number, readonly boolean[]> {
  const own = artboards.map((text) => {
    const places = new Set<number>();
    let message = 0;
    for (const { runs, broken } of text?.lines ?? []) {
      if (broken) places.add(message);
      message += countWords(runs.map((run) => run.text).join(''));
    }
    return places;
  });
  const all = [...new Set(own.flatMap((places) => [...places]))].sort((a, b) => a - b);
  return new Map(all.map((at) => [at, own.map((places) => places.has(at))]));
}

function joinRuns({ lines }: Paragraph): Run[] {
  const joined: Run[] = [];
  lines.forEach((line, index) => {
    line.runs.forEach((run, at) => {
      const words = index > 0 && at === 0 ? ` ${run.text}` : run.text;
      const last = joined.at(-1);
      if (last && sameLook(last.look, run.look) && last.href === run.href && last.raise === run.raise)
        joined[joined.length - 1] = { ...last, text: last.text + words };
      else joined.push({ ...run, text: words });
    });
  });
  return joined;
}

/** A stretch that looks like a link is one, wherever it leads. */
function withLink(run: Run, text: Paragraph): Run {
  if (run.href || !isLinkedRun(run.look, text.look, run.text)) return run;
  return { ...run, href: hrefFrom(run.text.trim()) ?? '#' };
}

function runNode(run: Run, text: Paragraph, index: number, addStyle: AddStyle): ElementNode {
  const bolder = Number(run.look.weight) > Number(text.look.weight);
  return {
    id: createHash('sha1').update(`${text.path}|${index}|${run.text}`).digest('hex').slice(0, 8),
    kind: run.href ? 'link' : 'run',
    name: 'run',
    element: run.href ? 'a' : run.raise ? (run.raise > 0 ? 'sup' : 'sub') : bolder ? 'strong' : 'span',
    style: addStyle({ ...lookOfRun(run.look, text.look), ...raised(run.raise) }),
    ...(run.href ? { attributes: { href: run.href } } : {}),
    inline: true,
    children: [{ kind: 'words', text: run.text }],
  };
}

/** An exponent stands where it was drawn. */
function raised(raise: number | undefined): Record<string, string> {
  return raise ? { 'vertical-align': `${raise}px` } : {};
}

/** A gradient of its own fills just the run; one in a plain colour in a text with a gradient says so. */
function paintOfRun(own: DrawnTextStyle, around: DrawnTextStyle): Record<string, string> {
  if (own.paint === around.paint) return {};
  return own.paint
    ? { 'background-image': own.paint, 'background-clip': 'text', '-webkit-text-fill-color': 'transparent' }
    : { '-webkit-text-fill-color': own.color };
}

/** What a run says otherwise than its paragraph. One in another size or font makes its line no higher. */
function lookOfRun(own: DrawnTextStyle, around: DrawnTextStyle): Record<string, string> {
  return {
    ...(own.family !== around.family || own.size !== around.size ? { 'line-height': '0' } : {}),
    ...(own.family !== around.family ? { 'font-family': own.family } : {}),
    ...(own.size !== around.size ? { 'font-size': `${Math.round((own.size / around.size) * 1e5) / 1e5}em` } : {}),
    ...(own.weight !== around.weight ? { 'font-weight': own.weight } : {}),
    ...(own.style !== around.style ? { 'font-style': own.style } : {}),
    color: own.color,
    ...paintOfRun(own, around),
    'text-decoration-line': own.decoration,
  };
}
