// A pair, or the pairs of a universe (studies.md 4).

import { type Desk, doneOr, needed } from '../desk.ts';
import { StudyFault } from '../fault.ts';
import type { PairStudy } from '../study.ts';
import type { PairAsked, PairRow, PairSearchAsked, ShownPair } from './asked.ts';

export interface PairResult {
  readonly kind: 'pair';
  readonly pair: ShownPair;
}

export interface PairSearch {
  readonly kind: 'search';
  /** by unit-root t on the training span, the most negative first */
  readonly rows: readonly PairRow[];
  /** how many were tried, those that could not be worked out among them */
  readonly tried: number;
  readonly failed: number;
}

/** How many of so many pairs of random walks would be told apart from one at 5 %, by luck alone. */
export const pairsByLuck = (tried: number): number => 0.05 * tried;

const MOST_PAIRS = 20_000;
/** Pairs a piece of work: long enough to be worth sending, short enough to be stopped and remembered. */
const A_PIECE = 64;

const askedOf = ({
  kind: _kind,
  search: _search,
  name: _name,
  notes: _notes,
  ...asked
}: PairStudy): PairAsked => asked;

/** @throws {StudyFault} when it cannot be worked out */
export async function workPair(study: PairStudy, desk: Desk): Promise<PairResult> {
  if (study.y === study.x) throw new StudyFault('x', `A pair needs two instruments; both are ${study.x}.`);
  desk.expect(1);
  const { pair } = await needed(desk, 'pair', askedOf(study));
  return { kind: 'pair', pair };
}

/**
 * All pairs of some instruments, each two once, by the study's training, hedge and rules.
 * @throws {StudyFault} when there are too many or none
 */
export async function searchPairs(
  study: PairStudy,
  symbols: readonly string[],
  desk: Desk,
  show?: (rows: readonly PairRow[]) => void,
): Promise<PairSearch> {
  const pairs = pairsOf(symbols);
  if (pairs.length === 0)
    throw new StudyFault('universe', 'A search needs at least two instruments with bars.');
  if (pairs.length > MOST_PAIRS) {
    throw new StudyFault(
      'universe',
      `There are ${pairs.length} pairs; ${MOST_PAIRS} are the most: take a smaller group.`,
    );
  }
  const pieces = piecesOf(study, pairs);
  desk.expect(pieces.length);
  const rows: PairRow[] = [];
  await desk.each('pairSearch', pieces, (how) => {
    const came = doneOr(how);
    if ('why' in came) return;
    rows.push(...came.done.rows);
    show?.(ranked(rows));
  });
  return { kind: 'search', rows: ranked(rows), tried: pairs.length, failed: pairs.length - rows.length };
}

/** So many pairs a piece. */
function piecesOf(study: PairStudy, pairs: readonly (readonly [string, string])[]): PairSearchAsked[] {
  return Array.from({ length: Math.ceil(pairs.length / A_PIECE) }, (_x, k) => ({
    pair: askedOf(study),
    pairs: pairs.slice(k * A_PIECE, (k + 1) * A_PIECE),
  }));
}

/** The first piece of a search, and how many there are, for what is to be known of it beforehand. */
export function firstPairs(
  study: PairStudy,
  symbols: readonly string[],
): { readonly piece: PairSearchAsked | undefined; readonly pieces: number } {
  const pieces = piecesOf(study, pairsOf(symbols));
  return { piece: pieces[0], pieces: pieces.length };
}

/** Each two once, the one that comes first in the alphabet as Y. */
function pairsOf(symbols: readonly string[]): [string, string][] {
  const sorted = [...new Set(symbols)].sort();
  return sorted.flatMap((y, k) => sorted.slice(k + 1).map((x): [string, string] => [y, x]));
}

const ranked = (rows: readonly PairRow[]): PairRow[] =>
  [...rows].sort(
    (a, b) =>
      // Undefined ones come last.
      Number(Number.isNaN(a.unitRootT)) - Number(Number.isNaN(b.unitRootT)) ||
      a.unitRootT - b.unitRootT ||
      (a.y < b.y ? -1 : a.y > b.y ? 1 : a.x < b.x ? -1 : 1),
  );
