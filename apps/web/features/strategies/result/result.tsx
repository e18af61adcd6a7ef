'use client';

import { at, barsPerYear, type ShownRun, type Trade } from '@plateau/core';
import { summaryJson } from '@plateau/files';
import { clsx } from 'clsx';
import { Download } from 'lucide-react';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { Tabs } from 'radix-ui';
import { useDeferredValue, useMemo } from 'react';
import { Group, Panel, Separator } from 'react-resizable-panels';
import { changesBetween, type LogEntry, runName, variantSettings } from '@/model/logbook/entry.ts';
import { nameOfUniverse } from '@/model/market/alone.ts';
import { isBlank } from '@/model/sheet/blank.ts';
import { holdoutFrom, isOpened, runKey } from '@/model/sheet/read.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { Cautions } from '@/parts/cautions/cautions.tsx';
import { TradedFindings, useDoubtful } from '@/parts/cautions/traded-findings.tsx';
import { FiguresTable } from '@/parts/figures/figures-table.tsx';
import { Halves, Holdout } from '@/parts/figures/holdout.tsx';
import { LiveStatus } from '@/parts/live/live-status.tsx';
import { baselineName, useBaseline } from '@/parts/logbook/baseline.ts';
import { useRecorder } from '@/parts/logbook/use-recorder.ts';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import { useLogbook } from '@/store/logbook.ts';
import { useUniverses } from '@/store/market/listings.ts';
import { bringBack, openHoldout } from '@/store/sheets/actions.ts';
import { CHARTS_AND_FIGURES, FIGURES_BESIDE } from '@/ui/beside.ts';
import { Button } from '@/ui/button';
import { count, someOf } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { saveFile } from '@/ui/save-file.ts';
import { runProgress, stopRun } from '@/workers/engine-client.ts';
import { variantsZip } from '../variants-zip.ts';
import { BaselineChoice } from './baseline-choice.tsx';
import { FirstCondition } from './first-condition.tsx';
import { KeepSheetRun } from './keep-button.tsx';
import type { LiveRun } from './use-live-run.ts';

// The charts are always wanted, the others when their tab is opened.
const RunCharts = late('The charts', () => import('./charts.tsx').then((m) => m.RunCharts), {
  ahead: true,
  meanwhile: <div className="min-w-0 flex-1" />,
});
const YearsChart = late('The years', () => import('./years-chart.tsx').then((m) => m.YearsChart));
const AlonePanel = late('Each alone', () => import('../alone/alone-panel.tsx').then((m) => m.AlonePanel));
const SidesSection = late('Longs and shorts', () =>
  import('@/parts/figures/sides-section.tsx').then((m) => m.SidesSection),
);
const LogbookPanel = late('The logbook', () =>
  import('@/parts/logbook/logbook-panel.tsx').then((m) => m.LogbookPanel),
);

const TABS = ['trades', 'years', 'sides', 'alone', 'logbook'] as const;
/** Opening another is a step that Back takes back. */
const TAB = parseAsStringLiteral(TABS).withDefault('trades').withOptions({ history: 'push' });

const NO_ENTRIES: readonly LogEntry[] = [];

/** What holding the one instrument of a sheet has, beside the benchmark. */
function heldBeside({ held }: ShownRun, benchmark: string) {
  if (!held || held.symbol === benchmark) return undefined;
  return [{ name: `${held.symbol} held`, figures: held.figures }];
}

interface ResultProps {
  readonly live: LiveRun;
  readonly sheet: Sheet;
  readonly again: () => void;
  readonly onShelf: () => void;
  readonly onOpenTrade: (trade: Trade, shown: readonly Trade[]) => void;
  readonly onAlone: (symbol: string) => void;
}

/** The live result: figures, land and water, years, trades. Greyed while it shows an earlier state of the sheet. */
export function Result({ live, sheet, again, onShelf, onOpenTrade, onAlone }: ResultProps) {
  const name = textOf(sheet.draft, 'name');
  const [tab, setTab] = useQueryState('tab', TAB);
  const { run, asked, status } = live;
  const benchmark = asked?.request.benchmark ?? '';
  const universes = useUniverses();
  const universeName = (id: string): string =>
    nameOfUniverse(id, universes?.find((universe) => universe.id === id)?.name);
  const logbook = useLogbook(sheet.id);
  const entries = logbook ?? NO_ENTRIES;
  const key = runKey(sheet.draft);
  const [baseline, setBaseline] = useBaseline(sheet.id, entries, holdoutFrom(sheet));
  // The sheet as it stands is no baseline of itself.
  const ghost = baseline && baseline.entry.key !== key ? baseline.curve : live.ghost;
  const ghostName = baseline && ghost === baseline.curve ? baselineName(baseline) : 'Before the last edit';
  const capital = asked?.request.strategy.account.capital ?? 0;
  const opened = isOpened(sheet);
  const veil = textOf(sheet.draft, 'veil').trim();
  useRecorder(
    // The logbook compares variants over the same days: what is seen of the out-of-sample part stays out of it.
    status === 'done' && run && !opened
      ? {
          of: sheet.id,
          key,
          draft: sheet.draft,
          run,
          benchmark,
          name: runName,
        }
      : undefined,
    (before, after) => changesBetween(before, after, universeName),
  );

  const stale = status !== 'done' && status !== 'running';
  // The curve is drawn first; the table of trades and what to doubt may come a frame later.
  const { run: settled, asked: settledAsked } = useDeferredValue(live);
  const settledRequest = settledAsked?.request;
  const universe = settledAsked?.universe ?? '';
  const trades = useMemo(() => (settled ? [...settled.trades, ...settled.openTrades] : []), [settled]);
  const wrong = useDoubtful(settled);
  const doubtful = useMemo(() => new Set(wrong.map(({ symbol }) => symbol)), [wrong]);
  return (
    <section
      aria-label="Result"
      tabIndex={-1}
      className="flex h-full min-h-0 flex-col px-3 pb-2"
      data-status={status}
    >
      <div className="flex shrink-0 items-center gap-3">
        {isBlank(sheet.draft) ? (
          <p className="h-8 flex-1 pt-1.5 text-soft">No condition yet.</p>
        ) : (
          <Status live={live} again={again} />
        )}
        {run && (
          <Button
            onClick={() =>
              saveFile(`${name || 'strategy'} figures.json`, 'application/json', summaryJson(run))
            }
          >
            <Download size={14} aria-hidden /> Figures
          </Button>
        )}
        <BaselineChoice
          baseline={baseline}
          canSet={entries.some((entry) => entry.key === key) && baseline?.entry.key !== key}
          onSet={() => setBaseline(key)}
          onClear={() => setBaseline(undefined)}
        />
        <KeepSheetRun sheet={sheet} live={live} logbook={logbook} />
      </div>
      {isBlank(sheet.draft) && !run && <FirstCondition onShelf={onShelf} />}
      {veil !== '' && (
        <Holdout from={veil} isOpen={opened} openings={sheet.openings?.length ?? 0} onOpen={openHoldout} />
      )}
      {settled && settledRequest && (
        <Cautions
          run={settled}
          strategy={settledRequest.strategy}
          universe={universe}
          tries={entries.length}
          doubtful={doubtful}
        />
      )}
      {run && (
        <Group orientation="vertical" className={clsx('min-h-0 flex-1', stale && 'opacity-45 grayscale')}>
          <Panel defaultSize="60%" minSize="20%" className={CHARTS_AND_FIGURES}>
            <RunCharts
              name={name || 'strategy'}
              run={run}
              benchmark={benchmark}
              ghost={ghost}
              ghostName={ghostName}
              capital={capital}
            />
            <div className={FIGURES_BESIDE}>
              {run.halves && <Halves halves={run.halves} benchmark={benchmark} />}
              <FiguresTable
                figures={run.figures}
                benchmark={benchmark}
                barsPerYear={barsPerYear(asked?.request.strategy.bars ?? 'day')}
                capital={capital}
                before={ghost}
                {...(heldBeside(run, benchmark) && { others: heldBeside(run, benchmark) })}
              />
              {run.missing.length > 0 && (
                <p className="mt-2 text-soft">Left out, without bars: {someOf(run.missing)}.</p>
              )}
              <TradedFindings wrong={wrong} />
            </div>
          </Panel>
          <Separator aria-label="Height of the details" className="h-1 bg-hairline hover:bg-accent" />
          <Panel minSize="15%" className="flex min-h-0 flex-col">
            <Tabs.Root
              value={tab === 'sides' && !run.sides ? 'trades' : tab}
              onValueChange={(next) => void setTab(next as (typeof TABS)[number])}
              className="flex min-h-0 flex-1 flex-col"
            >
              <Tabs.List aria-label="Details" className="flex gap-4 border-b border-hairline">
                {[
                  ['trades', 'Trades'],
                  ['years', 'Years'],
                  ...(run.sides ? [['sides', 'Longs and shorts'] as const] : []),
                  ['alone', 'Each alone'],
                  ['logbook', `Logbook (${entries.length})`],
                ].map(([value, label]) => (
                  <Tabs.Trigger
                    key={value}
                    value={value ?? ''}
                    className="border-b-2 border-transparent px-1 py-1 text-soft data-[state=active]:border-accent data-[state=active]:text-ink"
                  >
                    {label}
                  </Tabs.Trigger>
                ))}
              </Tabs.List>
              <Tabs.Content value="trades" className="min-h-0 flex-1">
                {/* Until the table has the run's trades it has nothing to say of them. */}
                {settled && (
                  <TradesTable trades={trades} name={name} outcomes={settled.outcomes} onOpen={onOpenTrade} />
                )}
              </Tabs.Content>
              <Tabs.Content value="years" className="min-h-0 flex-1 pt-1">
                <YearsChart run={run} benchmark={benchmark} />
              </Tabs.Content>
              <Tabs.Content value="sides" className="min-h-0 flex-1 overflow-auto pt-1">
                {run.sides && <SidesSection run={run} sides={run.sides} benchmark={benchmark} />}
              </Tabs.Content>
              <Tabs.Content value="alone" className="min-h-0 flex-1">
                <AlonePanel key={sheet.id} sheet={sheet} run={run} onOpen={onAlone} />
              </Tabs.Content>
              <Tabs.Content value="logbook" className="min-h-0 flex-1">
                <LogbookPanel
                  key={sheet.id}
                  name={name}
                  entries={entries}
                  shut={holdoutFrom(sheet)}
                  current={key}
                  compared={baseline?.entry.key}
                  onCompare={({ key: other }) => setBaseline(other)}
                  onBringBack={({ draft }) => bringBack(draft)}
                  settings={(drafts) => variantSettings(drafts, universeName)}
                  files={{ words: 'Strategy files', zip: variantsZip }}
                />
              </Tabs.Content>
            </Tabs.Root>
          </Panel>
        </Group>
      )}
    </section>
  );
}

/** What the result is, in a line. */
function Status({ live, again }: { live: LiveRun; again: () => void }) {
  return (
    <LiveStatus
      live={live}
      label="Run"
      progress={runProgress}
      stop={stopRun}
      again={again}
      words={{
        running: (progress) => `Running, ${Math.round(progress * 100)}% of the days`,
        done: live.run ? span(live.run) : '',
        stopped: 'The result is of an earlier state of the sheet.',
        faulty: (faults) =>
          `${faults === 1 ? 'One field has' : `${faults} fields have`} a fault, marked on the sheet.`,
      }}
    />
  );
}

/** What was run, in a line. */
function span({ marks, trades }: NonNullable<LiveRun['run']>): string {
  const years = (at(marks.day, marks.day.length - 1) - at(marks.day, 0)) / 365.25;
  return `In step with the sheet: ${years.toFixed(1)} years, ${count(trades.length, 'closed trade')}.`;
}
