import { addPages, middle, share, signedIn, start } from './kit.mjs';

export async function speed(count) {
  const pages = count('pages', 1000);
  const [cookie] = signedIn(1);
  const host = await start();
  await addPages(host, pages);
  const kinds = {
    'the list of pages': () => '/edit',
    'finding pages': (at) => `/edit?words=${at}`,
    'one page to edit': (at) => `/edit/items/page-${at}`,
    'its preview': (at) => `/edit/items/page-${at}/shown`,
    'what changed': (at) => `/edit/items/page-${at}/changes`,
  };
  const found = {};
  for (const [name, path] of Object.entries(kinds)) {
    const times = [];
    for (let at = 0; at < 60; at += 1) {
      const began = performance.now();
      const answer = await fetch(host.address + path((at * 37) % pages), { headers: { cookie }, redirect: 'manual' });
      await answer.text();
      if (answer.status !== 200) throw new Error(`${name}: ${answer.status}`);
      times.push(performance.now() - began);
    }
    found[name] = { middle: Math.round(middle(times)), 'one in twenty': Math.round(share(times, 0.95)) };
  }
  const times = [];
  for (let at = 0; at < 60; at += 1) {
    const page = `page-${(at * 53) % pages}`;
    const html = await (await fetch(`${host.address}/edit/items/${page}`, { headers: { cookie } })).text();
    const form = new FormData();
    for (const name of ['guard', 'base']) form.append(name, new RegExp(`name="${name}" value="([^"]*)"`).exec(html)[1]);
    form.append('do', 'save');
    form.append('f:part-0.heading', `Saved ${at}`);
    const began = performance.now();
    const answer = await fetch(`${host.address}/edit/items/${page}`, {
      method: 'POST',
      body: form,
      headers: { cookie, 'x-answer': 'json' },
    });
    await answer.text();
    if (answer.status !== 200) throw new Error(`saving: ${answer.status}`);
    times.push(performance.now() - began);
  }
  found['saving a field'] = { middle: Math.round(middle(times)), 'one in twenty': Math.round(share(times, 0.95)) };
  await host.end('SIGTERM');
  console.log(`${pages} pages; ms until the whole answer is there:`);
  console.table(found);
  return Object.values(found).every((one) => one.middle < 50);
}
