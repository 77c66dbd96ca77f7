import { escapeAttribute } from '../../core/render/escape.js';

/** Markup that is safe to send as it is. */
export class Markup {
  constructor(readonly text: string) {}
  toString(): string {
    return this.text;
  }
}

type Part = Markup | string | number | false | undefined | readonly Part[];

/** A template whose values are text, unless they are markup themselves: nothing that a person wrote becomes an element. */
export function html(strings: TemplateStringsArray, ...parts: readonly Part[]): Markup {
  return new Markup(
    strings.reduce((made, string, at) => made + string + (at < parts.length ? said(parts[at]) : ''), ''),
  );
}

function said(part: Part): string {
  if (part === undefined || part === false) return '';
  if (Array.isArray(part)) return (part as readonly Part[]).map(said).join('');
  return part instanceof Markup ? part.text : escapeAttribute(String(part));
}
