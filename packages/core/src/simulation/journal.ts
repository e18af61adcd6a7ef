// The decision log and the ledger while they are written: columns, no object a line.

import { GrowingRows } from '../numeric/growing.ts';
import type { SidePlan } from './plan.ts';
import { type Decisions, LEDGER_KINDS, type Ledger, type LedgerKind } from './records.ts';

type DecisionRows = Omit<Decisions, 'symbol'>;

const codeOfKind = new Map(LEDGER_KINDS.map((kind, k) => [kind, k]));

export class Journal {
  readonly #decisions: GrowingRows<DecisionRows>;
  readonly #ledger = new GrowingRows({
    day: new Int32Array(),
    kind: new Uint8Array(),
    part: new Int8Array(),
    instrument: new Int32Array(),
    shares: new Float64Array(),
    amount: new Float64Array(),
  });

  /** @param lines of the decision log to make room for at once */
  constructor(lines?: number) {
    const kinds = {
      day: new Int32Array(),
      part: new Int8Array(),
      instrument: new Int32Array(),
      side: new Int8Array(),
      rank: new Float64Array(),
      outcome: new Uint8Array(),
    };
    this.#decisions = new GrowingRows(kinds, lines);
  }

  /**
   * One line of the decision log.
   * @param part the strategy's place
   * @param c the candidate's place among the side's
   * @param outcome of {@link OUTCOME}: a name would be looked up for each of very many lines
   */
  decided(day: number, part: number, side: SidePlan, c: number, outcome: number): void {
    const n = this.#decisions.add();
    const { columns } = this.#decisions;
    columns.day[n] = day;
    columns.part[n] = part;
    columns.instrument[n] = side.candidates.instrument[c]!;
    columns.side[n] = side.sign;
    columns.rank[n] = side.rank ? side.rank.values[c]! : Number.NaN;
    columns.outcome[n] = outcome;
  }

  /** One line of the ledger. @param part and @param instrument -1 for the account itself */
  moved(
    day: number,
    kind: LedgerKind,
    part: number,
    instrument: number,
    shares: number,
    amount: number,
  ): void {
    const n = this.#ledger.add();
    const { columns } = this.#ledger;
    columns.day[n] = day;
    columns.kind[n] = codeOfKind.get(kind) as number;
    columns.part[n] = part;
    columns.instrument[n] = instrument;
    columns.shares[n] = shares;
    columns.amount[n] = amount;
  }

  /** @param symbol the names that instrument numbers stand for */
  decisions(symbol: readonly string[]): Decisions {
    return { symbol, ...this.#decisions.done() };
  }

  ledger(): Ledger {
    return this.#ledger.done();
  }
}
