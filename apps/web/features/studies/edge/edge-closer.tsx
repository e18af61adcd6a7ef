'use client';

import {
  at,
  type EdgeDetail,
  type EdgeEvents,
  type EdgeRow,
  type EdgeStudy,
  isoFromDay,
  signalsAsked,
} from '@plateau/core';
import { useMemo } from 'react';
import { ComposedChart, ReferenceLine, ResponsiveContainer, XAxis } from 'recharts';
import { Histogram } from '@/parts/chart/histogram.tsx';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis } from '@/ui/chart/time-axis.tsx';
import { DataTable, dataColumn } from '@/ui/data-table.tsx';
import { count, exact, percent } from '@/ui/format.ts';
import { Link } from '@/ui/link.tsx';
import { PlainTable } from '@/ui/plain-table.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { askOfStudy } from '@/workers/study-client.ts';
import { errorBand, outcomeLine, shareAxis } from './band.tsx';
import { signalName } from './verdict.ts';

/** One signal and horizon: the way there, how it is spread, by year, instrument and gauge, and every event. */
export function EdgeCloser({ study, row }: { study: EdgeStudy; row: EdgeRow }) {
  const { signal, value, horizon } = row;
  const { latest, fault, waiting } = useAnswer(async () => {
    const asked = signalsAsked(study).find((one) => one.name === signal && one.value === value);
    if (!asked) throw new Error('the study has no such signal any more');
    const out = await askOfStudy(study, 'edgeDetail', { ...asked, horizon });
    if (out.kind !== 'done') throw new Error(out.problems[0]?.message ?? 'it cannot be worked out');
    return { ...out, row, study };
  }, [study, signal, value, horizon]);
  // The row before of the same study stands, under its own name, until the next one is worked out.
  const found = fault === undefined && latest?.study === study ? latest : undefined;
  const shown = found?.row ?? row;
  return (
    <section
      aria-label="One row closer"
      className="grid gap-3 border-t border-hairline pt-2"
      aria-busy={waiting}
    >
      <h2 className="font-serif text-lg">
        {signalName(shown)}, {count(shown.horizon, 'bar')} after
      </h2>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {found && <Closer detail={found.detail} events={found.events} gauge={study.gauge} />}
    </section>
  );
}

interface CloserProps {
  readonly detail: EdgeDetail;
  readonly events: EdgeEvents;
  readonly gauge: string | undefined;
}

function Closer({ detail, events, gauge }: CloserProps) {
  const { years, instruments, terciles, spread } = detail;
  return (
    <>
      <div className="flex flex-wrap gap-6">
        <PathChart path={detail.path} />
        <figure className="min-w-80 flex-1" data-chart="spread of outcomes">
          <figcaption>
            <span className="font-semibold">Outcomes</span>{' '}
            <span className="text-soft">
              of {count(spread.n, 'event')}: half below {percent(spread.median, 2)}, 5 of 100 below{' '}
              {percent(spread.percentiles[0], 1)}
            </span>
          </figcaption>
          <Histogram distribution={spread} write={percent} className="h-48" />
        </figure>
      </div>
      <div className="flex flex-wrap gap-8">
        <Groups
          title="By year"
          head="Year"
          groups={years.map((group) => ({ ...group, name: String(group.year) }))}
        />
        <Groups
          title="By instrument"
          head="Instrument"
          groups={instruments.map((group) => ({ ...group, name: group.symbol }))}
        />
        {terciles && gauge !== undefined && (
          <Groups
            title={`By thirds of ${gauge}`}
            head="From, to"
            groups={terciles.map((group, k) => ({
              ...group,
              name: `${['low', 'middle', 'high'][k]}: ${exact(group.from)} to ${exact(group.to)}`,
            }))}
          />
        )}
      </div>
      <EventsTable events={events} />
    </>
  );
}

interface GroupsProps {
  readonly title: string;
  readonly head: string;
  readonly groups: readonly {
    readonly name: string;
    readonly n: number;
    readonly wins: number;
    readonly mean: number;
  }[];
}

function Groups({ title, head, groups }: GroupsProps) {
  return (
    <div>
      <h3 className="font-semibold">{title}</h3>
      <div className="max-h-60 overflow-auto" role="region" aria-label={title} tabIndex={0}>
        <PlainTable
          label={title}
          head={[head, 'Events', 'Wins', 'Mean']}
          rows={groups.map(({ name, n, wins, mean }) => [
            name,
            count(n),
            percent(wins),
            <span key="m" className={mean < 0 ? 'text-loss' : 'text-gain'}>
              {percent(mean, 2)}
            </span>,
          ])}
        />
      </div>
    </div>
  );
}

/** The mean price round the event, with its band. */
function PathChart({ path }: { path: EdgeDetail['path'] }) {
  const points = path.map(({ bar, mean, error }) => ({
    bar,
    mean: Number.isNaN(mean) ? undefined : mean,
    band: Number.isNaN(mean + error) ? undefined : [mean - 2 * error, mean + 2 * error],
  }));
  return (
    <figure className="min-w-80 flex-1" data-chart="path">
      <figcaption>
        <span className="font-semibold">The way there</span>{' '}
        <span className="text-soft">
          mean close over that of the event, by bars from it, ± 2 standard errors
        </span>
      </figcaption>
      <div className="h-48">
        <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 420, height: 192 }}>
          <ComposedChart data={points} margin={{ top: 6, right: 10, bottom: 0, left: 0 }}>
            <Grid />
            <XAxis dataKey="bar" type="number" domain={['dataMin', 'dataMax']} {...plainAxis} />
            {shareAxis(1)}
            <ReferenceLine x={0} stroke="var(--hairline-strong)" />
            <ReferenceLine y={0} stroke="var(--hairline-strong)" />
            {errorBand}
            {outcomeLine('mean')}
          </ComposedChart>
        </ResponsiveContainer>
      </div>
    </figure>
  );
}

/** Every event with its outcome; each opens the instrument's chart at its day. */
function EventsTable({ events }: { events: EdgeEvents }) {
  const { symbols, symbol, day, outcome } = events;
  const rows = useMemo(() => Array.from(day, (_d, k) => k), [day]);
  const columns = useMemo(() => {
    const name = (k: number): string => symbols[at(symbol, k)] ?? '';
    return [
      dataColumn<number>('symbol', 'Instrument', name, {
        width: 120,
        left: true,
        show: (k) => (
          <Link
            className="font-semibold hover:text-accent"
            href={`/market?symbol=${encodeURIComponent(name(k))}&day=${isoFromDay(at(day, k))}`}
          >
            {name(k)}
          </Link>
        ),
      }),
      dataColumn<number>('day', 'Day', (k) => at(day, k), {
        width: 110,
        left: true,
        show: (k) => isoFromDay(at(day, k)),
      }),
      dataColumn<number>(
        'outcome',
        'Outcome',
        (k) => (Number.isNaN(at(outcome, k)) ? undefined : at(outcome, k)),
        { width: 110, signed: true, show: (k) => percent(at(outcome, k), 2) },
      ),
    ];
  }, [symbols, symbol, day, outcome]);
  return (
    <div>
      <h3 className="font-semibold">
        {count(rows.length, 'event')} <span className="font-normal text-soft">each opens its chart</span>
      </h3>
      <div className="h-64 max-w-xl">
        <DataTable label="Events" rows={rows} columns={columns} empty="There was no event." />
      </div>
    </div>
  );
}
