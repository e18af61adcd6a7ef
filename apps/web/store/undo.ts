// What can be taken back: one stack a place, of acts that each know their way there and back.

import { toast } from 'sonner';
import { create } from 'zustand';
import { told } from './told.ts';

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

/** Whether an act of any place is under way: one who leaves now may lose it. */
export const isActUnderWay = (): boolean => underWay.size > 0;

/** Does something that can be taken back. @throws what the doing throws; it is then no act */
export function act(place: UndoPlace, words: string, { redo, undo, told: isTold }: Ways): Promise<void> {
  const remember = (): void => {
    const one: Act = { words, at: Date.now(), undo, redo };
    const { done } = useActs.getState()[place];
    useActs.setState({ [place]: { done: [...done, one].slice(-MOST), undone: [] } });
    if (isTold) {
      toast(words, { action: { label: 'Undo', onClick: () => void told(takeBack(place, one)) } });
    }
  };
  const doing = redo();
  // The store's promises are of a kind of their own.
  if (isThenable(doing)) return isUnderWay(place, Promise.resolve(doing).then(remember));
  remember();
  return Promise.resolve();
}

/** Notes work on a place's acts, so that what comes after it waits for it. */
function isUnderWay(place: UndoPlace, work: Promise<void>): Promise<void> {
  const settled = Promise.allSettled([underWay.get(place), work]);
  underWay.set(place, settled);
  void settled.then(() => underWay.get(place) === settled && underWay.delete(place));
  return work;
}

/** Undoes or does again, after all that is under way. */
const inTurn = (place: UndoPlace, work: () => Promise<void>): Promise<void> =>
  isUnderWay(place, actsSettled(place).then(work));

function isThenable(value: unknown): value is PromiseLike<unknown> {
  return typeof (value as Partial<PromiseLike<unknown>> | undefined)?.then === 'function';
}

/** Steps that a place keeps itself, such as a sheet's, among its acts by their times. */
export interface OwnSteps {
  /** when the newest was done; undefined when there is none */
  readonly lastAt: () => number | undefined;
  /** when the one that would be done again was undone */
  readonly nextAt: () => number | undefined;
  readonly undo: () => void;
  readonly redo: () => void;
}

type Stack = keyof Stacks;
const newest = (place: UndoPlace, stack: Stack): Act | undefined => useActs.getState()[place][stack].at(-1);

/** Undoes an act, the newest when none is named. @throws what the undoing throws; the act then stays */
export function takeBack(place: UndoPlace, which?: Act): Promise<void> {
  return inTurn(place, () => move(place, which ?? newest(place, 'done'), 'done', 'undone'));
}

/** Does the act again that was undone last. @throws what the doing throws; the act then stays undone */
export function doAgain(place: UndoPlace): Promise<void> {
  return inTurn(place, () => move(place, newest(place, 'undone'), 'undone', 'done'));
}

/** Undoes the newest of a place's acts and its own steps, and tells when it could not be done. */
export const undoIn = (place: UndoPlace, own?: OwnSteps): Promise<void> =>
  inTurn(place, () => step(place, 'done', 'undone', own && [own.lastAt, own.undo]));

/** Does again what was undone last, of a place's acts and its own steps, and tells when it could not be done. */
export const redoIn = (place: UndoPlace, own?: OwnSteps): Promise<void> =>
  inTurn(place, () => step(place, 'undone', 'done', own && [own.nextAt, own.redo]));

/** Moves the newest act, or goes the place's own step where that is newer. */
async function step(
  place: UndoPlace,
  from: Stack,
  to: Stack,
  [ownAt, goOwn]: readonly [at?: () => number | undefined, go?: () => void] = [],
): Promise<void> {
  const one = newest(place, from);
  const at = ownAt?.();
  if (one && (at === undefined || one.at >= at)) await told(move(place, one, from, to));
  else if (at !== undefined) goOwn?.();
}

/** Takes an act from one stack to the other, by undoing it or doing it again; it is on neither meanwhile. */
async function move(place: UndoPlace, one: Act | undefined, from: Stack, to: Stack): Promise<void> {
  if (!one || !useActs.getState()[place][from].includes(one)) return;
  change(place, from, (acts) => acts.filter((it) => it !== one));
  const before = newest(place, 'done');
  try {
    await (to === 'undone' ? one.undo() : one.redo());
  } catch (error) {
    change(place, from, (acts) => [...acts, one].sort((a, b) => a.at - b.at));
    throw error;
  }
  // What was undone is forgotten where something else was done meanwhile.
  if (to === 'undone' && newest(place, 'done') !== before) return;
  change(place, to, (acts) => [...acts, { ...one, at: Date.now() }]);
}

function change(place: UndoPlace, stack: Stack, by: (acts: readonly Act[]) => readonly Act[]): void {
  const stacks = useActs.getState()[place];
  useActs.setState({ [place]: { ...stacks, [stack]: by(stacks[stack]) } });
}
