// Before each file of unit tests: how long they wait, how many cases they try. What a test has rendered is gone after it: left
// mounted, it would go on working when its page is no more.

import fc from 'fast-check';
import { afterEach } from 'vitest';
import { cases } from './cases.ts';
import { patience } from './patience.ts';

fc.configureGlobal({ numRuns: cases(100) });

if (typeof document !== 'undefined') {
  const { cleanup, configure } = await import('@testing-library/react');
  configure({ asyncUtilTimeout: patience });
  afterEach(cleanup);
}
