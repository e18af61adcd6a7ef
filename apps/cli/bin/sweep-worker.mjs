// A worker thread of `plateau sweep`.
import { register } from 'tsx/esm/api';

register();
await import('../src/sweep-worker.ts');
