import { required } from '../core/data/required.js';
import { contrast, hexOf, readColour, type Rgba } from '../core/css/colours.js';
import { escapeAttribute as attribute, escapeText as text } from '../core/render/escape.js';
import { GROUPS, propertyOf, type Group, type Token, type Typography } from '../core/tokens/token.js';
import { reportPage } from './shell.js';

const STYLE = `
nav.groups { display: flex; flex-wrap: wrap; gap: 4px 18px; margin-top: 10px; }
ul.swatches { list-style: none; margin: 14px 0 0; padding: 0; display: grid; grid-template-columns: repeat(auto-fill, minmax(210px, 1fr)); gap: 14px; }
ul.swatches li { background: var(--sheet); border: 1px solid var(--line); border-radius: 6px; overflow: hidden; }
.patch { height: 84px; display: flex; border-bottom: 1px solid var(--line); }
.patch span { flex: 1; padding: 8px 10px; font-size: 20px; font-weight: 600; }
dl { margin: 0; padding: 9px 12px 11px; font-size: 13px; }
dt { font-weight: 600; font-size: 15px; }
dd { margin: 1px 0 0; color: var(--soft); }
code { font-size: 13px; }
td, th { text-align: left; padding: 8px 14px 8px 0; border-bottom: 1px solid var(--line); vertical-align: middle; }
th { font-size: 13px; color: var(--soft); font-weight: 500; }
td.sample { max-width: 560px; overflow: hidden; text-overflow: ellipsis; white-space: nowrap; }
.bar { display: block; height: 14px; background: var(--known); max-width: 100%; }
.corner { display: block; width: 64px; height: 44px; background: var(--sheet); border: 2px solid var(--known); }
@media print { li, tr { break-inside: avoid; } }
`;

const TITLES: Readonly<Record<Group, string>> = {
  color: 'Colours',
  font: 'Fonts',
  text: 'Text styles',
  space: 'Spacing',
  radius: 'Roundings',
  shadow: 'Shadows',
  breakpoint: 'Breakpoints',
};

interface ShownToken {
  readonly path: string;
  readonly token: Token;
  readonly places: readonly string[];
}

/** The tokens of a project as one HTML file: swatches, samples, where each stands. */
export function tokensPage(tokens: readonly ShownToken[]): string {
  const groups = (Object.keys(GROUPS) as Group[]).filter((group) => tokens.some(({ token }) => token.group === group));
  return reportPage({
    title: 'Tokens',
    style: STYLE,
    skip: [groups[0] ?? 'none', 'To the tokens'],
    lead: `<p class="soft">What the pages have of their own, each said once. Set one with <code>tavrik tokens PROJECT set color.accent "#1d5c74"</code>, and all its uses follow.</p><nav class="groups" aria-label="Groups">${groups.map((group) => `<a href="#${group}">${TITLES[group]}</a>`).join('')}</nav>`,
    body:
      groups
        .map((group) =>
          part(
            group,
            tokens.filter(({ token }) => token.group === group),
          ),
        )
        .join('\n') || '<p id="none">No tokens.</p>',
    foot: '',
  });
}

function part(group: Group, tokens: readonly ShownToken[]): string {
  const inside =
    group === 'color'
      ? `<ul class="swatches">${tokens.map(swatch).join('')}</ul>`
      : `<div class="scroll"><table><thead><tr><th>Name</th><th>Value</th><th>Sample</th><th>Uses</th></tr></thead><tbody>${tokens.map(row).join('')}</tbody></table></div>`;
  return `<section id="${group}"><h2>${TITLES[group]}</h2>${inside}</section>`;
}

function uses(places: readonly string[]): string {
  const styles = [...new Set(places.map((place) => required(place.split(' ')[0])))];
  return `${places.length} ${places.length === 1 ? 'use' : 'uses'}${styles.length ? `: ${styles.slice(0, 4).join(', ')}${styles.length > 4 ? ' …' : ''}` : ''}`;
}

function patch(value: string): string {
  const rgba = required(readColour(value));
  const ink =
    contrast([...rgba.slice(0, 3), 1] as unknown as Rgba, [255, 255, 255, 1]) > 4.5 && rgba[3] > 0.5
      ? '#fff'
      : '#16202a';
  return `<span style="background: ${attribute(value)}; color: ${ink}">Aa</span>`;
}

function swatch({ token, places }: ShownToken): string {
  const value = token.value as string;
  const shown = (colour: string): string => hexOf(required(readColour(colour)));
  const near = token.from.length > 1 ? `<dd>stands for ${token.from.map(shown).join(', ')}</dd>` : '';
  return `<li><div class="patch">${patch(value)}${token.dark === undefined ? '' : patch(token.dark)}</div><dl><dt>${text(token.name)}</dt><dd><code>${shown(value)}${token.dark === undefined ? '' : `, dark ${shown(token.dark)}`}</code></dd><dd><code>${propertyOf(token)}</code></dd><dd>${text(uses(places))}</dd>${near}</dl></li>`;
}

function row({ token, places }: ShownToken): string {
  const [value, sample] =
    typeof token.value === 'string' ? [token.value, sampleOf(token.group, token.value)] : typeOf(token.value);
  return `<tr><td><b>${text(token.name)}</b></td><td><code>${text(value)}</code></td><td class="sample">${sample}</td><td class="soft">${text(uses(places))}</td></tr>`;
}

function typeOf({ fontFamily, fontSize, fontWeight, lineHeight, letterSpacing }: Typography): [string, string] {
  const value = `${fontSize}px/${lineHeight} ${fontWeight}${letterSpacing === 'normal' ? '' : `, spaced ${letterSpacing}`}${fontFamily ? `, ${fontFamily.split(',')[0]}` : ''}`;
  const style = `font: ${fontWeight} ${Math.min(fontSize, 40)}px/1.2 ${fontFamily || 'inherit'}; letter-spacing: ${letterSpacing}`;
  return [value, `<span style="${attribute(style)}">The darkest sky for forty miles</span>`];
}

function sampleOf(group: Group, value: string): string {
  const own = attribute(value);
  if (group === 'font') return `<span style="font-family: ${own}; font-size: 22px">Saturn before bedtime, 19:30</span>`;
  if (group === 'radius') return `<span class="corner" style="border-top-left-radius: ${own}"></span>`;
  if (group === 'shadow') return `<span class="corner" style="border-color: transparent; box-shadow: ${own}"></span>`;
  return `<span class="bar" style="width: ${group === 'breakpoint' ? `calc(${own} / 4)` : own}"></span>`;
}
