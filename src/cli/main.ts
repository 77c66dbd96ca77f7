#!/usr/bin/env node
import { run } from './run.js';

/* A reader that has seen enough (`tavrik … | head`) is no failure. */
process.stdout.on('error', (error: NodeJS.ErrnoException) => {
  if (error.code === 'EPIPE') process.exit(0);
  throw error;
});

void run(process.argv).then((code) => {
  process.exitCode = code;
});
