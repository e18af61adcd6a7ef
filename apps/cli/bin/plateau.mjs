#!/usr/bin/env node
import { fromBundle } from './bundle.mjs';

const { main } = await fromBundle('main');
process.exitCode = await main(process.argv.slice(2));
