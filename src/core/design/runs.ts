import { createHash } from 'node:crypto';
import type { ElementNode, PageNode } from '../page/types.js';
import type { TextLook } from './drawn.js';
import { hrefFrom, isLinkedRun } from './links.js';
import { sameLook, type Paragraph, type Run } from './paragraphs.js';

/** Makes a style of a look that is the same on every board, and returns its name. */
type AddStyle = (look: Record<string, string>) => string;

/**
 * The words of a paragraph: lines joined, stretches of another look or with a link of their own as runs.
 * @param linked whether stretches that look like links are links
 */
export function runsOf(text: Paragraph, linked: boolean, addStyle: AddStyle): PageNode[] {
  return joinRuns(text).map((run, index): PageNode => {
    const plain = !run.raise && sameLook(run.look, text.look) && (!run.href || run.href === text.href);
    return plain
      ? { kind: 'words', text: run.text }
      : runNode(linked ? withLink(run, text) : run, text, index, addStyle);
  });
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

/** What a run says otherwise than its paragraph. One in another size or font makes its line no higher. */
function lookOfRun(own: TextLook, around: TextLook): Record<string, string> {
  return {
    ...(own.family !== around.family || own.size !== around.size ? { 'line-height': '0' } : {}),
    ...(own.family !== around.family ? { 'font-family': own.family } : {}),
    ...(own.size !== around.size ? { 'font-size': `${Math.round((own.size / around.size) * 1e5) / 1e5}em` } : {}),
    ...(own.weight !== around.weight ? { 'font-weight': own.weight } : {}),
    ...(own.style !== around.style ? { 'font-style': own.style } : {}),
    color: own.color,
    'text-decoration-line': own.decoration,
  };
}
