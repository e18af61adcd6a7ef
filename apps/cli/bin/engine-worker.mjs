import { fromBundle } from './bundle.mjs';

await fromBundle('engine-worker');
