// How many cases a test tries. The same tests try few in `npm test` and many in `npm run thorough`.

/** What every number of cases is multiplied by; `npm run thorough` sets it to 10. */
const SCALE = Number(process.env.PLATEAU_CASES ?? 0.25);

/** @param count of cases that the test would try by itself @returns how many it tries now, at least 1 */
export const cases = (count: number): number => Math.max(1, Math.round(count * SCALE));
