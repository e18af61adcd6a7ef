// What a test does not leave to the machine it runs on.

const PORT = 3217;

/** Where the app is served with the small market, and with the whole of it for the few tests that are about its size. */
export const ADDRESSES = { small: `http://localhost:${PORT}`, full: `http://localhost:${PORT + 1}` } as const;

export const surroundings = {
  viewport: { width: 1280, height: 800 },
  deviceScaleFactor: 1,
  locale: 'en-US',
  timezoneId: 'UTC',
  colorScheme: 'light',
  reducedMotion: 'reduce',
} as const;
