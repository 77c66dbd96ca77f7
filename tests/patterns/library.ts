import { basename, join } from 'node:path';
import type { Pattern } from './pattern.js';

const COMPONENTS = ['bootstrap/dist/css/bootstrap.min.css', 'bootstrap/dist/js/bootstrap.bundle.min.js'];
const WIDGETS = ['jquery-ui-dist/jquery-ui.min.css', 'jquery/dist/jquery.min.js', 'jquery-ui-dist/jquery-ui.min.js'];

/** The files of libraries that stand beside the pages, by their paths on this machine. */
export const LIBRARY_FILES = [...COMPONENTS, ...WIDGETS].map((file) => join(process.cwd(), 'node_modules', file));

const components = (
  name: string,
  body: string,
  steps: Pattern['steps'],
  more: { css?: string; script?: string } = {},
): Pattern => ({
  name,
  body,
  steps,
  script: '',
  ...more,
  files: COMPONENTS.map((file) => basename(file)),
});
const widgets = (name: string, body: string, script: string, steps: Pattern['steps']): Pattern => ({
  name,
  body,
  steps,
  script,
  files: WIDGETS.map((file) => basename(file)),
});

/** Each pattern as common libraries make it. */
export const BY_LIBRARIES: readonly Pattern[] = [
  components(
    'accordion',
    `<div class="accordion" id="acc">${['Is it far?|Two miles from the station.', 'Is it steep?|No, it is flat.']
      .map((text, at) => {
        const [question, answer] = text.split('|');
        return `<div class="accordion-item"><h2 class="accordion-header"><button class="accordion-button${at ? ' collapsed' : ''}" data-bs-toggle="collapse" data-bs-target="#c${at}" aria-expanded="${!at}" aria-controls="c${at}">${question}</button></h2><div id="c${at}" class="accordion-collapse collapse${at ? '' : ' show'}" data-bs-parent="#acc"><div class="accordion-body">${answer}</div></div></div>`;
      })
      .join('')}</div>`,
    [
      { shows: ['Two miles from the station.'], hides: ['No, it is flat.'] },
      { press: 'Is it steep?', shows: ['No, it is flat.'], hides: ['Two miles from the station.'] },
    ],
  ),
  components(
    'alert',
    '<div class="alert alert-warning alert-dismissible"><span>The sea wall is closed.</span><button class="btn-close" data-bs-dismiss="alert" aria-label="Close the warning"></button></div><p>Stars</p>',
    [{ shows: ['The sea wall is closed.'] }, { press: 'Close the warning', hides: ['The sea wall is closed.'] }],
  ),
  components(
    'toggle button',
    '<button class="btn btn-outline-primary" data-bs-toggle="button" aria-pressed="false">Watch this night</button>',
    [{ shows: ['Watch this night'] }, { press: 'Watch this night' }],
  ),
  components(
    'carousel',
    `<div id="car" class="carousel slide" style="width:600px"><div class="carousel-inner">${['The pier', 'The dome', 'The marsh'].map((name, at) => `<div class="carousel-item${at ? '' : ' active'}"><div style="height:160px;background:#cde">${name}</div></div>`).join('')}</div>
     <button class="carousel-control-prev" data-bs-target="#car" data-bs-slide="prev"><span class="visually-hidden">Previous</span></button><button class="carousel-control-next" data-bs-target="#car" data-bs-slide="next" aria-label="Next"><span class="carousel-control-next-icon"></span></button></div>`,
    [{ shows: ['The pier'] }, { press: 'Next', shows: ['The dome'] }],
  ),
  components(
    'dialog',
    `<button class="btn btn-primary" data-bs-toggle="modal" data-bs-target="#m">Become a friend</button><div class="modal fade" id="m" tabindex="-1" aria-labelledby="mt" aria-hidden="true"><div class="modal-dialog"><div class="modal-content"><div class="modal-header"><h1 class="modal-title fs-5" id="mt">Friends of the marsh</h1><button class="btn-close" data-bs-dismiss="modal" aria-label="Close"></button></div><div class="modal-body">Ten shells a year.</div></div></div></div>`,
    [
      { hides: ['Ten shells a year.'] },
      { press: 'Become a friend', shows: ['Ten shells a year.'] },
      { press: 'Close', hides: ['Ten shells a year.'] },
    ],
  ),
  components(
    'disclosure',
    '<button class="btn" data-bs-toggle="collapse" data-bs-target="#more" aria-expanded="false">More on tides</button><div class="collapse" id="more"><div class="card card-body">Springs and neaps.</div></div>',
    [
      { hides: ['Springs and neaps.'] },
      { press: 'More on tides', shows: ['Springs and neaps.'] },
      { press: 'More on tides', hides: ['Springs and neaps.'] },
    ],
  ),
  components(
    'disclosure navigation',
    `<nav class="navbar bg-body-tertiary"><div class="container-fluid"><a class="navbar-brand" href="#home">Observatory</a><button class="navbar-toggler" data-bs-toggle="offcanvas" data-bs-target="#off" aria-label="Open the menu"><span class="navbar-toggler-icon"></span></button><div class="offcanvas offcanvas-end" tabindex="-1" id="off"><div class="offcanvas-header"><h5>Menu</h5><button class="btn-close" data-bs-dismiss="offcanvas" aria-label="Close the menu"></button></div><div class="offcanvas-body"><a href="#n">Nights</a></div></div></div></nav>`,
    [
      { hides: ['Nights'] },
      { press: 'Open the menu', shows: ['Nights'] },
      { press: 'Close the menu', hides: ['Nights'] },
    ],
  ),
  components(
    'menu button',
    '<div class="dropdown"><button class="btn btn-secondary dropdown-toggle" data-bs-toggle="dropdown" aria-expanded="false">Calendar</button><ul class="dropdown-menu"><li><a class="dropdown-item" href="#may">May</a></li><li><a class="dropdown-item" href="#june">June</a></li></ul></div>',
    [{ hides: ['June'] }, { press: 'Calendar', shows: ['June'] }, { press: 'Calendar', hides: ['June'] }],
  ),
  components(
    'tabs',
    `<ul class="nav nav-tabs" role="tablist">${['Moon', 'Mars'].map((name, at) => `<li class="nav-item" role="presentation"><button class="nav-link${at ? '' : ' active'}" data-bs-toggle="tab" data-bs-target="#t${at}" role="tab" aria-selected="${!at}">${name}</button></li>`).join('')}</ul><div class="tab-content">${['Nearest of all.', 'Red and small.'].map((text, at) => `<div class="tab-pane fade${at ? '' : ' show active'}" id="t${at}" role="tabpanel">${text}</div>`).join('')}</div>`,
    [
      { shows: ['Nearest of all.'], hides: ['Red and small.'] },
      { press: 'Mars', shows: ['Red and small.'], hides: ['Nearest of all.'] },
      { press: 'Moon', shows: ['Nearest of all.'], hides: ['Red and small.'] },
    ],
  ),
  components(
    'listbox',
    `<div class="list-group" role="listbox">${['Lyra', 'Cygnus'].map((name, at) => `<a class="list-group-item list-group-item-action${at ? '' : ' active'}" data-bs-toggle="list" href="#l${at}" role="option">${name}</a>`).join('')}</div><div class="tab-content">${['A small harp.', 'A long cross.'].map((text, at) => `<div class="tab-pane${at ? '' : ' active'}" id="l${at}">${text}</div>`).join('')}</div>`,
    [{ shows: ['A small harp.'] }, { press: 'Cygnus', shows: ['A long cross.'], hides: ['A small harp.'] }],
  ),
  components(
    'tooltip',
    '<button class="btn" id="tt" data-bs-toggle="tooltip" data-bs-title="Limiting magnitude">Faintest star</button>',
    [{ hides: ['Limiting magnitude'] }, { point: 'Faintest star', shows: ['Limiting magnitude'] }],
    { script: `new bootstrap.Tooltip(tt);` },
  ),
  widgets(
    'accordion of widgets',
    '<div id="a"><h3>Winter sky</h3><div><p>Orion and Taurus.</p></div><h3>Summer sky</h3><div><p>Lyra and Cygnus.</p></div></div>',
    `$('#a').accordion({ animate: false, heightStyle: 'content' });`,
    [
      { shows: ['Orion and Taurus.'], hides: ['Lyra and Cygnus.'] },
      { press: 'Summer sky', shows: ['Lyra and Cygnus.'], hides: ['Orion and Taurus.'] },
    ],
  ),
  widgets(
    'tabs of widgets',
    '<div id="t"><ul><li><a href="#t1">Birds</a></li><li><a href="#t2">Stars</a></li></ul><div id="t1">Curlews at dusk.</div><div id="t2">Seen from the pier.</div></div>',
    `$('#t').tabs();`,
    [
      { shows: ['Curlews at dusk.'], hides: ['Seen from the pier.'] },
      { press: 'Stars', shows: ['Seen from the pier.'], hides: ['Curlews at dusk.'] },
    ],
  ),
  widgets(
    'dialog of widgets',
    '<button id="o">House rules</button><div id="d" title="Rules">No white light.</div>',
    `$('#d').dialog({ autoOpen: false, modal: true }); $('#o').on('click', () => $('#d').dialog('open'));`,
    [{ hides: ['No white light.'] }, { press: 'House rules', shows: ['No white light.'] }],
  ),
  widgets(
    'menu of widgets',
    '<ul id="m" style="width:160px"><li><div>Evenings</div><ul><li><div>Friday</div></li><li><div>Saturday</div></li></ul></li><li><div>Charts</div></li></ul>',
    `$('#m').menu();`,
    [{ hides: ['Saturday'] }, { point: 'Evenings', shows: ['Saturday'] }],
  ),
];
export const fileOf = (name: string): string => LIBRARY_FILES.find((file) => basename(file) === name) ?? name;
