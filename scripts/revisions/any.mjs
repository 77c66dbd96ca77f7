// Revisions that can be made of any page: of its largest rows of blocks, what repeats most in it, its headings and links.
export const REVISIONS = {
  'a heading reworded': ({ all }) => void (all('h1, h2, h3')[0].textContent = 'Words that nobody has read before'),
  'headings all reworded': ({ all }) =>
    all('h2, h3').forEach((h, at) => (h.textContent = `Quite another heading, number ${at + 1}`)),
  'paragraphs reworded': ({ all }) =>
    all('p').forEach((p) => (p.innerHTML = p.innerHTML.replace(/\b(the|a|to|of)\b/g, 'this'))),
  'sections swapped': ({ blocks }) => blocks()[2].after(blocks()[1]),
  'a section removed': ({ blocks }) => blocks()[1].remove(),
  'a new section': ({ blocks, anew }) => blocks()[0].after(anew(blocks()[1], 'Newly')),
  'one more of what repeats': ({ repeated, anew }) => repeated().at(-1).after(anew(repeated()[0], 'Fresh')),
  'one fewer of what repeats': ({ repeated }) => repeated()[1].remove(),
  'what repeats in another order': ({ repeated }) => repeated()[0].before(repeated().at(-1)),
  'boxes around sections': ({ blocks, wrap }) => blocks().forEach((box) => wrap(box, 'band')),
  'boxes around what repeats': ({ repeated, wrap }) =>
    repeated().forEach((box) => [...box.children].forEach((one) => wrap(one, 'holder'))),
  'links called otherwise': ({ all }) =>
    all('a')
      .filter((a) => a.children.length === 0 && a.textContent.trim())
      .forEach((a, at) => (a.textContent = `Go there ${at + 1}`)),
  'links that lead elsewhere': ({ all }) =>
    all('a[href]').forEach((a, at) => a.setAttribute('href', `page-${at}.html`)),
  'pictures described otherwise': ({ all }) => all('img').forEach((img) => (img.alt = `${img.alt}, seen from afar`)),
  'colours changed': ({ add }) => add('body { background: #f4efe6; } h1, h2, h3 { color: #7a1e54 !important; }'),
  'larger type': ({ add }) => add('p { font-size: 1.15em !important; } h2 { letter-spacing: 1px !important; }'),
};
