// What a test has rendered is gone after it: left mounted, it would go on working when its page is no more.

import { afterEach } from 'vitest';

if (typeof document !== 'undefined') {
  const { cleanup, configure } = await import('@testing-library/react');
  // Only what hangs takes as long, on a machine with other work as well.
  configure({ asyncUtilTimeout: 60_000 });
  afterEach(cleanup);
}
