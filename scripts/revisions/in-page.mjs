// What runs inside of the page while it is revised.
/** Runs in the page: numbers its elements, or revises it. */
export const HELPERS = `
  window.numbered = () => { let n = 0; for (const one of document.body.querySelectorAll('*')) one.setAttribute('data-was', String(n++)); document.body.setAttribute('data-was', 'body'); };
  window.helpers = (sheets) => {
    const all = (selector) => [...document.querySelectorAll(selector)];
    const bare = (one) => { for (const x of [one, ...one.querySelectorAll('*')]) { x.removeAttribute('data-was'); x.removeAttribute('id'); } return one; };
    const make = (html, within = 'div') => { const box = document.createElement(within === 'tbody' ? 'tbody' : 'div'); box.innerHTML = html; return box.firstElementChild; };
    return {
      one: (selector) => document.querySelector(selector), all, make,
      copy: (from, title, text) => { const made = bare(from.cloneNode(true)); made.querySelector('h3').textContent = title; const p = made.querySelector('.card-body p') ?? made.querySelector('.price > p'); const list = made.querySelectorAll('li'); list.forEach((li, at) => (li.textContent = title + ' gets ' + ['a lamp', 'a map', 'a stool'][at])); if (p && !p.querySelector('span')) p.textContent = text; const a = made.querySelector('a'); if (a) { a.textContent = title + ', please'; a.setAttribute('href', 'new.html'); } return made; },
      wrap: (one, name) => { const box = document.createElement('div'); box.className = name; one.replaceWith(box); box.append(one); return box; },
      rename: (one, tag) => { const made = document.createElement(tag); for (const { name, value } of one.attributes) made.setAttribute(name, value); made.append(...one.childNodes); one.replaceWith(made); return made; },
      add: (css) => { const style = document.createElement('style'); style.textContent = css; document.head.append(style); },
      blocks: () => { const count = (one) => [...one.children].filter((child) => child.textContent.trim().length > 40).length; const best = [document.body, ...document.body.querySelectorAll('*')].reduce((a, b) => (count(b) > count(a) ? b : a)); return [...best.children].filter((child) => child.textContent.trim().length > 40); },
      repeated: () => { let best = []; for (const one of document.body.querySelectorAll('*')) { const groups = new Map(); for (const child of one.children) { const key = child.tagName + child.className; if (child.textContent.trim().length > 10 && child.children.length > 0) groups.set(key, [...(groups.get(key) ?? []), child]); } for (const group of groups.values()) if (group.length > 2 && group.length * group[0].querySelectorAll('*').length > best.length * (best[0]?.querySelectorAll('*').length ?? 0)) best = group; } return best; },
      anew: (from, word) => { const made = bare(from.cloneNode(true)); let at = 0; const walk = document.createTreeWalker(made, NodeFilter.SHOW_TEXT); for (let text = walk.nextNode(); text; text = walk.nextNode()) if (text.data.trim()) text.data = word + ' ' + ['lamp', 'map', 'stool', 'rope', 'kettle', 'coat'][at++ % 6] + ' ' + at; return made; },
      css: (change) => { for (const name of Object.keys(sheets)) sheets[name] = change(sheets[name]); },
    };
  };`;
