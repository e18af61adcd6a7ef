// The run that a page begins with: the one it ended with the last time, while bars are read and it is run again.

import type { RunAsked, ShownRun } from '@plateau/core';
import { putShownRun, shownRun } from '@/store/shown-runs.ts';
import { onMarketChange } from '@/store/tabs.ts';
import { runMark } from './run-mark.ts';

/** A sheet that is edited on is not kept meanwhile; in milliseconds. */
const SETTLED = 2000;
/** Within so long every tab has heard of what another has changed. */
const HEARD = 1000;

/** A run of more trades takes longer to be written and held against its schema than one would not feel. */
const MOST_TRADES = 20_000;

let isFirst = true;
/** Which run is to be kept. */
let latest = 0;
let edition = 0;
onMarketChange(() => {
  edition++;
});

/** Changes whenever the market does. */
export const marketEdition = (): number => edition;

/** The page's first run as it was shown the last time, if nothing has changed since; later ones are there sooner than it would be. */
export async function lastShown(asked: RunAsked): Promise<ShownRun | undefined> {
  if (!isFirst) return undefined;
  isFirst = false;
  try {
    const mark = await runMark(asked);
    return mark === undefined ? undefined : await shownRun(mark);
  } catch {
    // It is run in any case, which tells what is wrong.
    return undefined;
  }
}

/**
 * Keeps a run for the next page, unless another comes soon, or the market changes: then it may be of what is no longer there.
 * @param began the market's edition when it was asked for
 */
export async function keepShown(asked: RunAsked, run: ShownRun, began: number): Promise<void> {
  const mine = ++latest;
  if (run.trades.length > MOST_TRADES) return;
  const isCurrent = (): boolean => mine === latest && began === edition;
  try {
    await wait(SETTLED);
    if (!isCurrent()) return;
    const mark = await runMark(asked);
    await wait(HEARD);
    if (isCurrent() && mark !== undefined) await putShownRun(mark, run, Date.now());
  } catch {
    // A store that is full or forbidden only makes the next page slower.
  }
}

const wait = (milliseconds: number): Promise<void> =>
  new Promise((resolve) => {
    setTimeout(resolve, milliseconds);
  });
