// A worker thread of `plateau sweep` and `plateau study`.
import { register } from 'tsx/esm/api';

register();
await import('../src/engine-worker.ts');
