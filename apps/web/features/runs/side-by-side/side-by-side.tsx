'use client';

import { at, headlineFigures, isoFromDay } from '@plateau/core';
import { useEffect, useState } from 'react';
import { isBlendRun, type KeptRun } from '@/model/rows.ts';
import { benchmarkOf, blendAskedOf, capitalOf } from '@/model/runs/kept.ts';
import { StrokeKey } from '@/ui/chart/time-axis.tsx';
import { ours, theirs } from '@/ui/figures.ts';
import { count, money } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { blendReportInWorker } from '@/workers/blend-client.ts';
import { reportInWorker } from '@/workers/run-client.ts';
import { Calendars } from './calendars.tsx';
import { Curves } from './curves.tsx';
import { Pairs } from './pairs.tsx';
import { Settings } from './settings.tsx';
import { HELD, type Shown, STROKES } from './shown.ts';
import { TradesApart } from './trades-apart.tsx';

/** What keeps their figures from being held against each other as they stand. */
function Unlike({ shown }: { shown: readonly Shown[] }) {
  const spans = new Set(
    shown.map(
      ({ run: { marks } }) =>
        `${isoFromDay(at(marks.day, 0))} to ${isoFromDay(at(marks.day, marks.day.length - 1))}`,
    ),
  );
  const capitals = new Set(shown.map(({ kept }) => capitalOf(kept)));
  if (spans.size < 2 && capitals.size < 2) return null;
  return (
    <p className="text-loss" role="note">
      {spans.size > 1 &&
        `They ran over different days (${[...spans].join('; ')}), and each figure is of its own. `}
      {capitals.size > 1 &&
        `They began with different capital (${[...capitals].map(money).join(', ')}): sums of money are not alike.`}
    </p>
  );
}

/** Two to six kept runs: curves on one scale, figures, settings with their differences, and how alike they are. */
export function SideBySide({ kept }: { kept: readonly KeptRun[] }) {
  const [shown, setShown] = useState<readonly Shown[]>([]);
  const [fault, setFault] = useState<string>();
  const ids = kept.map(({ id }) => id).join(' ');
  // biome-ignore lint/correctness/useExhaustiveDependencies: the runs are named by their ids
  useEffect(() => {
    let late = false;
    setShown([]);
    setFault(undefined);
    const all = async (): Promise<void> => {
      for (const one of kept) {
        const outcome = isBlendRun(one)
          ? await blendReportInWorker(blendAskedOf(one))
          : await reportInWorker({ universe: one.universe, request: one.request });
        if (late) return;
        if (outcome.kind === 'done')
          setShown((before) => [...before, { kept: one, run: outcome.run, report: outcome.report }]);
        else if (outcome.kind === 'problems')
          setFault(`“${one.name}” cannot be repeated: ${outcome.problems[0]?.message}`);
      }
    };
    all().catch((error: Error) => !late && setFault(error.message));
    return () => {
      late = true;
    };
  }, [ids]);
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
          <Unlike shown={shown} />
          <Curves shown={shown} />
          <div className="grid gap-4 py-3">
            <PlainTable
              label="Figures side by side"
              head={['', ...names, `${benchmark} held`]}
              rows={headlineFigures.map((entry) => [
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
