'use client';

import { baseRun, type Repetition, type ShakeStudy } from '@plateau/core';
import { useMemo } from 'react';
import { NUDGE_WORDS } from '@/model/studies/nudge-words.ts';
import { ShortReport } from '@/parts/report/short-report.tsx';
import { CurveChart, held } from '@/parts/studies/curve-chart.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { askOfStudy } from '@/workers/study-client.ts';
import { FiguresBeside } from '../frame/figures-beside.tsx';

interface ShakenRunProps {
  readonly study: ShakeStudy;
  readonly repetition: Repetition;
  readonly name: string;
}

/** One repetition as a run: its curve beside the benchmark's and the sheet's own, its figures, its trades. */
export function ShakenRun({ study, repetition: { nudge, repetition }, name }: ShakenRunProps) {
  const { value, fault, waiting } = useAnswer(async () => {
    const base = baseRun(study);
    const [shaken, own] = await Promise.all([
      askOfStudy(study, 'shakeReport', { ...base, nudge, repetition, seed: study.seed }),
      askOfStudy(study, 'run', base),
    ]);
    if (shaken.kind !== 'done') throw new Error('it could not run');
    return { run: shaken.run, report: shaken.report, own: own.kind === 'done' ? own.run : undefined };
  }, [study, nudge, repetition]);
  const curves = useMemo(() => {
    if (!value) return [];
    const { run, own } = value;
    const mine =
      own && own.marks.day.length === run.marks.day.length
        ? [{ name: 'As it is', equity: own.marks.equity, stroke: 'var(--ghost)', strokeDasharray: '1.5 2.5' }]
        : [];
    return [
      held(study.benchmark, run.benchmark),
      ...mine,
      { name: 'Nudged', equity: run.marks.equity, stroke: 'var(--ridge)', strokeWidth: 1.8 },
    ];
  }, [value, study.benchmark]);
  return (
    <section aria-label={`Repetition ${name}`} className="border-t border-hairline pt-2">
      <h2 className="font-serif text-lg">
        {name}: {NUDGE_WORDS[nudge][1]}
      </h2>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {waiting && !value && <p className="text-soft">It is run again …</p>}
      {value && (
        <>
          <div className="flex flex-wrap gap-6">
            <div className="min-w-96 flex-1">
              <CurveChart
                name="Curve of the repetition"
                days={value.run.marks.day}
                curves={curves}
                className="h-52"
              />
            </div>
            <FiguresBeside
              label="Figures of the repetition"
              columns={[
                ['Nudged', value.run.figures],
                ['As it is', value.own?.figures],
              ]}
              benchmark={study.benchmark}
            />
          </div>
          <div className="mt-2">
            <ShortReport name={name} run={value.run} report={value.report} benchmark={study.benchmark} />
          </div>
        </>
      )}
    </section>
  );
}
