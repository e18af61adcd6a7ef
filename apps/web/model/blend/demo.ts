// Two blends of Skerry sheets to learn from: one whose parts differ, and one whose parts are all alike.

import { readStrategy, STRATEGY_FORMAT } from '@plateau/files';
import type { Draft } from '../sheet/sheet.ts';
import { type PartTexts, withPartsAdded } from './parts.ts';
import { freshBlend } from './read.ts';
import { strategyText } from './strategy-text.ts';

export interface DemoBlend {
  readonly name: string;
  /** what it teaches */
  readonly about: string;
  readonly settings: Draft;
  readonly parts: () => readonly Partial<PartTexts>[];
}

function frozen(name: string, share: string, long: object): Partial<PartTexts> {
  const read = readStrategy(
    {
      format: STRATEGY_FORMAT,
      name,
      long,
      size: { method: 'equal-slots', minFilledPercent: 10 },
      limits: { positions: 10 },
      costs: { commission: { fixed: 1 }, slippage: 3 },
    },
    name,
  );
  if (!read.ok) throw new Error(`${name}: ${read.problems[0]?.message}`);
  const strategy = strategyText(read.value);
  return { name, share, kind: 'frozen', strategy, universe: 'skerry-stocks', benchmark: 'SK60' };
}

const aboveLine = (days: number): Partial<PartTexts> =>
  frozen(`Above ${days} days`, '25', {
    enter: `close crosses above ${days}-day average`,
    exit: `close crosses below ${days}-day average`,
    rank: { by: '120-day return', first: 'highest' },
  });

export const DEMO_BLENDS: readonly DemoBlend[] = [
  {
    name: 'Dips, new ground and bonds',
    about:
      'Three parts that lose at different times. Together they fall less deep than any of them alone, and earn more for each unit of risk; but they grow less than the best part, and than the index held. See Alike, and what each leaves when it is taken out.',
    settings: { form: 'apart', review: 'quarter-end', moveCost: '10' },
    parts: () => [
      frozen('Dips', '35', {
        enter: 'close > 180-day average and 3-day RSI < 12',
        exit: '3-day RSI > 60',
        rank: { by: '3-day RSI', first: 'lowest' },
        stops: { bars: 12 },
      }),
      frozen('New ground in fair weather', '35', {
        enter: 'close > prior 70-day high and on benchmark (close is above 150-day average)',
        exit: 'never',
        rank: { by: '100-day return', first: 'highest' },
        stops: { trail: { level: 'close - 4 * 20-day ATR' } },
      }),
      { name: 'Long bonds', share: '30', kind: 'hold', hold: 'BONDL' },
    ],
  },
  {
    name: 'One idea four times',
    about:
      'The same rule over four lengths looks like four parts and is nearly one: they hold much the same, move alike, and fall together. The blend is about the mean of its parts; what four lengths spare one is the choice of the wrong one.',
    settings: { form: 'apart', review: 'quarter-end', moveCost: '10' },
    parts: () => [170, 190, 210, 230].map(aboveLine),
  },
];

/** A demo blend as a draft of the trader's own. */
export function demoDraft({ name, about, settings, parts }: DemoBlend, newId: () => string): Draft {
  const draft = { ...freshBlend(name), ...settings, notes: about };
  return { ...draft, ...withPartsAdded(draft, parts(), newId) };
}
