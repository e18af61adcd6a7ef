'use client';

import { at, barsPerYear, isoFromDay, unitOfBlend } from '@plateau/core';
import { blendEquityCsv, blendSummaryJson, writeBlendFile } from '@plateau/files';
import { clsx } from 'clsx';
import { Download } from 'lucide-react';
import { parseAsStringLiteral, useQueryState } from 'nuqs';
import { Tabs } from 'radix-ui';
import { type ReactNode, useDeferredValue, useMemo } from 'react';
import { blendChanges, blendVariantSettings } from '@/model/blend/changes.ts';
import { blendText } from '@/model/blend/fields.ts';
import { pinnedDraft } from '@/model/blend/read.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { BlendCautions } from '@/parts/blend/blend-cautions.tsx';
import { FiguresTable } from '@/parts/figures/figures-table.tsx';
import { Halves, Holdout } from '@/parts/figures/holdout.tsx';
import { LiveStatus } from '@/parts/live/live-status.tsx';
import { useRecorder } from '@/parts/logbook/use-recorder.ts';
import { TradesTable } from '@/parts/trades/trades-table.tsx';
import { openBlendHoldout } from '@/store/blends/actions.ts';
import { useLogbook } from '@/store/logbook.ts';
import { CHARTS_AND_FIGURES, FIGURES_BESIDE } from '@/ui/beside.ts';
import { Button } from '@/ui/button';
import { useSpanInAddress } from '@/ui/chart/use-span-in-address.ts';
import { count, percent, someOf } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { Menu } from '@/ui/menu.tsx';
import { saveFile } from '@/ui/save-file.ts';
import { mixProgress, stopMix } from '@/workers/blend-client.ts';
import type { BlendReading } from '../use-blend-read.ts';
import { KeepBlend } from './keep-button.tsx';
import { capitalOf, type LiveBlend } from './use-live-blend.ts';
import { blendVariantsZip, bringBackVariant } from './variants.ts';

const BlendCharts = late(
  'The charts',
  () => import('@/parts/blend/blend-charts.tsx').then((m) => m.BlendCharts),
  {
    ahead: true,
    meanwhile: <div className="min-w-0 flex-1" />,
  },
);
const FiguresColumns = late('The figures', () =>
  import('@/parts/blend/figures-columns.tsx').then((m) => m.FiguresColumns),
);
const WithoutEach = late('Without each', () =>
  import('@/parts/blend/figures-columns.tsx').then((m) => m.WithoutEach),
);
const Alike = late('Alike', () => import('@/parts/blend/figures-columns.tsx').then((m) => m.Alike));
const Contributions = late('The contributions', () =>
  import('@/parts/blend/contributions.tsx').then((m) => m.Contributions),
);
const AtWork = late('Capital at work', () => import('@/parts/blend/at-work.tsx').then((m) => m.AtWork));
const Refusals = late('The refusals', () => import('@/parts/blend/refusals.tsx').then((m) => m.Refusals));
const PartOrders = late('The next orders', () =>
  import('@/parts/blend/part-orders.tsx').then((m) => m.PartOrders),
);
const LogbookPanel = late('The logbook', () =>
  import('@/parts/logbook/logbook-panel.tsx').then((m) => m.LogbookPanel),
);

const TABS = ['figures', 'alike', 'years', 'work', 'refusals', 'trades', 'orders', 'logbook'] as const;
/** Opening another is a step that Back takes back. */
const TAB = parseAsStringLiteral(TABS).withDefault('figures').withOptions({ history: 'push' });

interface ResultProps {
  readonly live: LiveBlend;
  readonly blend: Sheet;
  readonly reading: BlendReading;
  readonly lit: number | undefined;
  readonly onLit: (part: number | undefined) => void;
  readonly again: () => void;
}

/** The blend's live result: land and water with its parts, figures, and what the parts did. Greyed while it is of an earlier state. */
export function Result({ live, blend, reading, lit, onLit, again }: ResultProps) {
  const name = blendText(blend.draft, 'name');
  const [tab, setTab] = useQueryState('tab', TAB);
  const [span, setSpan] = useSpanInAddress();
  const logbook = useLogbook(blend.id);
  const entries = logbook ?? [];
  const { run, asked, ghost, status } = live;
  const { read, key, veil, isOpen } = reading;
  const benchmark = asked?.benchmark ?? '';
  const inStep = status === 'done' && run !== undefined && read.ok;
  useRecorder(
    // The logbook compares variants over the same days: what is seen of the out-of-sample part stays out of it.
    inStep && key !== undefined && !isOpen && run
      ? { of: blend.id, key, draft: pinnedDraft(blend.draft, read), run, benchmark }
      : undefined,
    blendChanges,
  );
  // The curve and its figures are drawn first; what the parts did may come a frame later.
  const told = useDeferredValue(run) ?? run;
  const stale = status !== 'done' && status !== 'running';
  const yearly = barsPerYear(asked ? unitOfBlend(asked.blend) : 'day');
  return (
    <section
      aria-label="Result"
      className="flex h-full min-h-0 flex-col px-3 pb-2"
      data-status={status}
      data-whole={status === 'done' && run?.beside !== undefined}
    >
      <div className="flex shrink-0 items-center gap-3">
        <Status live={live} again={again} />
        {run && asked && (
          <Menu
            trigger={
              <Button>
                <Download size={14} aria-hidden /> Take out
              </Button>
            }
            items={[
              ['Equity as CSV', () => saveFile('equity.csv', 'text/csv', blendEquityCsv(run))],
              ...(run.beside
                ? ([
                    [
                      'Figures as JSON',
                      () => {
                        const { beside } = run;
                        if (beside)
                          saveFile(
                            `${name} figures.json`,
                            'application/json',
                            blendSummaryJson({ ...run, beside }),
                          );
                      },
                    ],
                  ] as const)
                : []),
              [
                'Blend as JSON',
                () => saveFile(`${name || 'blend'}.json`, 'application/json', writeBlendFile(asked.blend)),
              ],
            ]}
          />
        )}
        <KeepBlend blend={blend} live={live} logbook={logbook} />
      </div>
      {veil !== undefined && key !== undefined && (
        <Holdout
          from={isoFromDay(veil)}
          isOpen={isOpen}
          openings={blend.openings?.length ?? 0}
          onOpen={() => openBlendHoldout(key)}
        />
      )}
      {told && asked && <BlendCautions run={told} asked={asked} tries={entries.length} />}
      {run && told && (
        <div className={clsx('flex min-h-0 flex-1 flex-col', stale && 'opacity-45 grayscale')}>
          <div className={clsx('flex-[3]', CHARTS_AND_FIGURES)}>
            <BlendCharts
              name={name || 'blend'}
              run={run}
              benchmark={benchmark}
              ghost={ghost}
              days={span}
              onSpan={setSpan}
              lit={lit}
              onLit={onLit}
            />
            <div className={FIGURES_BESIDE} tabIndex={0} role="region" aria-label="Figures">
              {run.halves && <Halves halves={run.halves} benchmark={benchmark} />}
              <FiguresTable
                figures={run.figures}
                benchmark={benchmark}
                barsPerYear={yearly}
                whose="Blend"
                capital={asked ? capitalOf(asked) : Number.NaN}
                before={ghost}
              />
              {run.form === 'apart' && (
                <p className="mt-2 text-soft">
                  An approximation: moving money between buckets trades nothing but its cost.
                  {run.moveCosts > 0 &&
                    ` It was moved on ${count(
                      run.reviewed.reduce((a, b) => a + b, 0),
                      'day',
                    )}.`}
                </p>
              )}
              {run.missing.length > 0 && (
                <p className="mt-2 text-soft">Left out, without bars: {someOf(run.missing)}.</p>
              )}
            </div>
          </div>
          <Tabs.Root
            value={tab}
            onValueChange={(next) => void setTab(next as (typeof TABS)[number])}
            className="flex min-h-0 flex-[2] flex-col border-t border-hairline"
          >
            <Tabs.List aria-label="Details" className="flex flex-wrap gap-x-4 border-b border-hairline">
              {(
                [
                  ['figures', 'Parts'],
                  ['alike', 'Alike'],
                  ['years', 'Earned'],
                  ['work', 'At work'],
                  ['refusals', 'Candidates'],
                  ['trades', 'Trades'],
                  ['orders', 'Next orders'],
                  ['logbook', `Logbook (${entries.length})`],
                ] as const
              ).map(([value, label]) => (
                <Tabs.Trigger
                  key={value}
                  value={value}
                  className="border-b-2 border-transparent px-1 py-1 text-soft data-[state=active]:border-accent data-[state=active]:text-ink"
                >
                  {label}
                </Tabs.Trigger>
              ))}
            </Tabs.List>
            <Tab value="figures">
              <div className="grid gap-4 pt-1">
                <FiguresColumns run={told} benchmark={benchmark} barsPerYear={yearly} />
                {told.parts.length > 1 && <WithoutEach run={told} />}
              </div>
            </Tab>
            <Tab value="alike">
              <Alike run={told} benchmark={benchmark} />
            </Tab>
            <Tab value="years">
              <Contributions run={told} />
            </Tab>
            <Tab value="work">
              <AtWork run={told} />
            </Tab>
            <Tab value="refusals">
              <Refusals run={told} />
            </Tab>
            <Tabs.Content value="trades" className="min-h-0 flex-1">
              <Trades run={told} name={name} />
            </Tabs.Content>
            <Tab value="orders">
              <PartOrders run={told} name={name} />
            </Tab>
            <Tabs.Content value="logbook" className="min-h-0 flex-1">
              <LogbookPanel
                key={blend.id}
                name={name}
                entries={entries}
                shut={veil === undefined || isOpen ? Infinity : veil}
                current={key}
                onBringBack={({ draft }) => bringBackVariant(draft)}
                settings={blendVariantSettings}
                files={{ words: 'Blend files', zip: blendVariantsZip }}
              />
            </Tabs.Content>
          </Tabs.Root>
        </div>
      )}
    </section>
  );
}

function Tab({ value, children }: { value: (typeof TABS)[number]; children: ReactNode }) {
  return (
    <Tabs.Content value={value} className="min-h-0 flex-1 overflow-auto pt-1">
      {children}
    </Tabs.Content>
  );
}

/** The pooled trades, each with the name of its part. */
function Trades({ run, name }: { run: NonNullable<LiveBlend['run']>; name: string }) {
  const { trades, openTrades, parts } = useDeferredValue(run);
  const all = useMemo(() => [...trades, ...openTrades], [trades, openTrades]);
  const names = useMemo(() => parts.map((part) => part.name), [parts]);
  return <TradesTable trades={all} name={name} parts={names} />;
}

/** What the result is, in a line. */
function Status({ live, again }: { live: LiveBlend; again: () => void }) {
  const { status, run } = live;
  const isWaiting = status === 'done' && run?.beside === undefined;
  return (
    <LiveStatus
      live={live}
      isWaiting={isWaiting}
      label="Mix"
      progress={mixProgress}
      stop={stopMix}
      again={again}
      words={{
        running: (progress) =>
          `${isWaiting ? 'Running the parts alone' : 'Running'}, ${percent(progress, 0)}`,
        done: run ? words(run) : '',
        stopped: run ? stoppedWords(run) : '',
        faulty: (faults) =>
          `${faults === 1 ? 'One thing has' : `${faults} things have`} a fault, marked on the left.`,
      }}
    />
  );
}

function stoppedWords({ beside }: NonNullable<LiveBlend['run']>): string {
  return beside
    ? 'The result is of an earlier state of the blend.'
    : 'The blend is there; its parts have not all run alone.';
}

/** What was run, in a line. */
function words({ marks, trades, parts }: NonNullable<LiveBlend['run']>): string {
  const years = (at(marks.day, marks.day.length - 1) - at(marks.day, 0)) / 365.25;
  return `In step with the blend: ${count(parts.length, 'part')}, ${years.toFixed(1)} years, ${count(trades.length, 'closed trade')}.`;
}
