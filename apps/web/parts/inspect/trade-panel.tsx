'use client';

import { entrySession, type FigurePart, isoFromDay, type Trade, type TradeStory } from '@plateau/core';
import { ChevronLeft, ChevronRight, Dices } from 'lucide-react';
import { type ReactNode, type RefObject, useMemo, useRef, useState } from 'react';
import { TestOnButton } from '@/parts/test-on-button.tsx';
import { EXIT_BY } from '@/parts/trades/exit-words.ts';
import { EntryDay, ExitDay, entryText } from '@/parts/trades/fill-day.tsx';
import { VERDICTS } from '@/parts/trades/verdicts.ts';
import { Button, IconButton } from '@/ui/button';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import { Fold } from '@/ui/fold.tsx';
import { count, money, percent, price, ratio, written } from '@/ui/format.ts';
import { Link } from '@/ui/link.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { type Asked, askStory } from '@/workers/run-client.ts';
import { Candidates } from './candidates.tsx';
import { Conditions, ruleName } from './conditions.tsx';
import { InstrumentChart } from './instrument-chart.tsx';
import type { AccountCurve } from './instrument-rows.ts';
import { Panel } from './panel.tsx';
import { StoryChart } from './story-chart.tsx';

interface TradePanelProps {
  /** the run it is a trade of; of a blend, the run of that part. The same function as long as it is the same run */
  readonly asked: (part: number) => Asked;
  readonly trade: Trade;
  /** the trades in the order in which next and previous step through them */
  readonly list: readonly Trade[];
  /** all trades of the run, and its account's curve */
  readonly every: readonly Trade[];
  readonly account: AccountCurve;
  readonly onOpen: (trade: Trade) => void;
  readonly onDay: (day: number) => void;
  readonly back: string;
  readonly onBack: () => void;
}

/** One trade on its chart, with the reasons for its entry, its size and its end. */
export function TradePanel(props: TradePanelProps) {
  const { asked, trade, list, every, account, onOpen, onDay, back, onBack } = props;
  const chart = useRef<HTMLDivElement>(null);
  const { part, symbol, side, entryDay } = trade;
  const [view, setView] = useState<'one' | 'all'>('one');
  const its = useMemo(() => every.filter((one) => one.symbol === symbol), [every, symbol]);
  const {
    value,
    latest,
    fault: failed,
  } = useAnswer(
    async () => ({ part, story: await askStory(asked(part), { symbol, side, entryDay }) }),
    [asked, part, symbol, side, entryDay],
  );
  const fault = failed ?? (value && !value.story ? 'There is no such trade in this run.' : undefined);

  const place = list.indexOf(trade);
  const step = (by: number): void => {
    const next = list[place + by];
    if (next) onOpen(next);
  };
  const first = (before: (a: Trade, b: Trade) => boolean): void => {
    if (list.length > 0) onOpen(list.reduce((a, b) => (before(b, a) ? b : a)));
  };
  const anyOther = (): void => {
    const others = list.filter((other) => other !== trade);
    const other = others[Math.floor(Math.random() * others.length)];
    if (other) onOpen(other);
  };
  const jumps: readonly Jump[] = [
    ['Best', 'b', () => first((a, b) => a.return > b.return)],
    ['Worst', 'w', () => first((a, b) => a.return < b.return)],
    ['Longest', 'l', () => first((a, b) => a.barsHeld > b.barsHeld)],
  ];
  // While the run is another, what stands is still of this trade.
  const story = latest?.part === part ? latest.story : undefined;
  const current =
    story?.trade.symbol === symbol && story.trade.entryDay === entryDay && story.trade.side === side
      ? story
      : undefined;
  return (
    <Panel
      label={`Trade in ${symbol}`}
      title={`${symbol} ${side}`}
      back={back}
      onBack={onBack}
      keys={{
        ArrowLeft: () => step(-1),
        ArrowRight: () => step(1),
        r: anyOther,
        ...Object.fromEntries(jumps.map(([, key, act]) => [key, act])),
      }}
      tools={
        <Tools
          trade={trade}
          place={place}
          count={list.length}
          jumps={jumps}
          onStep={step}
          onAny={anyOther}
          chart={chart}
        />
      }
    >
      {fault && (
        <p role="alert" className="p-4 text-loss">
          {fault}
        </p>
      )}
      <div
        className="flex min-h-0 flex-1 max-[999px]:flex-col max-[999px]:overflow-auto"
        data-testid="trade"
        data-ready={current !== undefined}
      >
        <div
          ref={chart}
          className="flex min-w-0 flex-1 flex-col gap-1 px-4 py-2 max-[999px]:min-h-[30rem] max-[999px]:flex-none"
        >
          <Summary trade={trade} onDay={onDay} />
          <Toggle
            label="What the chart shows"
            value={view}
            choices={[
              ['one', 'this trade'],
              ['all', `all in ${symbol} (${its.length})`],
            ]}
            onChange={setView}
            className="self-start"
          />
          {view === 'all' ? (
            <InstrumentChart
              symbol={symbol}
              trades={its}
              account={account}
              onOpen={(one) => {
                setView('one');
                onOpen(one);
              }}
            />
          ) : (
            current && <StoryChart story={current} />
          )}
        </div>
        <aside
          aria-label="Why"
          tabIndex={0}
          className="w-[27rem] shrink-0 overflow-auto border-l border-hairline px-4 py-2 max-[999px]:w-full max-[999px]:border-l-0"
        >
          {current && <Why story={current} />}
        </aside>
      </div>
    </Panel>
  );
}

/** What it leads to, its key, how to get there. */
type Jump = readonly [name: string, key: string, go: () => void];

interface ToolsProps {
  readonly trade: Trade;
  /** its place in the list; -1 where it is not in it */
  readonly place: number;
  readonly count: number;
  readonly jumps: readonly Jump[];
  readonly onStep: (by: number) => void;
  readonly onAny: () => void;
  readonly chart: RefObject<HTMLDivElement | null>;
}

/** The ways to other trades, and out. */
function Tools({ trade, place, count: all, jumps, onStep, onAny, chart }: ToolsProps) {
  const { symbol } = trade;
  return (
    <>
      <p className="text-soft">
        {count(place + 1)} of {count(all)}
      </p>
      <div className="flex">
        <IconButton
          label="Trade before (←)"
          icon={ChevronLeft}
          disabled={place <= 0}
          onClick={() => onStep(-1)}
        />
        <IconButton
          label="Trade after (→)"
          icon={ChevronRight}
          disabled={place < 0 || place >= all - 1}
          onClick={() => onStep(1)}
        />
      </div>
      {jumps.map(([name, key, act]) => (
        <Button key={key} onClick={act} title={`key ${key}`}>
          {name}
        </Button>
      ))}
      <Button onClick={onAny} title="key r">
        <Dices size={14} aria-hidden /> At random
      </Button>
      <ChartOut
        name={`${symbol} ${entryText(trade)}`}
        charts={chart}
        label="The trade’s chart as a picture"
      />
      <span className="ml-auto">
        <TestOnButton symbol={symbol} />
      </span>
      <Link
        className="text-accent underline"
        href={`/market?symbol=${encodeURIComponent(symbol)}&day=${isoFromDay(entrySession(trade).day)}`}
      >
        In the Market
      </Link>
    </>
  );
}

function Summary({ trade, onDay }: { trade: Trade; onDay: (day: number) => void }) {
  const { shares, entryDay, entryPrice, exitDay, exitPrice, profit } = trade;
  const day = (bar: number, session: ReactNode) => (
    <button type="button" className="text-accent underline" onClick={() => onDay(bar)}>
      {session}
    </button>
  );
  return (
    <p>
      {written(shares, 'shares')} shares in at {price(entryPrice)} on {day(entryDay, <EntryDay of={trade} />)}
      ,{' '}
      {exitDay === undefined ? (
        'still held'
      ) : (
        <>
          out at {price(exitPrice ?? Number.NaN)} on {day(exitDay, <ExitDay of={trade} />)}
        </>
      )}
      :{' '}
      <strong className={profit < 0 ? 'text-loss' : 'text-gain'}>
        {money(profit)}, {percent(trade.return)}
      </strong>
      {trade.r !== undefined && `, ${ratio(trade.r)} R`} in {count(trade.barsHeld, 'bar')}; at worst{' '}
      {percent(trade.mae)}, at best {percent(trade.mfe)}; costs {price(trade.commission + trade.carry)}.
    </p>
  );
}

function Why({ story }: { story: TradeStory }) {
  const { trade, why, place, of, size, exitParts, exitConditions } = story;
  const outcome = why.candidates.find(({ symbol }) => symbol === trade.symbol)?.outcome;
  const enter = why.rules.filter(({ path }) => path === `${trade.side}.enter`);
  return (
    <div className="grid gap-4">
      <section aria-label="Entry">
        <h3 className="font-serif text-lg">Decided {isoFromDay(trade.decisionDay)}</h3>
        {place > 0 && (
          <p>
            {count(place)} of {count(of)} {of === 1 ? 'candidate' : 'candidates'} by rank
            {outcome && `, ${VERDICTS[outcome]}`}.
          </p>
        )}
        {enter.map(({ path, conditions }) => (
          <Conditions key={path} name={ruleName(path)} rows={conditions} />
        ))}
      </section>
      <section aria-label="Size">
        <h3 className="font-serif text-lg">Size</h3>
        <Parts label="Size step by step" parts={size} />
      </section>
      <section aria-label="Exit">
        <h3 className="font-serif text-lg">
          {trade.exitReason ? `Exit by ${EXIT_BY[trade.exitReason]}` : 'Still held'}
        </h3>
        {exitConditions.length > 0 && <Conditions name="Exit when" rows={exitConditions} />}
        <Parts label="Numbers of the exit" parts={exitParts} />
      </section>
      {of > 1 && (
        <Fold title="All candidates of the day">
          <Candidates rows={why.candidates} marked={trade.symbol} />
        </Fold>
      )}
    </div>
  );
}

function Parts({ label, parts }: { label: string; parts: readonly FigurePart[] }) {
  if (parts.length === 0) return null;
  return (
    <table aria-label={label} className="w-full">
      <tbody>
        {parts.map(({ name, value, kind }) => (
          <tr key={name} className="border-b border-hairline">
            <th scope="row" className="text-left font-normal">
              {name}
            </th>
            <td className="text-right">{written(value, kind)}</td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
