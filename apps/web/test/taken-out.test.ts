// One is told to take the workspace out when much was made since, and not too often.

import 'fake-indexeddb/auto';
import { beforeEach, describe, expect, it } from 'vitest';
import { database } from '../store/database.ts';
import { dueSince, madeSince, noteTakenOut } from '../store/taken-out.ts';

const DAY = 86_400_000;
const never = { at: 0, runs: 0, variants: 0, studies: 0, toldAt: 0 };

describe('what was made since', () => {
  const now = { at: 1000 * DAY, runs: 8, variants: 40, studies: 2 };

  it('is told where it is much of any kind', () => {
    expect(madeSince(now, never)).toEqual({ runs: 8, variants: 40, studies: 2 });
    expect(madeSince({ ...now, runs: 5 }, never)).toBeUndefined();
    expect(madeSince({ ...now, runs: 5, variants: 101 }, never)).toMatchObject({ variants: 101 });
  });

  it('counts from the last time', () => {
    expect(madeSince(now, { ...never, at: 900 * DAY, runs: 3 })).toBeUndefined();
    expect(madeSince(now, { ...never, at: 900 * DAY, runs: 2 })).toMatchObject({ runs: 6 });
  });

  it('is not told within a week of the last time, nor of the last telling', () => {
    expect(madeSince(now, { ...never, at: 995 * DAY })).toBeUndefined();
    expect(madeSince(now, { ...never, toldAt: 995 * DAY })).toBeUndefined();
  });

  it('is nothing where much was deleted since', () => {
    expect(
      madeSince(now, { at: 900 * DAY, runs: 90, variants: 900, studies: 20, toldAt: 0 }),
    ).toBeUndefined();
  });
});

describe('in the store', () => {
  beforeEach(async () => {
    await database.settings.clear();
    await database.logbook.clear();
    const rows = Array.from({ length: 120 }, (_x, k) => ({ id: `l${k}`, key: String(k) }));
    await database.logbook.bulkPut(rows as never);
  });

  it('it is told once, and not again at the next start', async () => {
    expect(await dueSince()).toMatchObject({ variants: 120 });
    expect(await dueSince()).toBeUndefined();
  });

  it('it is not told once the workspace was taken out', async () => {
    await noteTakenOut();
    expect(await dueSince()).toBeUndefined();
  });
});
