'use client';

import {
  benchmarkFigureOf,
  type FigureKey,
  figureEntry,
  figureOf,
  type Repetition,
  type Shake,
  type ShakeStudy,
  stripsOf,
  worstOf,
} from '@plateau/core';
import { parseAsString, useQueryState } from 'nuqs';
import { useMemo, useRef } from 'react';
import { NUDGE_WORDS } from '@/model/studies/nudge-words.ts';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import { HELD } from '@/ui/chart/land-and-water.tsx';
import { StrokeKey } from '@/ui/chart/time-axis.tsx';
import { count, percent, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { Answered } from '../frame/answered.tsx';
import { ShakenRun } from './shaken-run.tsx';
import { Strips } from './strips.tsx';
import { shakeVerdict } from './verdict.ts';

const FIGURES: readonly FigureKey[] = ['cagr', 'maxDrawdown', 'sharpe', 'mar'];
const WORST = 10;

interface ShakeViewProps {
  readonly study: ShakeStudy;
  /** undefined while it runs */
  readonly shake: Shake | undefined;
  readonly repetitions: readonly Repetition[];
}

/** A shake: what it says, every repetition as a point, and the worst as runs. */
export function ShakeView({ study, shake, repetitions }: ShakeViewProps) {
  const [open, setOpen] = useQueryState('repetition', parseAsString.withOptions({ history: 'replace' }));
  const drawing = useRef<HTMLDivElement>(null);
  const { nudges, benchmark } = study;
  const worst = useMemo(() => worstOf(repetitions, WORST), [repetitions]);
  const opened = repetitions.find((one) => nameOf(one) === open);
  const toggle = (one: Repetition): void => void setOpen(nameOf(one) === open ? null : nameOf(one));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-4 pt-2">
      {shake && <Answered sentences={shakeVerdict(shake)} />}
      <section aria-label="Repetitions" data-charts="Repetitions">
        <div className="flex flex-wrap items-center gap-x-4 text-soft">
          <StrokeKey text="as it is" stroke="var(--accent)" strokeWidth={2} />
          <StrokeKey text={`${benchmark} held`} {...HELD} />
          <span>
            A point a repetition; the tick and the number are their middle, the bar holds nine in ten.
          </span>
          <ChartOut name={`${study.name || 'shake'}, repetitions`} charts={drawing} />
        </div>
        <div ref={drawing} className="grid grid-cols-2 gap-x-6 gap-y-3">
          {FIGURES.map((key) => (
            <Strips
              key={key}
              figure={key}
              strips={stripsOf(repetitions, nudges, key)}
              own={shake && figureOf(shake.own, figureEntry(key))}
              benchmark={shake && benchmarkFigureOf(shake.own, figureEntry(key))}
              open={opened}
              onOpen={toggle}
            />
          ))}
        </div>
      </section>
      {shake && (
        <div className="flex flex-wrap gap-x-10 gap-y-3">
          <section aria-label="Better than the benchmark">
            <h2 className="font-serif text-lg">Better than {benchmark}</h2>
            <PlainTable
              label="Share of repetitions that beat the benchmark"
              head={['', 'Repetitions', `grew more than ${benchmark}`, 'what is done']}
              rows={shake.beat.map(({ nudge, n, share }) => [
                NUDGE_WORDS[nudge][0],
                count(n),
                <strong key="s">{percent(share, 0)}</strong>,
                <span key="w" className="text-soft">
                  {NUDGE_WORDS[nudge][1]}
                </span>,
              ])}
            />
          </section>
          <section aria-label="The worst">
            <h2 className="font-serif text-lg">The worst</h2>
            <PlainTable
              label="The worst repetitions"
              head={['', ...FIGURES.map((key) => figureEntry(key).name)]}
              rows={worst.map((one) => [
                <button
                  key="open"
                  type="button"
                  className="min-h-[1.85rem] font-semibold hover:text-accent"
                  aria-pressed={one === opened}
                  onClick={() => toggle(one)}
                >
                  {repetitionName(one)}
                </button>,
                ...FIGURES.map((key) =>
                  one.figures ? written(figureOf(one.figures, figureEntry(key)), figureEntry(key).kind) : '–',
                ),
              ])}
            />
          </section>
        </div>
      )}
      {opened && (
        <ShakenRun key={nameOf(opened)} study={study} repetition={opened} name={repetitionName(opened)} />
      )}
    </div>
  );
}

const nameOf = ({ nudge, repetition }: Repetition): string => `${nudge}-${repetition + 1}`;
const repetitionName = ({ nudge, repetition }: Repetition): string =>
  `${NUDGE_WORDS[nudge][0]}, ${count(repetition + 1)}`;
