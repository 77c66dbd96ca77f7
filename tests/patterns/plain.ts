import type { Pattern } from './pattern.js';

/** Each pattern with a script of its own, which listens to each control. */
export const PLAIN: readonly Pattern[] = [
  {
    name: 'accordion',
    css: '.answer{display:none;padding:8px}.answer.open{display:block}',
    body: [
      'When is it dark?|An hour after sunset.',
      'Is there a café?|Only on open nights.',
      'May dogs come?|On a lead, yes.',
    ]
      .map((text, at) => {
        const [question, answer] = text.split('|');
        return `<h3><button aria-expanded="${at === 0}" aria-controls="a${at}">${question}</button></h3><div class="answer${at ? '' : ' open'}" id="a${at}" role="region">${answer}</div>`;
      })
      .join(''),
    script: `for (const button of document.querySelectorAll('h3 button')) button.addEventListener('click', () => {
      const open = document.getElementById(button.getAttribute('aria-controls')).classList.toggle('open');
      button.setAttribute('aria-expanded', open);
    });`,
    steps: [
      { shows: ['An hour after sunset.'], hides: ['Only on open nights.'] },
      { press: 'Is there a café?', shows: ['An hour after sunset.', 'Only on open nights.'] },
      { press: 'When is it dark?', hides: ['An hour after sunset.'], shows: ['Only on open nights.'] },
    ],
  },
  {
    name: 'alert',
    body: '<button id="tell">Check the sky</button><div role="alert" id="said" hidden>Clouds from the west.</div>',
    script: `tell.onclick = () => { said.hidden = false; };`,
    steps: [{ hides: ['Clouds from the west.'] }, { press: 'Check the sky', shows: ['Clouds from the west.'] }],
  },
  {
    name: 'alert dialog',
    css: '.veil{position:fixed;inset:0;background:#0008;display:none}.veil.on{display:flex;align-items:center;justify-content:center}.veil>div{background:#fff;padding:24px}',
    body: `<button id="cancel">Cancel my place</button><div class="veil" id="veil"><div role="alertdialog" aria-modal="true" aria-labelledby="ask"><h2 id="ask">Cancel it?</h2>
      <button id="yes">Yes, cancel</button> <button id="no">Keep it</button></div></div>`,
    script: `cancel.addEventListener('click', () => { veil.classList.add('on'); no.focus(); });
      for (const each of [yes, no]) each.addEventListener('click', () => { veil.classList.remove('on'); cancel.focus(); });`,
    steps: [
      { hides: ['Cancel it?'] },
      { press: 'Cancel my place', shows: ['Cancel it?'] },
      { press: 'Keep it', hides: ['Cancel it?'] },
    ],
  },
  {
    name: 'toggle button',
    css: '.red{background:#300;color:#fdd}.only{display:none}.red .only{display:block}',
    body: '<button id="light" aria-pressed="false">Red light</button><p class="only">Eyes stay used to the dark.</p>',
    script: `light.onclick = () => light.setAttribute('aria-pressed', document.body.classList.toggle('red'));`,
    steps: [
      { hides: ['Eyes stay used to the dark.'] },
      { press: 'Red light', shows: ['Eyes stay used to the dark.'] },
      { press: 'Red light', hides: ['Eyes stay used to the dark.'] },
    ],
  },
  {
    name: 'carousel',
    css: '.slide{display:none;height:120px;background:#def}.slide.now{display:block}',
    body: `<section aria-roledescription="carousel" aria-label="Pictures"><button id="back" aria-label="Previous slide">Back</button><button id="on" aria-label="Next slide">On</button>
      <div id="slides"><div class="slide now">The pier</div><div class="slide">The dome</div><div class="slide">The marsh</div></div></section>`,
    script: `let at = 0; const all = [...slides.children];
      const go = (by) => { all[at].classList.remove('now'); at = (at + by + all.length) % all.length; all[at].classList.add('now'); };
      on.onclick = () => go(1); back.onclick = () => go(-1);`,
    steps: [{ shows: ['The pier'] }, { press: 'On', shows: ['The dome'] }, { press: 'On', shows: ['The marsh'] }],
  },
  {
    name: 'combobox',
    css: '#list{display:none;border:1px solid;list-style:none;margin:0;padding:4px;width:200px}#list.open{display:block}',
    body: `<label for="where">Object</label><div><input id="where" role="combobox" aria-expanded="false" aria-controls="list"><button id="arrow" tabindex="-1" aria-label="Show objects">▾</button></div>
      <ul id="list" role="listbox"><li role="option">Orion nebula</li><li role="option">Ring nebula</li></ul>`,
    script: `arrow.onclick = () => where.setAttribute('aria-expanded', list.classList.toggle('open'));
      for (const option of list.children) option.onclick = () => { where.value = option.textContent; list.classList.remove('open'); };`,
    steps: [{ hides: ['Ring nebula'] }, { press: '▾', shows: ['Ring nebula'] }],
  },
  {
    name: 'dialog',
    body: `<button id="book">Book a place</button><dialog id="form"><h2>Your place</h2><button id="shut">Close</button></dialog>`,
    script: `book.onclick = () => form.showModal(); shut.onclick = () => form.close();`,
    steps: [
      { hides: ['Your place'] },
      { press: 'Book a place', shows: ['Your place'] },
      { press: 'Close', hides: ['Your place'] },
    ],
  },
  {
    name: 'disclosure',
    body: '<p><button id="more" aria-expanded="false" aria-controls="way">How to find us</button></p><div id="way" hidden><p>Along the sea wall, past the sluice.</p></div>',
    script: `more.onclick = () => { way.hidden = !way.hidden; more.setAttribute('aria-expanded', !way.hidden); };`,
    steps: [
      { hides: ['Along the sea wall, past the sluice.'] },
      { press: 'How to find us', shows: ['Along the sea wall, past the sluice.'] },
      { press: 'How to find us', hides: ['Along the sea wall, past the sluice.'] },
    ],
  },
  {
    name: 'disclosure navigation',
    css: 'nav{display:flex;gap:16px;background:#eee;padding:8px}nav div{position:relative}nav ul{position:absolute;top:100%;left:0;display:none;background:#fff;border:1px solid;padding:8px;list-style:none;margin:0}nav .open ul{display:block}',
    body: `<nav>${['Visit|Opening nights|Getting here', 'Learn|Star charts|Courses']
      .map((text) => {
        const [name, ...links] = text.split('|');
        return `<div class="entry"><button aria-expanded="false">${name}</button><ul>${links.map((link) => `<li><a href="#${link[0]}">${link}</a></li>`).join('')}</ul></div>`;
      })
      .join('')}</nav>`,
    script: `for (const entry of document.querySelectorAll('.entry')) entry.firstElementChild.addEventListener('click', () => {
      for (const other of document.querySelectorAll('.entry')) { const open = other === entry && !entry.classList.contains('open');
        other.classList.toggle('open', open); other.firstElementChild.setAttribute('aria-expanded', open); }
    });`,
    steps: [
      { hides: ['Getting here', 'Courses'] },
      { press: 'Visit', shows: ['Getting here'], hides: ['Courses'] },
      { press: 'Learn', shows: ['Courses'], hides: ['Getting here'] },
    ],
  },
  {
    name: 'feed',
    body: '<div role="feed"><article>Night of the 3rd</article><article class="later" hidden>Night of the 9th</article></div><button id="older">Older nights</button>',
    script: `older.onclick = () => { document.querySelector('.later').hidden = false; older.hidden = true; };`,
    steps: [
      { hides: ['Night of the 9th'] },
      { press: 'Older nights', shows: ['Night of the 9th'], hides: ['Older nights'] },
    ],
  },
  {
    name: 'listbox',
    css: '[role=option]{padding:4px}[aria-selected=true]{background:#024;color:#fff}.about{display:none}.about.now{display:block}',
    body: `<ul role="listbox" tabindex="0"><li role="option" aria-selected="true">Moon</li><li role="option" aria-selected="false">Saturn</li></ul>
      <p class="about now">Craters along the edge.</p><p class="about">Rings at a tilt.</p>`,
    script: `const options = [...document.querySelectorAll('[role=option]')], texts = [...document.querySelectorAll('.about')];
      options.forEach((option, at) => option.onclick = () => { options.forEach((each, i) => each.setAttribute('aria-selected', i === at)); texts.forEach((each, i) => each.classList.toggle('now', i === at)); });`,
    steps: [
      { shows: ['Craters along the edge.'] },
      { press: 'Saturn', shows: ['Rings at a tilt.'], hides: ['Craters along the edge.'] },
    ],
  },
  {
    name: 'menu button',
    css: '.menu{position:absolute;opacity:0;visibility:hidden;transform:translateY(-8px);background:#fff;border:1px solid;list-style:none;margin:0;padding:8px}.menu.open{opacity:1;visibility:visible;transform:none}',
    body: `<p>Opening nights <button id="act" aria-haspopup="true" aria-expanded="false" aria-controls="acts">Actions</button></p><ul class="menu" id="acts" role="menu"><li role="menuitem">Print the list</li><li role="menuitem">Send the list</li></ul>`,
    script: `act.onclick = (event) => { event.stopPropagation(); act.setAttribute('aria-expanded', acts.classList.toggle('open')); };
      document.addEventListener('keydown', (event) => { if (event.key === 'Escape') { acts.classList.remove('open'); act.setAttribute('aria-expanded', false); } });`,
    steps: [
      { hides: ['Send the list'] },
      { press: 'Actions', shows: ['Send the list'] },
      { press: 'Actions', hides: ['Send the list'] },
    ],
  },
  {
    name: 'radio group',
    css: '[role=radio]{padding:4px 8px}[aria-checked=true]{background:#024;color:#fff}.price{display:none}.price.now{display:block}',
    body: `<div role="radiogroup"><span role="radio" tabindex="0" aria-checked="true">Grown-up</span> <span role="radio" tabindex="-1" aria-checked="false">Child</span></div><p class="price now">Eight shells</p><p class="price">Four shells</p>`,
    script: `const radios = [...document.querySelectorAll('[role=radio]')], prices = [...document.querySelectorAll('.price')];
      radios.forEach((radio, at) => radio.addEventListener('click', () => { radios.forEach((each, i) => each.setAttribute('aria-checked', i === at)); prices.forEach((each, i) => each.classList.toggle('now', i === at)); }));`,
    steps: [{ shows: ['Eight shells'] }, { press: 'Child', shows: ['Four shells'], hides: ['Eight shells'] }],
  },
  {
    name: 'spin button',
    body: '<p>Places: <output id="count">1</output> <button id="plus">One more</button></p>',
    script: `plus.onclick = () => { count.textContent = Number(count.textContent) + 1; };`,
    steps: [{ shows: ['One more'] }, { press: 'One more', shows: ['2'] }],
  },
  {
    name: 'switch',
    css: '.on{background:#cfc}.note{visibility:hidden}.on .note{visibility:visible}',
    body: '<div id="box"><button role="switch" aria-checked="false" id="flip">Night tour</button><p class="note">Bring a red torch.</p></div>',
    script: `flip.addEventListener('click', () => flip.setAttribute('aria-checked', box.classList.toggle('on')));`,
    steps: [{ hides: ['Bring a red torch.'] }, { press: 'Night tour', shows: ['Bring a red torch.'] }],
  },
  {
    name: 'tabs',
    css: '[role=tab][aria-selected=true]{font-weight:bold;border-bottom:2px solid}',
    body: `<div role="tablist" aria-label="Seasons">${['Winter', 'Spring', 'Summer'].map((name, at) => `<button role="tab" aria-selected="${at === 0}" aria-controls="p${at}" tabindex="${at ? -1 : 0}">${name}</button>`).join('')}</div>
      ${['Orion rises.', 'Leo stands high.', 'Vega shines.'].map((text, at) => `<div role="tabpanel" id="p${at}"${at ? ' hidden' : ''}>${text}</div>`).join('')}`,
    script: `const tabs = [...document.querySelectorAll('[role=tab]')];
      for (const tab of tabs) tab.addEventListener('click', () => { for (const each of tabs) { each.setAttribute('aria-selected', each === tab); document.getElementById(each.getAttribute('aria-controls')).hidden = each !== tab; } });`,
    steps: [
      { shows: ['Orion rises.'], hides: ['Vega shines.'] },
      { press: 'Summer', shows: ['Vega shines.'], hides: ['Orion rises.'] },
      { press: 'Spring', shows: ['Leo stands high.'], hides: ['Vega shines.'] },
      { press: 'Winter', shows: ['Orion rises.'], hides: ['Leo stands high.'] },
    ],
  },
  {
    name: 'toolbar',
    css: '.large{font-size:24px}.mark{display:none}.large .mark{display:inline}',
    body: '<div role="toolbar"><button id="big" aria-pressed="false">Large print</button></div><p id="text">Tide tables <span class="mark">in large print</span></p>',
    script: `big.onclick = () => big.setAttribute('aria-pressed', text.classList.toggle('large'));`,
    steps: [{ hides: ['in large print'] }, { press: 'Large print', shows: ['in large print'] }],
  },
  {
    name: 'tooltip',
    css: '#tip{display:none;position:absolute;background:#024;color:#fff;padding:4px}#tip.on{display:block}',
    body: '<p>Seeing <button id="what" aria-describedby="tip">What is it?</button> <span role="tooltip" id="tip">How steady the air is.</span></p>',
    script: `for (const type of ['mouseenter', 'focus']) what.addEventListener(type, () => tip.classList.add('on'));
      for (const type of ['mouseleave', 'blur']) what.addEventListener(type, () => tip.classList.remove('on'));`,
    steps: [{ hides: ['How steady the air is.'] }, { point: 'What is it?', shows: ['How steady the air is.'] }],
  },
  {
    name: 'tree',
    css: '[role=group]{display:none}[aria-expanded=true]>[role=group]{display:block}',
    body: `<ul role="tree"><li role="treeitem" aria-expanded="false"><span class="node">Planets</span><ul role="group"><li role="treeitem">Mars</li><li role="treeitem">Venus</li></ul></li>
      <li role="treeitem" aria-expanded="false"><span class="node">Nebulae</span><ul role="group"><li role="treeitem">Veil</li></ul></li></ul>`,
    script: `for (const node of document.querySelectorAll('.node')) node.addEventListener('click', () => {
      const item = node.parentElement; item.setAttribute('aria-expanded', item.getAttribute('aria-expanded') !== 'true'); });`,
    steps: [
      { hides: ['Mars', 'Veil'] },
      { press: 'Planets', shows: ['Mars'], hides: ['Veil'] },
      { press: 'Planets', hides: ['Mars'] },
    ],
  },
];
