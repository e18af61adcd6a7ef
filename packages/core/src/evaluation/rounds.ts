// Rounds of work on the instruments of a universe: done by one thread, or by all of a crew to the same bits.

import { countUntil, unionOfDays } from '../days/calendar.ts';
import type { Day } from '../days/day.ts';
import { type Node, walk } from '../language/tree.ts';
import { measureOf } from '../measures/catalogue.ts';
import type { Turns } from '../parallel/turns.ts';
import { compareMembers } from './across.ts';
import type { Column, Given, Laid, Round, Wanted } from './crew.ts';
import type { Evaluator, Measured } from './evaluate.ts';
import { type ListedBars, listBars, markBars, wordsOf } from './marked-bars.ts';
import type { Panel } from './panel.ts';
import { barsWhere, valuesAt } from './select.ts';

/** Told how much of a round is done, 0 to 1; it may throw to end it. */
export type Tell = (done: number) => void;

/** How long the leader waits for what another has in hand before it does it itself: what is late may be dead. */
const PATIENCE_MS = 100;

/** Pieces into which the days are cut, so that no thread waits long for the last one. */
const DAYS_PIECES = 64;

/** What whoever finds an instrument's entries reads of it as well. */
export interface Beside {
  /** columns of those that have any; all of them are the leader's then */
  readonly columns: readonly Column[];
  /** a value at the entries alone */
  readonly value: Node | undefined;
}

/** Entries of all instruments: members' bars within [from, to] on which the rule is true; and the value at each, if asked for. */
export function entriesOfAll(
  evaluator: Evaluator,
  rule: Node,
  { from, to }: { readonly from: Day; readonly to: Day },
  { columns, value }: Beside,
  tell: Tell,
): { readonly entries: ListedBars; readonly values: Float64Array | undefined } {
  const { panel, blocks } = evaluator;
  const size = panel.universeSize;
  compareAcross(evaluator, value ? [rule, value] : [rule], tell);
  const laid = laidOut(panel, instrumentsUntil(size));
  const wanted = evaluator.crew ? roomFor(evaluator, columns, laid) : [];
  const at = value && { value, values: new Float64Array(blocks.takeShared(8 * laid.starts[size]!)) };
  const starts = wordsOf(panel.bars.slice(0, size).map(({ day }) => day));
  const words = new Int32Array(memory(evaluator, 4 * starts[size]!));
  const counts = new Int32Array(memory(evaluator, 4 * size));
  const round = { kind: 'entries', rule, from, to, starts, words, counts, laid, wanted, at } as const;
  const isQuiet = doRound(evaluator, round, size, tell);
  evaluator.kept.takeOver(wanted, laid, (k) => counts[k]! > 0, isQuiet);
  const entries = listBars(words, starts, counts);
  const values = at && together(at.values, laid.starts, entries.starts);
  if (at && isQuiet) blocks.giveBack(at.values.buffer as SharedArrayBuffer);
  return { entries, values };
}

/** Values that stand apart from each other, instrument k's from froms[k] on, one behind the other as `starts` has them. */
function together(values: Float64Array, froms: Int32Array, starts: Int32Array): Float64Array {
  const size = starts.length - 1;
  const all = new Float64Array(starts[size]!);
  for (let k = 0; k < size; k++) {
    const count = starts[k + 1]! - starts[k]!;
    all.set(values.subarray(froms[k]!, froms[k]! + count), starts[k]!);
  }
  return all;
}

/**
 * A value at some bars of each instrument, in their order.
 * @param bars of instrument k from starts[k] to starts[k + 1], rising; in memory of {@link memory}
 */
export function valuesOfAll(
  evaluator: Evaluator,
  value: Node,
  starts: Int32Array,
  bars: Int32Array,
  tell: Tell,
): Float64Array {
  compareAcross(evaluator, [value], tell);
  const values = new Float64Array(memory(evaluator, 8 * bars.length));
  const items = evaluator.panel.universeSize;
  doRound(evaluator, { kind: 'values', value, starts, bars, values }, items, tell);
  return values;
}

/** Memory that a round writes to: the crew's, where there is one. */
export function memory({ crew }: Evaluator, bytes: number): ArrayBuffer | SharedArrayBuffer {
  return crew ? new SharedArrayBuffer(bytes) : new ArrayBuffer(bytes);
}

/**
 * Lets the others of a crew compute columns while the leader does something else, in the order of the instruments.
 * @param nodes values and conditions that the leader will ask its evaluator for
 * @param most bytes that may be taken
 * @returns undefined without a crew
 */
export function beginColumns(
  evaluator: Evaluator,
  nodes: readonly Column[],
  instruments: Int32Array,
  most: number,
): { readonly turns: Turns; readonly laid: Laid; readonly wanted: readonly Wanted[] } | undefined {
  const { crew, panel } = evaluator;
  if (!crew || nodes.length === 0) return undefined;
  const trees = nodes.map(({ node }) => node);
  // They take all instruments at once, which is no work for beside.
  if (acrossIn(trees).some((node) => !evaluator.kept.given(node))) return undefined;
  const widths = nodes.map(({ as }) => (as === 'values' ? 8 : 1));
  const width = widths.reduce((sum, one) => sum + one, 0);
  let count = 0;
  let bytes = 0;
  for (const k of instruments) {
    bytes += width * panel.bars[k]!.day.length;
    if (bytes > most) break;
    count++;
  }
  if (count === 0) return undefined;
  const laid = laidOut(panel, byShare(instruments.slice(0, count), crew.members, panel.universeSize));
  const wanted = roomFor(evaluator, nodes, laid);
  const turns = crew.begin({ kind: 'columns', laid, wanted }, count, givenFor(evaluator, trees));
  return { turns, laid, wanted };
}

/** Shared memory for columns of all instruments that are laid out. */
function roomFor({ blocks }: Evaluator, nodes: readonly Column[], { starts }: Laid): Wanted[] {
  const length = starts[starts.length - 1]!;
  return nodes.map(({ as, node }) =>
    as === 'values'
      ? { as, node, columns: new Float64Array(blocks.takeShared(8 * length), 0, length) }
      : { as, node, columns: new Uint8Array(blocks.takeShared(length), 0, length) },
  );
}

/** The column of the n-th instrument that is laid out. */
function columnOf({ columns }: Wanted, { starts }: Laid, n: number): Float64Array | Uint8Array {
  return columns.subarray(starts[n], starts[n + 1]);
}

/**
 * Instruments by the members whose share they are of rounds on all (Turns.work), each member's in their order: who has computed
 * the entries of one has what its other columns are made of.
 */
function byShare(instruments: Int32Array, members: number, all: number): Int32Array {
  const shareOf = (k: number): number => Math.floor((k * members) / all);
  return instruments.sort((a, b) => shareOf(a) - shareOf(b));
}

/** A helper's part of a round that the leader has begun. */
export function helpWith(evaluator: Evaluator, { round, given, turns, member, members }: HelpWanted): void {
  for (const one of given) evaluator.kept.give(one);
  const item = itemOf(evaluator, round);
  turns.work(member, members, item);
}

export interface HelpWanted {
  readonly round: Round;
  readonly given: readonly Given[];
  readonly turns: Turns;
  readonly member: number;
  readonly members: number;
}

/** Computes measures across the universe that the trees read, the whole crew at each; without one they are computed when asked for. */
function compareAcross(evaluator: Evaluator, trees: readonly Node[], tell: Tell): void {
  const { crew, panel } = evaluator;
  if (!crew) return;
  for (const node of acrossIn(trees)) {
    if (evaluator.kept.given(node)) continue;
    const size = panel.universeSize;
    const laid = laidOut(panel, instrumentsUntil(size));
    const columns = new Float64Array(memory(evaluator, 8 * laid.starts[size]!));
    const of = node.takes[0] as Node;
    doRound(evaluator, { kind: 'columns', laid, wanted: [{ as: 'values', node: of, columns }] }, size, tell);
    const how = measureOf(node.phrase, node.windows.length).across as 'rank' | 'percentile';
    const days = pieces(panel);
    doRound(evaluator, { kind: 'across', how, laid, columns, days }, days.length - 1, tell);
    evaluator.kept.give({ node, laid, columns });
  }
}

/** Measures across the universe, the inner ones first. */
function acrossIn(trees: readonly Node[]): Measured[] {
  const found: Measured[] = [];
  for (const tree of trees) {
    walk(tree, (node) => {
      if (node.kind === 'measure' && measureOf(node.phrase, node.windows.length).across) found.unshift(node);
    });
  }
  return found;
}

function givenFor(evaluator: Evaluator, trees: readonly Node[]): Given[] {
  return acrossIn(trees).flatMap((node) => evaluator.kept.given(node) ?? []);
}

/** Does all items of a round, with the crew where there is one. @returns whether nobody is still at one of them */
function doRound(evaluator: Evaluator, round: Round, items: number, tell: Tell): boolean {
  const item = itemOf(evaluator, round);
  const { crew } = evaluator;
  if (!crew) {
    for (let n = 0; n < items; n++) {
      tell(n / items);
      item(n);
    }
    return true;
  }
  const turns = crew.begin(round, items, givenFor(evaluator, treesOf(round)));
  try {
    let mine = 0;
    turns.work(0, crew.members, (n) => {
      tell(Math.min(1, (mine++ * crew.members) / items));
      item(n);
    });
    for (let n = 0; n < items; n++) if (!turns.isDone(n, PATIENCE_MS)) item(n);
    return turns.close();
  } finally {
    turns.callOff();
  }
}

function treesOf(round: Round): Node[] {
  switch (round.kind) {
    case 'entries':
      return [round.rule, ...round.wanted.map(({ node }) => node), ...(round.at ? [round.at.value] : [])];
    case 'values':
      return [round.value];
    case 'columns':
      return round.wanted.map(({ node }) => node);
    case 'across':
      return [];
  }
}

/** What is to be done of an item; done twice, by whomever, it writes the same. */
function itemOf(evaluator: Evaluator, round: Round): (item: number) => void {
  switch (round.kind) {
    case 'entries': {
      const { rule, from, to, starts, words, counts, laid, wanted, at } = round;
      return (k) => {
        const found = barsWhere(evaluator, rule, k);
        const entries = found.subarray(0, keepEntries(evaluator.panel, k, found, from, to));
        markBars(words, starts[k]!, entries);
        counts[k] = entries.length;
        if (entries.length === 0) return;
        for (const one of wanted) evaluator.write(one, k, columnOf(one, laid, k));
        if (at) writeValues(evaluator, at.value, k, entries, at.values, laid.starts[k]!);
      };
    }
    case 'values': {
      const { value, starts, bars, values } = round;
      return (k) => {
        if (starts[k] === starts[k + 1]) return;
        writeValues(evaluator, value, k, bars.subarray(starts[k], starts[k + 1]), values, starts[k]!);
      };
    }
    case 'columns': {
      const { laid, wanted } = round;
      return (n) => {
        const k = laid.instruments[n]!;
        for (const one of wanted) evaluator.write(one, k, columnOf(one, laid, n));
      };
    }
    case 'across': {
      const { how, laid, columns, days } = round;
      const each = Array.from(laid.instruments, (_k, n) =>
        columns.subarray(laid.starts[n], laid.starts[n + 1]),
      );
      return (n) => compareMembers(evaluator.panel, each, how, days[n]!, days[n + 1]! - 1);
    }
  }
}

/** Writes a value at some bars of an instrument, from a place on. */
function writeValues(
  evaluator: Evaluator,
  value: Node,
  instrument: number,
  bars: Int32Array,
  out: Float64Array,
  start: number,
): void {
  const found = valuesAt(evaluator, value, instrument, bars);
  if (typeof found === 'number') out.fill(found, start, start + bars.length);
  else out.set(found, start);
}

/** Keeps, in place, the bars of a member within [from, to]; returns how many. */
function keepEntries(panel: Panel, k: number, bars: Int32Array, from: Day, to: Day): number {
  const { day } = panel.bars[k]!;
  let n = 0;
  let c = 0;
  for (const spell of panel.spellsOf(k)) {
    const first = countUntil(day, Math.max(from, spell.from) - 1);
    const end = countUntil(day, Math.min(to, spell.to));
    while (c < bars.length && bars[c]! < first) c++;
    while (c < bars.length && bars[c]! < end) bars[n++] = bars[c++]!;
  }
  return n;
}

function instrumentsUntil(count: number): Int32Array {
  return Int32Array.from({ length: count }, (_none, k) => k);
}

function laidOut({ bars }: Panel, instruments: Int32Array): Laid {
  const starts = new Int32Array(instruments.length + 1);
  instruments.forEach((k, n) => {
    starts[n + 1] = starts[n]! + bars[k]!.day.length;
  });
  return { instruments, starts };
}

/** First days of pieces of the universe's days, and the day after the last. */
function pieces({ bars, universeSize }: Panel): Int32Array {
  const days = bars.slice(0, universeSize).map(({ day }) => day);
  const calendar = unionOfDays(days, -Infinity, Infinity);
  const count = Math.min(DAYS_PIECES, calendar.length);
  const first = Array.from(
    { length: count },
    (_none, n) => calendar[Math.floor((n * calendar.length) / count)]!,
  );
  return Int32Array.from([...first, (calendar[calendar.length - 1] ?? 0) + 1]);
}
