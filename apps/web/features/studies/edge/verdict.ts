// What an edge says, in sentences.

import { type Edge, type EdgeRow, FEW_EVENTS, type Signal } from '@plateau/core';
import { count, percent, ratio } from '@/ui/format.ts';

/** A signal at a value of its dial. */
export const signalName = ({ signal, value }: Pick<EdgeRow, 'signal' | 'value'>): string =>
  value === undefined ? signal : `${signal} ${value}`;

const TOLD = 0.05;

/** @param signals of the study: what follows a short signal is what a short of it made */
export function edgeVerdict(
  { rows, failed }: Edge,
  signals: readonly Pick<Signal, 'name' | 'side'>[],
): string[] {
  const known = rows.filter(({ holm }) => !Number.isNaN(holm));
  const few = rows.filter(({ n }) => n < FEW_EVENTS).length;
  const best = known.reduce<(typeof known)[number] | undefined>(
    (least, row) => (!least || row.holm < least.holm ? row : least),
    undefined,
  );
  const told = known.filter(({ holm }) => holm < TOLD);
  const sentences: string[] = [];
  if (!best) sentences.push('No signal had events enough to say anything.');
  else {
    const isShort = signals.find(({ name }) => name === best.signal)?.side === 'short';
    const did = isShort ? 'a short made' : 'the price moved';
    const what = `After ${signalName(best)} ${did} ${percent(best.mean, 2)} in ${count(best.horizon, 'bar')}, against ${percent(best.base, 2)} after any bar`;
    sentences.push(
      told.length > 0
        ? `${what}: hard to call luck, with p ${ratio(best.holm, 3)} after all ${count(rows.length)} that were tried.`
        : `${what}: that cannot be told from luck, with p ${ratio(best.p, 3)} by itself and ${ratio(best.holm, 3)} after all ${count(rows.length)} that were tried.`,
    );
    if (told.length > 1)
      sentences.push(
        `${count(told.length)} of ${count(rows.length, 'row')} differ from any bar by more than luck.`,
      );
  }
  if (few > 0)
    sentences.push(
      `${count(few, 'row')} ${few === 1 ? 'has' : 'have'} fewer than ${FEW_EVENTS} events: few.`,
    );
  for (const { signal, value, why } of failed) sentences.push(`${signalName({ signal, value })}: ${why}`);
  return sentences;
}
