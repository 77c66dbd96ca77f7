import { setTimeout as rest } from 'node:timers/promises';
import { addPages, api, start } from './kit.mjs';

/** Kills the process while it writes, and looks at what is there after each start. */
export async function kill(count) {
  const times = count('times', 200);
  let host = await start();
  await addPages(host, 4);
  let [acknowledged, lost, halves, sent] = [0, 0, 0, 0];
  const last = [0, 0, 0, 0];
  for (let round = 0; round < times; round += 1) {
    let running = true;
    const writing = [0, 1, 2, 3].map(async (page) => {
      let etag = (await api(host, 'GET', `/items/page-${page}`).catch(() => undefined))?.etag;
      for (let at = last[page] + 1; running && etag; at += 1) {
        sent += 1;
        const values = { 'part-0.heading': `n${at}`, 'part-1.heading': `n${at}` };
        const done = await api(host, 'PATCH', `/items/page-${page}/content`, { values }, { 'if-match': etag }).catch(
          () => undefined,
        );
        if (done?.status !== 200) return;
        [last[page], etag] = [at, done.etag];
        acknowledged += 1;
      }
    });
    const before = acknowledged;
    await rest(150 + ((round * 37) % 230));
    /* A busy machine takes longer: nothing is proved by killing what has not written. */
    for (let waited = 0; acknowledged < before + 2 && waited < 5000; waited += 20) await rest(20);
    await host.end('SIGKILL');
    running = false;
    await Promise.all(writing);
    host = await start();
    for (let page = 0; page < 4; page += 1) {
      const { body } = await api(host, 'GET', `/items/page-${page}`);
      const [one, other] = [body.content['part-0'].heading, body.content['part-1'].heading];
      if (one !== other && /^n/.test(one + other)) halves += 1;
      const there = one.startsWith('n') ? Number(one.slice(1)) : 0;
      if (there < last[page]) lost += 1;
      last[page] = there;
    }
  }
  await host.end('SIGTERM');
  console.log(
    `Killed ${times} times while it wrote: ${acknowledged} of ${sent} writes acknowledged, ${lost} of these lost, ${halves} half-written`,
  );
  return lost === 0 && halves === 0 && acknowledged > times;
}
