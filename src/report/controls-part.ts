import { MEANS_NAME, type Behaviour } from '../core/behaviours/report.js';
import { escapeText as text } from '../core/render/escape.js';

/** What has become of the controls that scripts of the source answered: a table; those that do nothing any more first. */
export function controlsPart(behaviours: readonly Behaviour[] = []): string {
  if (behaviours.length === 0) return '';
  const dead = behaviours.filter(({ state }) => state !== 'works');
  const sorted = [...dead, ...behaviours.filter(({ state }) => state === 'works')];
  const rows = sorted.map(({ name, kind, state, means, reason }) => {
    const how = state === 'works' ? howItWorks(kind, means) : (reason ?? '–');
    return `<tr><th scope="row">${text(name)}</th><td>${text(kind ?? 'not tried')}</td><td class="${state === 'works' ? 'good' : 'fair'}">${state}</td><td>${text(how)}</td></tr>`;
  });
  return `<section id="controls" aria-label="Controls"><h2>Controls that scripts answered</h2>
<p class="soft">${behaviours.length - dead.length} of ${behaviours.length} work without a script.</p>
<div class="scroll" tabindex="0" role="region" aria-label="Controls"><table class="conditions">
<thead><tr><th scope="col" class="name">Control</th><th scope="col">what it does</th><th scope="col">now</th><th scope="col">how, or why not</th></tr></thead>
<tbody>${rows.join('\n')}</tbody></table></div></section>`;
}

function howItWorks(kind: Behaviour['kind'], means: Behaviour['means']): string {
  if (means !== undefined) return `by ${MEANS_NAME[means]}`;
  return kind === 'steps' ? 'by a row that snaps, and links to what is in it' : '–';
}
