// What can be taken back: one stack a place, of acts that each know their way there and back.

import { toast } from 'sonner';
import { create } from 'zustand';

export type UndoPlace = 'market' | 'strategies' | 'runs' | 'studies' | 'blends';

export interface Act {
  /** what was done, as a sentence or its beginning */
  readonly words: string;
  /** milliseconds since 1970, when it was done or last done again */
  readonly at: number;
  readonly undo: () => unknown;
  readonly redo: () => unknown;
}

interface Stacks {
  readonly done: readonly Act[];
  readonly undone: readonly Act[];
}

const EMPTY: Stacks = { done: [], undone: [] };
const MOST = 200;

export const useActs = create<Readonly<Record<UndoPlace, Stacks>>>(() => ({
  market: EMPTY,
  strategies: EMPTY,
  runs: EMPTY,
  studies: EMPTY,
  blends: EMPTY,
}));

interface Ways {
  readonly redo: () => unknown;
  readonly undo: () => unknown;
  /** told on screen, with its undo at hand */
  readonly told?: boolean;
}

/** Acts under way: what they change may be seen on screen before the store has taken it, and it before they can be taken back. */
const underWay = new Map<UndoPlace, Promise<unknown>>();

/** Milliseconds after which a store that does not answer holds nothing back any more. */
const PATIENCE = 3000;

/** Waits for the acts of a place that are under way. */
export async function actsSettled(place: UndoPlace): Promise<void> {
  const work = underWay.get(place);
  if (work) await Promise.race([work, new Promise((resolve) => setTimeout(resolve, PATIENCE))]);
}

/** Does something that can be taken back. @throws what the doing throws; it is then no act */
export function act(place: UndoPlace, words: string, { redo, undo, told }: Ways): Promise<void> {
  const remember = (): void => {
    const one: Act = { words, at: Date.now(), undo, redo };
    const { done } = useActs.getState()[place];
    useActs.setState({ [place]: { done: [...done, one].slice(-MOST), undone: [] } });
    if (told) {
      toast(words, { action: { label: 'Undo', onClick: () => void toldIfFailed(takeBack(place, one)) } });
    }
  };
  const doing = redo();
  // The store's promises are of a kind of their own.
  if (isThenable(doing)) {
    const done = Promise.resolve(doing).then(remember);
    const settled = Promise.allSettled([underWay.get(place), done]);
    underWay.set(place, settled);
    void settled.then(() => underWay.get(place) === settled && underWay.delete(place));
    return done;
  }
  remember();
  return Promise.resolve();
}

function isThenable(value: unknown): value is PromiseLike<unknown> {
  return typeof (value as Partial<PromiseLike<unknown>> | undefined)?.then === 'function';
}

/** Waits for an undoing or redoing, and tells when it could not be done. */
export async function toldIfFailed(work: Promise<void>): Promise<void> {
  try {
    await work;
  } catch (error) {
    toast.error(`That could not be done: ${error instanceof Error ? error.message : String(error)}`);
  }
}

/** Undoes an act, the newest when none is named. @throws what the undoing throws; the act then stays */
export async function takeBack(place: UndoPlace, which?: Act): Promise<void> {
  await actsSettled(place);
  const { done } = useActs.getState()[place];
  const one = which ? done.find((it) => it === which) : done[done.length - 1];
  if (!one) return;
  await one.undo();
  const stacks = useActs.getState()[place];
  useActs.setState({
    [place]: {
      done: stacks.done.filter((it) => it !== one),
      undone: [...stacks.undone, { ...one, at: Date.now() }],
    },
  });
}

/** Does the act again that was undone last. */
export async function doAgain(place: UndoPlace): Promise<void> {
  const { undone } = useActs.getState()[place];
  const one = undone[undone.length - 1];
  if (!one) return;
  await one.redo();
  const stacks = useActs.getState()[place];
  useActs.setState({
    [place]: {
      done: [...stacks.done, { ...one, at: Date.now() }],
      undone: stacks.undone.filter((it) => it !== one),
    },
  });
}
