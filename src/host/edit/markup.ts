import { escapeAttribute } from '../../core/render/escape.js';

/** Markup that is safe to send as it is. */
export class Markup {
  constructor(readonly text: string) {}
  toString(): string {
    return this.text;
  }
}

type MarkupPart = Markup | string | number | false | undefined | readonly MarkupPart[];

/** A template whose values are text, unless they are markup themselves: nothing that a person wrote becomes an element. */
export function html(strings: TemplateStringsArray, ...parts: readonly MarkupPart[]): Markup {
  return new Markup(
    strings.reduce((result, string, at) => result + string + (at < parts.length ? said(parts[at]) : ''), ''),
  );
}

function said(part: MarkupPart): string {
  if (part === undefined || part === false) return '';
  if (Array.isArray(part)) return (part as readonly MarkupPart[]).map(said).join('');
  return part instanceof Markup ? part.text : escapeAttribute(String(part));
}
