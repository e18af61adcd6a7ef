// Reads files for an import beside others of its kind.

import { serve, type ToWorker } from '@plateau/core';
import { type FileWork, readFile } from './read-file.ts';

const hear = serve<undefined, FileWork>(
  () => ({ handlers: { file: (asked, goOn) => readFile(asked, goOn) } }),
  (message) => postMessage(message),
);
addEventListener('message', (event: MessageEvent<ToWorker<undefined, FileWork>>) => {
  void hear(event.data);
});
