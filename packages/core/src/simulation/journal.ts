// The decision log and the ledger while they are written: columns, no object a line.

import { growing } from '../numeric/growing.ts';
import {
  type Decisions,
  LEDGER_KINDS,
  type Ledger,
  type LedgerKind,
  OUTCOMES,
  type Outcome,
} from './records.ts';

const codeOfOutcome = new Map(OUTCOMES.map((outcome, k) => [outcome, k]));
const codeOfKind = new Map(LEDGER_KINDS.map((kind, k) => [kind, k]));

export class Journal {
  readonly #log = {
    day: growing(Int32Array),
    instrument: growing(Int32Array),
    side: growing(Int8Array),
    rank: growing(Float64Array),
    outcome: growing(Uint8Array),
  };
  readonly #book = {
    day: growing(Int32Array),
    kind: growing(Uint8Array),
    instrument: growing(Int32Array),
    shares: growing(Float64Array),
    amount: growing(Float64Array),
  };

  /** One line of the decision log. @param sign 1 long, -1 short */
  decided(day: number, instrument: number, sign: number, rank: number, outcome: Outcome): void {
    this.#log.day.push(day);
    this.#log.instrument.push(instrument);
    this.#log.side.push(sign);
    this.#log.rank.push(rank);
    this.#log.outcome.push(codeOfOutcome.get(outcome) as number);
  }

  /** One line of the ledger. @param instrument -1 for the account itself */
  moved(day: number, kind: LedgerKind, instrument: number, shares: number, amount: number): void {
    this.#book.day.push(day);
    this.#book.kind.push(codeOfKind.get(kind) as number);
    this.#book.instrument.push(instrument);
    this.#book.shares.push(shares);
    this.#book.amount.push(amount);
  }

  /** @param symbol the names that instrument numbers stand for */
  decisions(symbol: readonly string[]): Decisions {
    const { day, instrument, side, rank, outcome } = this.#log;
    return {
      symbol,
      day: day.done(),
      instrument: instrument.done(),
      side: side.done(),
      rank: rank.done(),
      outcome: outcome.done(),
    };
  }

  ledger(): Ledger {
    const { day, kind, instrument, shares, amount } = this.#book;
    return {
      day: day.done(),
      kind: kind.done(),
      instrument: instrument.done(),
      shares: shares.done(),
      amount: amount.done(),
    };
  }
}
