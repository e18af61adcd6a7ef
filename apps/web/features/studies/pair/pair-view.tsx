'use client';

import { at, Cancelled, type PairStudy, roundsOf, type ShownPair } from '@plateau/core';
import { parseAsInteger, useQueryState } from 'nuqs';
import { useMemo, useState } from 'react';
import { CurveChart, held } from '@/parts/studies/curve-chart.tsx';
import { Button } from '@/ui/button';
import { count, ratio } from '@/ui/format.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { askOfStudy, pairInWorker } from '@/workers/study-client.ts';
import { Answered } from '../frame/answered.tsx';
import { FullReport } from '../frame/full-report.tsx';
import { type OnChange, withPart } from '../setup/change.ts';
import { LegsChart } from './legs-chart.tsx';
import { PairFigures } from './pair-figures.tsx';
import { RoundsTable } from './rounds-table.tsx';
import { ScatterChart } from './scatter-chart.tsx';
import { SpreadChart } from './spread-chart.tsx';
import type { Threshold } from './thresholds.tsx';
import { nameOfR2, pairVerdict } from './verdict.ts';
import { Windows } from './windows.tsx';

interface PairViewProps {
  readonly study: PairStudy;
  readonly pair: ShownPair;
  readonly onChange: OnChange<PairStudy>;
}

type Turned = Pick<PairStudy, 'in' | 'out' | 'stop'>;
const TRAININGS = [500, 1000, 2000] as const;

/** A pair: its line, its spread with thresholds to drag, its account, its rounds, its windows of two years. */
export function PairView({ study, pair: kept, onChange }: PairViewProps) {
  // What is being dragged runs at once; the study has it when the hand lets go.
  const [turned, setTurned] = useState<Partial<Turned>>();
  const { pair, shown } = useTurned(study, kept, turned);
  const [roundAt, setRoundAt] = useQueryState('round', parseAsInteger.withOptions({ history: 'replace' }));
  const rounds = useMemo(
    () => roundsOf([...pair.run.trades, ...pair.run.openTrades], study.y),
    [pair, study.y],
  );
  const open = rounds.find(({ round }) => round === roundAt);
  const { run, bothHeld, days, trained } = pair;
  const training = { from: at(days, trained.first), to: at(days, trained.end - 1) };
  const curves = useMemo(
    () => [
      held(study.benchmark, run.benchmark),
      {
        name: `${study.y} and ${study.x} held, half and half`,
        equity: bothHeld,
        stroke: 'var(--ghost)',
        strokeDasharray: '1.5 2.5',
      },
      { name: 'The pair', equity: run.marks.equity, stroke: 'var(--ridge)', strokeWidth: 2 },
    ],
    [run, bothHeld, study],
  );
  const turn = (key: Threshold['key'], value: number, isDone: boolean): void => {
    if (!isDone) return setTurned({ ...turned, [key]: value });
    setTurned(undefined);
    if (study[key] !== value) onChange(withPart({ [key]: value }), 'The pair’s rules were changed.');
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2">
      <Answered sentences={pairVerdict(shown, pair)}>
        {pair.mostGross > MUCH && (
          <p className="text-accent">
            At its most both legs were worth {ratio(pair.mostGross)} times the account: what it could buy was
            not tested.
          </p>
        )}
      </Answered>
      <div className="flex flex-wrap gap-6">
        <ScatterChart study={study} pair={pair} />
        <PairFigures study={study} pair={pair} />
      </div>
      <section aria-label="Spread">
        <div className="flex flex-wrap items-center gap-2">
          <h2 className="font-serif text-lg">Spread</h2>
          <span className="text-soft">in deviations from its mean; drag the lines. Training is lit.</span>
          <span className="ml-auto flex items-center gap-1.5 text-soft">
            Training:
            {TRAININGS.filter((bars) => bars < days.length).map((bars) => (
              <Button
                key={bars}
                aria-pressed={'bars' in study.training && study.training.bars === bars}
                className="px-1.5 aria-pressed:bg-accent-paper"
                onClick={() => onChange(withPart({ training: { bars } }), 'The training days were changed.')}
              >
                first {count(bars)}
              </Button>
            ))}
            <Button
              className="px-1.5"
              onClick={() =>
                onChange(
                  withPart({ training: { bars: Math.floor(days.length / 2) } }),
                  'The training is the first half.',
                )
              }
            >
              first half
            </Button>
          </span>
        </div>
        <SpreadChart study={shown} pair={pair} rounds={rounds} open={open} onTurn={turn} />
      </section>
      <section aria-label="Account">
        <h2 className="font-serif text-lg">Account</h2>
        <CurveChart
          name="Account of the pair"
          days={run.marks.day}
          curves={curves}
          shaded={training}
          className="h-52"
        />
      </section>
      <section aria-label="Rounds of the pair">
        <h2 className="font-serif text-lg">Rounds</h2>
        <RoundsTable
          rounds={rounds}
          open={open}
          onOpen={({ round }) => void setRoundAt(round === roundAt ? null : round)}
        />
        {open && <LegsChart study={study} pair={pair} round={open} />}
      </section>
      <FullReport
        name={`${study.y} and ${study.x}`}
        benchmark={study.benchmark}
        of={kept}
        ask={() => {
          const { kind: _kind, search: _search, name: _name, notes: _notes, ...asked } = study;
          return askOfStudy(study, 'pairReport', asked);
        }}
      />
      <section aria-label="Windows of two years">
        <h2 className="font-serif text-lg">Refitted every two years</h2>
        <Windows windows={pair.windows} r2={nameOfR2(study)} />
      </section>
    </div>
  );
}

/** Both legs together over the account, above which a warning is due. */
const MUCH = 1.5;

/** The pair as its thresholds stand under the hand. */
function useTurned(study: PairStudy, kept: ShownPair, turned: Partial<Turned> | undefined) {
  const { latest } = useAnswer(
    turned
      ? async () => {
          const asked = { ...study, ...turned };
          try {
            const out = await pairInWorker(asked);
            return out.kind === 'done' ? { pair: out.pair, shown: asked, of: study } : undefined;
          } catch (error) {
            if (error instanceof Cancelled) return undefined;
            throw error;
          }
        }
      : undefined,
    [study, turned],
  );
  const live = turned && latest?.of === study ? latest : undefined;
  return { pair: live?.pair ?? kept, shown: { ...study, ...turned } };
}
