import type { Pattern } from './pattern.js';

/** One small script for all: it listens to the whole page and does what attributes say. */
const SCRIPT = `
const named = (control, name) => (control.getAttribute(name) ?? '').split(' ').filter(Boolean).map((id) => document.getElementById(id));
document.addEventListener('click', (event) => {
  const control = event.target.closest('[data-flip], [data-show], [data-hide], [data-choose], [data-mark]');
  for (const open of document.querySelectorAll('[data-light]:not([hidden])')) {
    const own = document.querySelector('[data-flip="' + open.id + '"]');
    if (!open.contains(event.target) && control !== own) { open.hidden = true; own.setAttribute('aria-expanded', 'false'); }
  }
  if (!control) return;
  for (const part of named(control, 'data-flip')) { part.hidden = !part.hidden; control.setAttribute('aria-expanded', String(!part.hidden)); }
  for (const part of named(control, 'data-show')) part.hidden = false;
  for (const part of named(control, 'data-hide')) part.hidden = true;
  for (const part of named(control, 'data-choose')) {
    for (const other of part.parentElement.children) other.hidden = other !== part;
    for (const other of control.parentElement.children) other.toggleAttribute('data-now', other === control);
  }
  if (control.dataset.mark) control.setAttribute('aria-pressed', String(document.body.toggleAttribute('data-' + control.dataset.mark)));
});`;

const pattern = (name: string, body: string, steps: Pattern['steps'], css = ''): Pattern => ({
  name,
  body,
  steps,
  css,
  script: SCRIPT,
});

/** Each pattern with attributes that say what is to happen. */
export const BY_ATTRIBUTES: readonly Pattern[] = [
  pattern(
    'accordion',
    `<section><h3><button data-flip="one" aria-expanded="false">Is it cold?</button></h3><div id="one" hidden>Yes, bring a coat.</div></section>
     <section><h3><button data-flip="two" aria-expanded="false">Is it free?</button></h3><div id="two" hidden>On the first Friday.</div></section>`,
    [
      { hides: ['Yes, bring a coat.'] },
      { press: 'Is it cold?', shows: ['Yes, bring a coat.'] },
      { press: 'Is it free?', shows: ['Yes, bring a coat.', 'On the first Friday.'] },
    ],
  ),
  pattern(
    'alert',
    '<div id="news" role="status"><span>High tide at nine.</span> <button data-hide="news" aria-label="Close the news">×</button></div><p>Stars</p>',
    [{ shows: ['High tide at nine.'] }, { press: '×', hides: ['High tide at nine.'] }],
  ),
  pattern(
    'alert dialog',
    `<button data-show="sure">Leave the list</button><div id="sure" role="alertdialog" aria-modal="true" hidden class="over"><p>Really leave?</p><button data-hide="sure">Stay</button></div>`,
    [
      { hides: ['Really leave?'] },
      { press: 'Leave the list', shows: ['Really leave?'] },
      { press: 'Stay', hides: ['Really leave?'] },
    ],
    '.over{position:fixed;inset:20% 30%;background:#fff;border:2px solid;padding:20px}',
  ),
  pattern(
    'toggle button',
    '<button data-mark="night" aria-pressed="false">Night view</button><p class="far">Lamps are off.</p>',
    [{ hides: ['Lamps are off.'] }, { press: 'Night view', shows: ['Lamps are off.'] }],
    '.far{display:none}[data-night]{background:#013;color:#fff}[data-night] .far{display:block}',
  ),
  pattern(
    'combobox',
    '<label for="obj">Object</label> <input id="obj"> <button data-flip="objs" aria-expanded="false">Choose</button><ul id="objs" data-light hidden><li>Pleiades</li><li>Hyades</li></ul>',
    [{ hides: ['Hyades'] }, { press: 'Choose', shows: ['Hyades'] }],
    'ul{position:absolute;background:#fff;border:1px solid}',
  ),
  pattern(
    'dialog',
    `<button data-show="veil box">Get the letter</button><div id="veil" class="veil" hidden></div><div id="box" class="box" role="dialog" aria-modal="true" aria-label="Letter" hidden><p>Once a month.</p><button data-hide="veil box">Not now</button></div>`,
    [
      { hides: ['Once a month.'] },
      { press: 'Get the letter', shows: ['Once a month.'] },
      { press: 'Not now', hides: ['Once a month.'] },
    ],
    '.veil{position:fixed;inset:0;background:#0008}.box{position:fixed;top:30%;left:30%;width:40%;background:#fff;padding:20px}',
  ),
  pattern(
    'disclosure',
    '<button data-flip="rest" aria-expanded="false">Read on</button><div id="rest" hidden>The dome was a water tower.</div>',
    [
      { hides: ['The dome was a water tower.'] },
      { press: 'Read on', shows: ['The dome was a water tower.'] },
      { press: 'Read on', hides: ['The dome was a water tower.'] },
    ],
  ),
  pattern(
    'disclosure navigation',
    `<header class="bar"><b>Observatory</b><button data-flip="nav" aria-expanded="false" aria-label="Menu">☰</button></header><nav id="nav" hidden><a href="#x">Nights</a> <a href="#y">Charts</a></nav>`,
    [{ hides: ['Charts'] }, { press: '☰', shows: ['Charts'] }, { press: '☰', hides: ['Charts'] }],
    '.bar{display:flex;justify-content:space-between}',
  ),
  pattern(
    'feed',
    '<ul><li>Letter of May</li></ul><ul id="old" hidden><li>Letter of April</li></ul><button data-show="old" data-hide="me" id="me">More letters</button>',
    [{ hides: ['Letter of April'] }, { press: 'More letters', shows: ['Letter of April'], hides: ['More letters'] }],
  ),
  pattern(
    'listbox',
    `<div role="listbox"><div role="option" data-choose="m" data-now>Mizar</div><div role="option" data-choose="a">Albireo</div></div><div><p id="m">A double star.</p><p id="a" hidden>Gold and blue.</p></div>`,
    [{ shows: ['A double star.'] }, { press: 'Albireo', shows: ['Gold and blue.'], hides: ['A double star.'] }],
    '[data-now]{font-weight:bold}',
  ),
  pattern(
    'menu button',
    '<button data-flip="acts" aria-haspopup="menu" aria-expanded="false">Share</button><div id="acts" role="menu" data-light hidden><a role="menuitem" href="#mail">By letter</a></div><p>Below the menu</p>',
    [
      { hides: ['By letter'] },
      { press: 'Share', shows: ['By letter'] },
      { press: 'Below the menu', hides: ['By letter'] },
    ],
    '#acts{position:absolute;background:#fff;border:1px solid;padding:8px;transform:translateY(40px)}',
  ),
  pattern(
    'menubar',
    `<div role="menubar">${['Sky', 'Marsh']
      .map(
        (name) =>
          `<span class="top"><button role="menuitem" data-flip="${name}m" aria-expanded="false">${name}</button><span id="${name}m" role="menu" data-light hidden><a href="#${name}" role="menuitem">${name} tonight</a></span></span>`,
      )
      .join('')}</div>`,
    [
      { hides: ['Sky tonight', 'Marsh tonight'] },
      { press: 'Sky', shows: ['Sky tonight'] },
      { press: 'Marsh', shows: ['Marsh tonight'], hides: ['Sky tonight'] },
    ],
    '.top{position:relative;margin-right:20px}[role=menu]{position:absolute;left:0;top:30px;background:#fff;border:1px solid;white-space:nowrap}[role=menu][hidden]{display:none}',
  ),
  pattern(
    'radio group',
    `<div role="radiogroup"><button role="radio" data-choose="one" data-now>One night</button><button role="radio" data-choose="all">All nights</button></div><div><p id="one">Five shells.</p><p id="all" hidden>Twenty shells.</p></div>`,
    [
      { shows: ['Five shells.'] },
      { press: 'All nights', shows: ['Twenty shells.'], hides: ['Five shells.'] },
      { press: 'One night', shows: ['Five shells.'] },
    ],
    '[data-now]{background:#024;color:#fff}',
  ),
  pattern(
    'switch',
    '<button role="switch" data-mark="calm" aria-checked="false">No motion</button><p class="calm">The sky stands still.</p>',
    [
      { hides: ['The sky stands still.'] },
      { press: 'No motion', shows: ['The sky stands still.'] },
      { press: 'No motion', hides: ['The sky stands still.'] },
    ],
    '.calm{opacity:0}[data-calm] .calm{opacity:1}',
  ),
  pattern(
    'tabs',
    `<div role="tablist"><a role="tab" href="#by-car" data-choose="by-car" data-now>By car</a> <a role="tab" href="#on-foot" data-choose="on-foot">On foot</a></div><div><div id="by-car">Park at the sluice.</div><div id="on-foot" hidden>Forty minutes.</div></div>`,
    [
      { shows: ['Park at the sluice.'] },
      { press: 'On foot', shows: ['Forty minutes.'], hides: ['Park at the sluice.'] },
    ],
    '[role=tab]{padding:4px 12px}[data-now]{border-bottom:3px solid}',
  ),
  pattern(
    'tooltip',
    '<p><a href="#seeing" class="term"><span>Seeing</span><span role="tooltip" class="tip">Steady air.</span></a></p>',
    [{ hides: ['Steady air.'] }, { point: 'Seeing', shows: ['Steady air.'] }],
    '.term{position:relative}.tip{visibility:hidden;position:absolute;top:24px;left:0;white-space:nowrap}.term:hover .tip,.term:focus .tip{visibility:visible}',
  ),
  pattern(
    'tree',
    `<ul role="tree"><li role="treeitem"><button data-flip="g" aria-expanded="false">Galaxies</button><ul id="g" hidden><li role="treeitem"><button data-flip="s" aria-expanded="false">Spirals</button><ul id="s" hidden><li>Whirlpool</li></ul></li></ul></li></ul>`,
    [
      { hides: ['Spirals', 'Whirlpool'] },
      { press: 'Galaxies', shows: ['Spirals'], hides: ['Whirlpool'] },
      { press: 'Spirals', shows: ['Whirlpool'] },
    ],
  ),
];
