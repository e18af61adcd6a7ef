// What an edge says, in sentences.

import { type Edge, type EdgeRow, FEW_EVENTS, type Signal, saysEnough } from '@plateau/core';
import { chance, count, percent } from '@/ui/format.ts';

/** A signal at a value of its dial. */
export const signalName = ({ signal, value }: Pick<EdgeRow, 'signal' | 'value'>): string =>
  value === undefined ? signal : `${signal} ${value}`;

const TOLD = 0.05;

/** @param signals of the study: what follows a short signal is what a short of it made */
export function edgeVerdict(
  { rows, failed }: Edge,
  signals: readonly Pick<Signal, 'name' | 'side'>[],
): string[] {
  const known = rows.filter((row) => saysEnough(row) && !Number.isNaN(row.holm));
  const few = rows.filter((row) => !saysEnough(row)).length;
  const best = known.reduce<(typeof known)[number] | undefined>(
    (least, row) => (!least || row.holm < least.holm ? row : least),
    undefined,
  );
  const told = known.filter(({ holm }) => holm < TOLD);
  const sentences: string[] = [];
  if (!best)
    sentences.push(`No signal had ${FEW_EVENTS} events on ${FEW_EVENTS} days: nothing can be said of it.`);
  else {
    const isShort = signals.find(({ name }) => name === best.signal)?.side === 'short';
    const did = isShort ? 'a short made' : 'the price moved';
    const what = `After ${signalName(best)} ${did} ${percent(best.mean, 2)} in ${count(best.horizon, 'bar')}, against ${percent(best.base, 2)} after any bar`;
    sentences.push(
      told.length > 0
        ? `${what}: hard to call luck, with p ${chance(best.holm)} after all ${count(rows.length)} that were tried.`
        : `${what}: that cannot be told from luck, with p ${chance(best.p)} by itself and ${chance(best.holm)} after all ${count(rows.length)} that were tried.`,
    );
    if (told.length > 1)
      sentences.push(
        `${count(told.length)} of ${count(rows.length, 'row')} differ from any bar by more than luck.`,
      );
  }
  if (few > 0)
    sentences.push(
      `${count(few, 'row')} ${few === 1 ? 'has' : 'have'} fewer than ${FEW_EVENTS} events or days with one: too few for a verdict.`,
    );
  for (const { signal, value, why } of failed) sentences.push(`${signalName({ signal, value })}: ${why}`);
  return sentences;
}
