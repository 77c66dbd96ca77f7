import { addPages, api, middle, signedIn, start } from './kit.mjs';

/** Everybody adds words of their own to the same few pages; each that was acknowledged must be there, once. */
export async function crowd(count) {
  const [editors, seconds, pages] = [count('editors', 100), count('seconds', 60), 10];
  const cookies = signedIn(editors);
  const host = await start();
  await addPages(host, pages);
  const until = Date.now() + seconds * 1000;
  const told = [];
  let [late, forms] = [0, 0];
  const times = [];
  const work = async (editor) => {
    for (let at = 0; Date.now() < until; at += 1) {
      const page = `page-${(editor + at) % pages}`;
      const word = `w${editor}x${at}`;
      for (let kept = false; !kept && Date.now() < until;) {
        const now = await api(host, 'GET', `/items/${page}`);
        const text = `${now.body.content['part-1'].intro} ${word}`;
        const began = performance.now();
        const { status } = await api(
          host,
          'PATCH',
          `/items/${page}/content`,
          { values: { 'part-1.intro': text } },
          { 'if-match': now.etag },
        );
        times.push(performance.now() - began);
        if (status === 200) {
          told.push([page, word]);
          kept = true;
        } else if (status === 412) late += 1;
        else throw new Error(`An update was refused (${status}).`);
      }
    }
  };
  /* Half of them work with forms, each at fields of their own, as people do. */
  const byForm = async (editor) => {
    const headers = { cookie: cookies[editor] };
    const page = `page-${editor % pages}`;
    const field = `part-${2 + (Math.floor(editor / pages) % 6)}.cards.${'abcd'[Math.floor(editor / 60) % 4]}.text`;
    for (let at = 0; Date.now() < until; at += 1) {
      const html = await (await fetch(`${host.address}/edit/items/${page}`, { headers })).text();
      const form = new FormData();
      for (const name of ['guard', 'base'])
        form.append(name, new RegExp(`name="${name}" value="([^"]*)"`).exec(html)[1]);
      form.append('do', 'save');
      form.append(`f:${field}`, `f${editor}x${at}`);
      const { status } = await fetch(`${host.address}/edit/items/${page}`, {
        method: 'POST',
        body: form,
        headers: { ...headers, 'x-answer': 'json' },
      });
      if (status === 200) {
        lastOf.set(`${page} ${field}`, `f${editor}x${at}`);
        forms += 1;
      } else if (status !== 409) throw new Error(`A form was refused (${status}).`);
    }
  };
  const lastOf = new Map();
  await Promise.all(cookies.map((_, editor) => (editor % 2 ? byForm(editor) : work(editor))));
  let [lost, doubled] = [0, 0];
  const texts = {};
  for (let at = 0; at < pages; at += 1)
    texts[`page-${at}`] = (await api(host, 'GET', `/items/page-${at}`)).body.content;
  for (const [page, word] of told) {
    const times_ = texts[page]['part-1'].intro.split(' ').filter((one) => one === word).length;
    if (times_ === 0) lost += 1;
    if (times_ > 1) doubled += 1;
  }
  for (const [key, value] of lastOf) {
    const [page, path] = key.split(' ');
    const [part, , id] = path.split('.');
    if (texts[page][part].cards.find((one) => one.id === id).text !== value) lost += 1;
  }
  await host.end('SIGTERM');
  console.log(
    `${editors} editors for ${seconds} s: ${told.length + forms} updates acknowledged (${forms} of them forms), ${late} asked to look again, ${lost} lost, ${doubled} doubled; an update takes ${Math.round(middle(times))} ms in the middle`,
  );
  return lost === 0 && doubled === 0 && told.length + forms > editors;
}
