#!/usr/bin/env node
// Runs the TypeScript sources as they are: no build step between `npm ci` and a run.
import { register } from 'tsx/esm/api';

register();
const { endWhenCut } = await import('../src/terminal.ts');
endWhenCut();
const { main } = await import('../src/main.ts');
process.exitCode = await main(process.argv.slice(2));
