'use client';

import { compareRuns, isoFromDay, reduceCurves } from '@plateau/core';
import { clsx } from 'clsx';
import { useEffect, useState } from 'react';
import { CartesianGrid, Line, LineChart, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { headlineRows } from '@/features/strategies/result/figures.tsx';
import { fields } from '@/features/strategies/sheet/fields.ts';
import { draftFrom, isShown } from '@/features/strategies/sheet/read.ts';
import { textOf } from '@/features/strategies/sheet/sheet.ts';
import type { StoredRun } from '@/store/database.ts';
import { count, money, percent, ratio } from '@/ui/format.ts';
import type { ShownRun } from '@/workers/engine.worker.ts';
import { reportInWorker } from '@/workers/engine-client.ts';
import { PlainTable } from './report/plain-table.tsx';

/** Strokes that differ by more than their colour. */
const STROKES = [
  { stroke: 'var(--ridge)' },
  { stroke: 'var(--accent)', strokeDasharray: '7 3' },
  { stroke: 'var(--waterline)', strokeDasharray: '2 2' },
  { stroke: 'var(--loss)', strokeDasharray: '9 3 2 3' },
  { stroke: 'var(--word-instrument)', strokeDasharray: '4 2' },
  { stroke: 'var(--focus)', strokeDasharray: '1 3' },
] as const;
/** The first run's benchmark. */
const HELD = { stroke: 'var(--ink-soft)', strokeDasharray: '6 3.5' } as const;
const BUCKETS = 200;

interface Shown {
  readonly kept: StoredRun;
  readonly run: ShownRun;
}

/** Two to six kept runs: curves on one scale, figures, settings with their differences, and how alike they are. */
export function SideBySide({ kept }: { kept: readonly StoredRun[] }) {
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
        const outcome = await reportInWorker(one.universe, one.request);
        if (late) return;
        if (outcome.kind === 'done') setShown((before) => [...before, { kept: one, run: outcome.run }]);
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
  const benchmark = first?.kept.request.benchmark ?? '';
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
              <li key={name} className="flex items-center gap-1.5">
                <svg aria-hidden width={28} height={6}>
                  <line x1={0} x2={28} y1={3} y2={3} strokeWidth={2} {...STROKES[k % STROKES.length]} />
                </svg>
                {name}
              </li>
            ))}
            <li className="flex items-center gap-1.5">
              <svg aria-hidden width={28} height={6}>
                <line x1={0} x2={28} y1={3} y2={3} strokeWidth={1} {...HELD} />
              </svg>
              {benchmark} held, over the days of the first
            </li>
          </ul>
          <Curves shown={shown} />
          <div className="grid gap-4 py-3">
            <PlainTable
              label="Figures side by side"
              head={['', ...names, `${benchmark} held`]}
              rows={headlineRows.map(({ label, ours, theirs }) => [
                label,
                ...shown.map(({ run }) => ours(run.figures)),
                first && theirs ? theirs(first.run.figures) : '–',
              ])}
            />
            <Pairs shown={shown} names={names} />
            <Settings shown={shown} names={names} />
          </div>
        </>
      )}
    </section>
  );
}

function Curves({ shown }: { shown: readonly Shown[] }) {
  const rows = new Map<number, Record<string, number>>();
  const add = (key: string, day: Int32Array, equity: Float64Array): void => {
    const start = equity[0] ?? 1;
    for (const t of reduceCurves([equity], 0, day.length - 1, BUCKETS)) {
      const at = day[t] ?? 0;
      rows.set(at, { ...rows.get(at), day: at, [key]: (equity[t] ?? start) / start - 1 });
    }
  };
  for (const [k, { run }] of shown.entries()) add(`r${k}`, run.marks.day, run.marks.equity);
  const [first] = shown;
  if (first) add('held', first.run.marks.day, first.run.benchmark);
  const data = [...rows.values()].sort((a, b) => (a.day ?? 0) - (b.day ?? 0));
  return (
    <div className="h-64" role="img" aria-label="Returns of the runs from their first days">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 900, height: 256 }}>
        <LineChart data={data} margin={{ top: 4, right: 8, bottom: 0, left: 0 }}>
          <CartesianGrid stroke="var(--hairline)" strokeWidth={0.6} vertical={false} />
          <XAxis
            dataKey="day"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(day: number) => isoFromDay(day).slice(0, 4)}
            tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
          />
          <YAxis
            width={52}
            tickFormatter={(value: number) => percent(value, 0)}
            tick={{ fill: 'var(--ink-soft)', fontSize: 11 }}
          />
          <Line dataKey="held" connectNulls dot={false} isAnimationActive={false} strokeWidth={1} {...HELD} />
          {shown.map(({ kept }, k) => (
            <Line
              key={kept.id}
              dataKey={`r${k}`}
              connectNulls
              dot={false}
              isAnimationActive={false}
              strokeWidth={1.4}
              {...STROKES[k % STROKES.length]}
            />
          ))}
        </LineChart>
      </ResponsiveContainer>
    </div>
  );
}

function Pairs({ shown, names }: { shown: readonly Shown[]; names: readonly string[] }) {
  const pairs = shown.flatMap((a, i) =>
    shown.slice(i + 1).map((b, j) => ({
      name: `${names[i]} and ${names[i + 1 + j]}`,
      pair: compareRuns(a.run, b.run),
    })),
  );
  if (pairs.length === 0) return null;
  return (
    <PlainTable
      label="How alike they are"
      head={[
        '',
        'Correlation by bar',
        'by month',
        'Trades of both',
        'Only the first',
        'made',
        'Only the second',
        'made',
      ]}
      rows={pairs.map(({ name, pair }) => [
        name,
        ratio(pair.byBar),
        ratio(pair.byMonth),
        count(pair.shared),
        count(pair.onlyFirst.trades),
        money(pair.onlyFirst.profit),
        count(pair.onlySecond.trades),
        money(pair.onlySecond.profit),
      ])}
    />
  );
}

/** Every setting that one of them has, those that differ first and marked. */
function Settings({ shown, names }: { shown: readonly Shown[]; names: readonly string[] }) {
  const drafts = shown.map(({ kept }) => draftFrom(kept.request.strategy));
  const outside: readonly (readonly [string, (run: StoredRun) => string])[] = [
    ['Universe', (run) => run.universeName],
    ['Benchmark', (run) => run.request.benchmark],
    ['From', ({ request: { from } }) => (from === undefined ? '' : isoFromDay(from))],
    ['To', ({ request: { to } }) => (to === undefined ? '' : isoFromDay(to))],
  ];
  const places = new Set(['universe', 'benchmark', 'from', 'to', 'veil', 'name', 'notes']);
  const rows = [
    ...outside.map(([label, of]) => ({ label, texts: shown.map(({ kept }) => of(kept)) })),
    ...fields
      .filter(({ key }) => !places.has(key))
      .map((field) => ({
        label: field.label,
        texts: drafts.map((draft) => {
          const text = isShown(field, draft) ? textOf(draft, field.key) : '';
          return field.choices?.find(([value]) => value === text)?.[1] ?? text;
        }),
      })),
  ]
    .filter(({ texts }) => texts.some((text) => text !== ''))
    .map((row) => ({ ...row, differs: new Set(row.texts).size > 1 }))
    .sort((a, b) => Number(b.differs) - Number(a.differs));
  return (
    <table aria-label="Settings side by side" className="max-w-full self-start text-left">
      <thead>
        <tr className="border-b border-hairline">
          <th scope="col" className="pr-4 font-normal text-soft">
            Settings
          </th>
          {names.map((name) => (
            <th key={name} scope="col" className="px-2 font-semibold">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(({ label, texts, differs }, r) => (
          <tr
            key={`${r} ${label}`}
            className={clsx('border-b border-hairline', differs && 'bg-accent-paper')}
          >
            <th scope="row" className="pr-4 align-top font-normal whitespace-nowrap">
              {label}
              {differs && <span className="sr-only">, differs</span>}
            </th>
            {texts.map((text, k) => (
              <td key={names[k]} className="px-2 py-0.5 whitespace-pre-line">
                {text || '–'}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
