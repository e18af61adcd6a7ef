// The strategy file out. Apart from its reader, for it needs the rule language, which a page without rules does not.

import { readOutline, type Strategy, writeOutline } from '@plateau/core';
import { withDialled } from './dialled-settings.ts';
import { STRATEGY_FORMAT } from './strategy-file.ts';

type Side = NonNullable<Strategy['long']>;
type Stop = NonNullable<Side['stops']['initial']>;

/** The text of a strategy file; reading it gives the same strategy, its rules in the form printRule gives them. */
export function writeStrategyFile(strategy: Strategy): string {
  return `${JSON.stringify(writableStrategy(strategy), null, 2)}\n`;
}

/** The same as the value that JSON holds, for a file with strategies inside. */
export function writableStrategy(strategy: Strategy): object {
  const { dialled = {}, ...settings } = tidied(strategy);
  const written = withDialled(settings, dialled, (dial) => `{${dial}}`);
  return { format: STRATEGY_FORMAT, ...written };
}

/** The strategy with every rule that reads as it is printed, so that a rule is one text however it was made. */
function tidied(strategy: Strategy): Strategy {
  const text = (rule: string): string => {
    const read = readOutline(rule, strategy.bars);
    return read.ok ? writeOutline(read.outline, strategy.bars) : rule;
  };
  const stop = (setting: Stop): Stop => ('level' in setting ? { level: text(setting.level) } : setting);
  const side = (s: Side): Side => ({
    ...s,
    enter: text(s.enter),
    exit: text(s.exit),
    ...(s.rank && { rank: { ...s.rank, by: text(s.rank.by) } }),
    stops: {
      ...s.stops,
      ...(s.stops.initial && { initial: stop(s.stops.initial) }),
      ...(s.stops.trail && { trail: stop(s.stops.trail) }),
    },
  });
  const { long, short } = strategy;
  return { ...strategy, ...(long && { long: side(long) }), ...(short && { short: side(short) }) };
}
