#!/usr/bin/env node
import { run } from './run.js';

void run(process.argv).then((code) => {
  process.exitCode = code;
});
