// Revisions of the demo page.
/* What is done to the page. Each gets the document and two helpers: one element, all elements of a selector. */
export const REVISIONS = {
  'a heading reworded': ({ one }) => void (one('h1').textContent = 'The darkest sky of the whole coast'),
  'paragraphs reworded': ({ all }) =>
    all('.words-inner p, .card-body p').forEach((p) => (p.innerHTML = p.innerHTML.replace(/\b(the|a)\b/g, 'this'))),
  'a word added everywhere': ({ all }) => all('p').forEach((p) => p.append(' Indeed.')),
  'headings all reworded': ({ all }) =>
    all('h2').forEach(
      (h, at) =>
        (h.textContent =
          ['Under one dome', 'At home', 'Beginning', 'What is on', 'Joining', 'Asked often', 'A letter', 'The way'][
            at
          ] ?? 'More'),
    ),
  'a new card': ({ one, copy }) =>
    one('.cards .clear').before(
      copy(
        one('.card-col'),
        'Aurora watch',
        'When the needle moves we ring you, and you come in your coat over the pyjamas.',
      ),
    ),
  'a card fewer': ({ all }) => all('.card-col')[1].remove(),
  'cards in another order': ({ one, all }) => one('.cards').prepend(all('.card-col')[2]),
  'a price more': ({ one, copy }) =>
    one('.prices .clear').before(
      copy(one('.price-col'), 'Student', 'With a letter from your school or your university, until you are thirty.'),
    ),
  'a price fewer': ({ all }) => all('.price-col')[0].remove(),
  'prices in another order': ({ one, all }) => one('.prices').prepend(all('.price-col')[2]),
  'sections swapped': ({ one }) => one('#questions').after(one('#membership')),
  'the last section first': ({ one }) => one('#hero').after(one('#contact')),
  'a section moved into another': ({ one }) => one('#evenings .wrap').append(one('#questions .faq')),
  'a section removed': ({ one }) => one('#questions').remove(),
  'a new section': ({ one, make }) =>
    one('#questions').before(
      make(
        '<div id="news"><div class="wrap"><h2>News of the week</h2><p>The new mirror has come, in a crate as large as a boat.</p><p>It is being silvered behind closed doors.</p></div></div>',
      ),
    ),
  'colours changed': ({ css }) => css((text) => text.replaceAll('#14243a', '#202a1a').replaceAll('#b3541e', '#7a1e54')),
  'type sizes changed': ({ css }) =>
    css((text) => text.replace(/font-size: (\d+)px/g, (_, size) => `font-size: ${Number(size) + 2}px`)),
  'distances changed': ({ css }) =>
    css((text) => text.replace(/padding: (\d+)px 0/g, (_, size) => `padding: ${Number(size) + 20}px 0`)),
  'rounder corners and no shadows': ({ css }) =>
    css((text) => text.replaceAll('border-radius: 6px', 'border-radius: 16px').replace(/box-shadow: 0 8px[^;]+;/g, '')),
  'breakpoints moved': ({ css }) =>
    css((text) => text.replace(/max-width: (\d+)px/g, (_, width) => `max-width: ${Number(width) + 40}px`)),
  'boxes around sections': ({ all, wrap }) => all('#hero, #evenings, #membership').forEach((box) => wrap(box, 'band')),
  'boxes around cards': ({ all, wrap }) => all('.card, .price').forEach((box) => wrap(box, 'holder')),
  'boxes around texts': ({ all, wrap }) => all('.words-inner p').forEach((box) => wrap(box, 'para')),
  'boxes taken out': ({ all }) => all('.words-inner, .frame').forEach((box) => box.replaceWith(...box.childNodes)),
  'ids renamed': ({ all, css }) => {
    const names = new Map(all('[id]').map((one) => [one.id, `n-${one.id}`]));
    all('[id]').forEach((one) => (one.id = names.get(one.id)));
    all('a[href^="#"]').forEach(
      (a) =>
        names.has(a.getAttribute('href').slice(1)) &&
        a.setAttribute('href', `#${names.get(a.getAttribute('href').slice(1))}`),
    );
    all('label[for]').forEach((label) => label.setAttribute('for', `n-${label.getAttribute('for')}`));
    css((text) =>
      text.replace(/#([a-z][\w-]*)(?=[\s.:{,>])/g, (whole, id) => (names.has(id) ? `#${names.get(id)}` : whole)),
    );
  },
  'classes renamed': ({ all, css }) => {
    all('[class]').forEach(
      (one) =>
        (one.className = String(one.className.baseVal ?? one.className)
          .split(' ')
          .map((name) => `c-${name}`)
          .join(' ')),
    );
    css((text) => text.replace(/\.([a-z][\w-]*)(?=[^{}]*\{)/g, '.c-$1'));
  },
  'other elements, the same look': ({ all, rename }) =>
    all('#evenings, #questions, #membership').forEach((box) => rename(box, 'section')),
  'headings of another level': ({ all, rename, css }) => {
    all('.card-body h3, .price h3').forEach((h) => rename(h, 'h4'));
    css((text) => text.replace(/\bh3\b/g, 'h4'));
  },
  'lists of other elements': ({ all, rename, css }) => {
    all('.price ul').forEach((list) => rename(list, 'ol'));
    css((text) => text.replaceAll('.price ul', '.price ol'));
  },
  'links called otherwise': ({ all }) =>
    all('a.more').forEach(
      (a, at) => (a.textContent = ['Read on', 'Hire one', 'See when', 'See where', 'Walk along'][at]),
    ),
  'links that lead elsewhere': ({ all }) => all('a.more').forEach((a, at) => a.setAttribute('href', `page-${at}.html`)),
  'a picture replaced': ({ one }) => one('#card-first img').setAttribute('src', 'pictures/telescope-deck.jpg'),
  'pictures described otherwise': ({ all }) => all('img').forEach((img) => (img.alt = `${img.alt}, seen from afar`)),
  'a picture removed': ({ one }) => one('.contact-right .frame').remove(),
  'pictures swapped': ({ all }) => {
    const [a, b] = all('.half.picture img');
    const [x, y] = [a.getAttribute('src'), b.getAttribute('src')];
    a.setAttribute('src', y);
    b.setAttribute('src', x);
    [a.alt, b.alt] = [b.alt, a.alt];
    return { swapped: [a, b] };
  },
  'an evening more': ({ one, make }) =>
    one('.programme tbody').append(
      make(
        '<tr><td>13 November</td><td>The Leonids, lying down</td><td class="opt">Tobias Quill</td><td>23:00</td></tr>',
        'tbody',
      ),
    ),
  'an evening fewer': ({ all }) => all('.programme tbody tr')[1].remove(),
  'a question more': ({ one }) =>
    one('.faq').insertAdjacentHTML('beforeend', '<dt>Is there tea?</dt><dd>Always, and soup from November on.</dd>'),
  'a question fewer': ({ all }) => [all('.faq dt')[0], all('.faq dd')[0]].forEach((one) => one.remove()),
  'a line more in the form': ({ one, make }) =>
    one('form .line').after(
      make('<div class="line"><label for="tel">Telephone</label><input type="tel" id="tel" name="tel"></div>'),
    ),
  'a menu entry more': ({ one, make }) => one('.nav').append(make('<li><a href="shop.html">Shop</a></li>')),
  'menu entries in another order': ({ one, all }) => one('.nav').prepend(all('.nav li')[2]),
  'a button at another place': ({ one }) => one('#contact .contact-right').append(one('.hero-buttons .ghost')),
  'words set off': ({ all }) =>
    all('.card-body p').forEach((p) => (p.innerHTML = p.innerHTML.replace(/^(\w+ \w+)/, '<strong>$1</strong>'))),
  'the rows the other way round': ({ all }) => all('.feature-row')[1].after(all('.feature-row')[0]),
  'written anew with other markup': ({ all, rename, css }) => {
    all('.cards').forEach((box) => rename(box, 'section'));
    all('.card').forEach((box) => rename(box, 'article'));
    all('.price').forEach((box) => rename(box, 'article'));
    all('#hero').forEach((box) => rename(box, 'section'));
    css((text) => `${text}\narticle, section { display: block; }`);
  },
  'much at once': ({ one, all, copy, css }) => {
    one('h1').textContent = 'The darkest sky of the whole coast';
    all('.card-col')[1].remove();
    one('.prices .clear').before(
      copy(one('.price-col'), 'Student', 'With a letter from your school or your university, until you are thirty.'),
    );
    one('#questions').after(one('#membership'));
    css((text) => text.replaceAll('#14243a', '#202a1a'));
  },
};
