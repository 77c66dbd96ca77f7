// Runs the built program again and again in one thread: what it prints and its exit code go back to who asked.
'use strict';
const { Buffer } = require('node:buffer');
const { workerData, parentPort } = require('node:worker_threads');

const { port, flag, entry } = workerData;
const ready = import(`file://${entry}`);

function capture(stream) {
  const parts = [];
  const write = stream.write;
  stream.write = (chunk, encoding, done) => {
    parts.push(typeof chunk === 'string' ? chunk : Buffer.from(chunk).toString('utf8'));
    (typeof encoding === 'function' ? encoding : done)?.();
    return true;
  };
  return () => {
    stream.write = write;
    return parts.join('');
  };
}

port.on('message', async ({ args, env }) => {
  const before = { ...process.env };
  Object.assign(process.env, env);
  const [out, err] = [capture(process.stdout), capture(process.stderr)];
  let code = null;
  let failure = '';
  try {
    const { run } = await ready;
    code = await run([process.execPath, entry, ...args]);
  } catch (error) {
    failure = String(error?.stack ?? error);
  }
  const said = { code, out: out(), err: err() + failure };
  for (const name of Object.keys(process.env)) if (!(name in before)) Reflect.deleteProperty(process.env, name);
  Object.assign(process.env, before);
  port.postMessage(said);
  Atomics.store(flag, 0, 1);
  Atomics.notify(flag, 0);
});
parentPort.on('message', () => process.exit(0));
