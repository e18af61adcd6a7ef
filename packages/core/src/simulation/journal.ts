// The decision log and the ledger while they are written: columns, no object a line.

import { growing } from '../numeric/growing.ts';
import { type Decisions, LEDGER_KINDS, type Ledger, OUTCOMES, type Outcome } from './records.ts';

export interface Journal {
  decided(day: number, instrument: number, sign: number, rank: number, outcome: Outcome): void;
  moved(
    day: number,
    kind: (typeof LEDGER_KINDS)[number],
    instrument: number,
    shares: number,
    amount: number,
  ): void;
  decisions(symbol: readonly string[]): Decisions;
  ledger(): Ledger;
}

const codeOf = Object.fromEntries(OUTCOMES.map((outcome, k) => [outcome, k])) as Record<Outcome, number>;

export function createJournal(): Journal {
  const log = {
    day: growing(Int32Array),
    instrument: growing(Int32Array),
    side: growing(Int8Array),
    rank: growing(Float64Array),
    outcome: growing(Uint8Array),
  };
  const book = {
    day: growing(Int32Array),
    kind: growing(Uint8Array),
    instrument: growing(Int32Array),
    shares: growing(Float64Array),
    amount: growing(Float64Array),
  };
  return {
    decided(day, instrument, sign, rank, outcome) {
      log.day.push(day);
      log.instrument.push(instrument);
      log.side.push(sign);
      log.rank.push(rank);
      log.outcome.push(codeOf[outcome]);
    },
    moved(day, kind, instrument, shares, amount) {
      book.day.push(day);
      book.kind.push(LEDGER_KINDS.indexOf(kind));
      book.instrument.push(instrument);
      book.shares.push(shares);
      book.amount.push(amount);
    },
    decisions: (symbol) => ({
      symbol,
      day: log.day.done(),
      instrument: log.instrument.done(),
      side: log.side.done(),
      rank: log.rank.done(),
      outcome: log.outcome.done(),
    }),
    ledger: () => ({
      day: book.day.done(),
      kind: book.kind.done(),
      instrument: book.instrument.done(),
      shares: book.shares.done(),
      amount: book.amount.done(),
    }),
  };
}
