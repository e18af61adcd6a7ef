// What a test has rendered is gone after it: left mounted, it would go on working when its page is no more.

import { afterEach } from 'vitest';

afterEach(async () => {
  if (typeof document === 'undefined') return;
  const { cleanup } = await import('@testing-library/react');
  cleanup();
});
