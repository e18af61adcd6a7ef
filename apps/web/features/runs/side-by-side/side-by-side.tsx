'use client';

import { at, isoFromDay } from '@plateau/core';
import { useMemo, useState } from 'react';
import type { KeptRun } from '@/model/rows.ts';
import { barsOf, benchmarkOf, capitalOf, riskFreeOf } from '@/model/runs/kept.ts';
import { useShownFigures } from '@/parts/figures/shown-figures.ts';
import { StrokeKey } from '@/ui/chart/time-axis.tsx';
import { ours, theirs } from '@/ui/figures.ts';
import { count, money } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { Calendars } from './calendars.tsx';
import { Curves } from './curves.tsx';
import { commonBars, commonDays, partOf, withEqualCapital } from './on-common-days.ts';
import { Pairs } from './pairs.tsx';
import { Settings } from './settings.tsx';
import { HELD, type Shown, STROKES } from './shown.ts';
import { TradesApart } from './trades-apart.tsx';
import { useReports } from './use-reports.ts';

type Footing = 'common' | 'own';
const NONE: readonly KeptRun[] = [];

interface FootingProps {
  readonly shown: readonly Shown[];
  readonly footing: Footing;
  readonly onFooting: (footing: Footing) => void;
}

/** What they are held against each other on, where they did not run over the same days with the same capital. */
function FootingChoice({ shown, footing, onFooting }: FootingProps) {
  const spans = new Set(
    shown.map(
      ({ run: { marks } }) =>
        `${isoFromDay(at(marks.day, 0))} to ${isoFromDay(at(marks.day, marks.day.length - 1))}`,
    ),
  );
  const capitals = new Set(shown.map(({ kept }) => capitalOf(kept)));
  const ends = commonBars(shown.map(({ kept }) => barsOf(kept)));
  if (spans.size < 2 && capitals.size < 2 && !ends) return null;
  const common = commonDays(shown);
  return (
    <div className="flex flex-wrap items-center gap-3" role="note">
      <Toggle<Footing>
        label="Compared with each other"
        value={footing}
        choices={[
          ['common', 'common days, equal capital'],
          ['own', 'each as it ran'],
        ]}
        onChange={onFooting}
      />
      <span className={footing === 'own' ? 'text-loss' : 'text-soft'}>
        {spans.size > 1 &&
          (footing === 'own'
            ? `They ran over different days (${[...spans].join('; ')}), and each figure is of its own. `
            : common
              ? `They ran over different days: here from ${isoFromDay(common.from)} to ${isoFromDay(common.to)}. `
              : 'They have no days in common. ')}
        {ends &&
          (footing === 'own'
            ? 'They step by different bars: on longer ones less of a fall is seen, and figures of risk are not alike. '
            : `They step by different bars: figures are of the closes at the end of each ${ends}. `)}
        {capitals.size > 1 &&
          (footing === 'own'
            ? `They began with different capital (${[...capitals].map(money).join(', ')}): sums of money are not alike.`
            : 'They began with different capital: sums of money are as if each had begun with the first’s.')}
      </span>
    </div>
  );
}

/** Ratios over different rates are not alike: said where they stand together. */
function RiskFreeNote({ shown }: { shown: readonly Shown[] }) {
  const rates = shown.map(({ kept }) => riskFreeOf(kept));
  if (new Set(rates).size < 2) return null;
  return (
    <p role="note" className="text-loss">
      Their Sharpe and Sortino ratios are over different risk-free rates (
      {rates.map((rate, k) => `${k + 1}. ${rate}`).join(', ')}): set one rate on the sheets to compare them.
    </p>
  );
}

/** Two to six kept runs: curves on one scale, figures, settings with their differences, and how alike they are. */
export function SideBySide({ kept }: { kept: readonly KeptRun[] }) {
  const [footing, setFooting] = useState<Footing>('common');
  const whole = useReports(kept, {});
  const span = useMemo(
    () => (whole.shown.length === kept.length ? commonDays(whole.shown) : undefined),
    [whole.shown, kept.length],
  );
  const atEnds = useMemo(() => commonBars(kept.map(barsOf)), [kept]);
  const part = useReports(footing === 'common' && (span || atEnds) ? kept : NONE, { span, atEnds });
  const fault = whole.fault ?? part.fault;
  const shown = useMemo(() => {
    if (footing === 'own') return whole.shown;
    return withEqualCapital(span || atEnds ? part.shown.map(partOf) : whole.shown);
  }, [footing, span, atEnds, whole.shown, part.shown]);
  const [figures] = useShownFigures();
  const [first] = shown;
  const benchmark = first ? benchmarkOf(first.kept) : '';
  const names = shown.map(({ kept: { name } }, k) => `${k + 1}. ${name}`);
  return (
    <section
      aria-label="Runs side by side"
      data-ready={shown.length === kept.length}
      className="min-w-0 flex-1 overflow-auto px-4 py-2"
      tabIndex={0}
    >
      <h2 className="font-serif text-xl">Side by side</h2>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {shown.length < kept.length && !fault && (
        <p className="text-soft">
          Running them again, {count(shown.length)} of {count(kept.length)} …
        </p>
      )}
      {shown.length > 0 && (
        <>
          <ul className="flex flex-wrap gap-x-5 py-1">
            {names.map((name, k) => (
              <li key={name}>
                <StrokeKey text={name} strokeWidth={2} {...(STROKES[k % STROKES.length] ?? HELD)} />
              </li>
            ))}
            <li>
              <StrokeKey text={`${benchmark} held, over the days of the first`} {...HELD} />
            </li>
          </ul>
          <FootingChoice shown={whole.shown} footing={footing} onFooting={setFooting} />
          <RiskFreeNote shown={shown} />
          <Curves shown={shown} />
          <div className="grid gap-4 py-3">
            <PlainTable
              label="Figures side by side"
              head={['', ...names, `${benchmark} held`]}
              rows={figures.map((entry) => [
                entry.name,
                ...shown.map(({ run }) => ours(entry, run.figures)),
                first ? theirs(entry, first.run.figures) : '–',
              ])}
            />
            <Pairs shown={shown} names={names} />
            <Calendars shown={shown} names={names} />
            <Settings shown={shown} names={names} />
            {shown.length > 1 && <TradesApart shown={shown} names={names} />}
          </div>
        </>
      )}
    </section>
  );
}
