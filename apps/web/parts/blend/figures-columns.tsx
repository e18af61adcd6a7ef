'use client';

import { at, type CurveFigures, definitionOf, figureCatalogue, type ShownBlend } from '@plateau/core';
import { memo } from 'react';
import { percent, ratio, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

const ENTRIES = figureCatalogue.filter(({ about }) => about === 'curve');

const dash = '–';

interface BlendTableProps {
  readonly run: ShownBlend;
  readonly benchmark: string;
}

/** The curve’s figures in columns: the blend, its own weights held, the benchmark, each part alone. */
export const FiguresColumns = memo(function FiguresColumns({
  run,
  benchmark,
  barsPerYear,
}: BlendTableProps & { readonly barsPerYear: number }) {
  const { figures, beside, parts } = run;
  const columns: readonly (readonly [name: string, figures: CurveFigures | undefined])[] = [
    ['Blend', figures],
    ['Its weights, held', beside?.held.figures],
    [`${benchmark} held`, figures.benchmark],
    ...parts.map(({ name }, k) => [`${name}, alone`, beside?.parts[k]?.alone] as const),
  ];
  return (
    <PlainTable
      label="Figures of the blend and its parts"
      head={['After costs', ...columns.map(([name]) => name)]}
      rows={ENTRIES.map((entry) => [
        <span key="name" title={definitionOf(entry, barsPerYear)}>
          {entry.name}
        </span>,
        ...columns.map(([, own]) => (own ? written(own[entry.key as keyof CurveFigures], entry.kind) : dash)),
      ])}
    />
  );
});

/** What the blend would be without each part: its share is spread over the rest. */
export const WithoutEach = memo(function WithoutEach({ run }: { run: ShownBlend }) {
  const { figures, beside, parts } = run;
  const change = (now: number, before: number, write: (value: number) => string): string =>
    Number.isFinite(now - before) ? `${now >= before ? '+' : '−'}${write(Math.abs(now - before))}` : dash;
  return (
    <PlainTable
      label="The blend without each part"
      head={['Without', 'CAGR', 'change', 'Maximum drawdown', 'change', 'Sharpe', 'change', 'MAR', 'change']}
      rows={parts.map(({ name }, k) => {
        const own = beside?.parts[k]?.without;
        if (!own) return [name, ...new Array<string>(8).fill(dash)];
        return [
          name,
          percent(own.cagr),
          change(own.cagr, figures.cagr, (x) => percent(x)),
          percent(own.maxDrawdown),
          change(own.maxDrawdown, figures.maxDrawdown, (x) => percent(x)),
          ratio(own.sharpe),
          change(own.sharpe, figures.sharpe, ratio),
          ratio(own.mar),
          change(own.mar, figures.mar, ratio),
        ];
      })}
    />
  );
});

/** How alike the parts are: correlations with tints and numbers, and what mixing them does. */
export const Alike = memo(function Alike({ run, benchmark }: BlendTableProps) {
  const { beside, parts } = run;
  if (!beside) return <p className="text-soft">The parts are run by themselves …</p>;
  const names = [...parts.map(({ name }) => name), `${benchmark} held`];
  const { daily, monthly, belowPeak } = beside.correlations;
  return (
    <div className="grid gap-3">
      <p className="max-w-[52rem]">
        Diversification ratio <strong>{ratio(beside.diversificationRatio)}</strong>: the parts’ volatilities,
        by share, over the blend’s; 1 where they move as one. Of what is held, two or more parts hold{' '}
        <strong>{percent(beside.overlap)}</strong> on a mean day.
      </p>
      <div className="flex flex-wrap gap-x-10 gap-y-3">
        {(
          [
            ['Returns by day', daily],
            ['Returns by month', monthly],
            ['By day, below the blend’s peak', belowPeak],
          ] as const
        ).map(([title, matrix]) => (
          <Correlations key={title} title={title} names={names} matrix={matrix} />
        ))}
      </div>
    </div>
  );
});

interface CorrelationsProps {
  readonly title: string;
  readonly names: readonly string[];
  readonly matrix: readonly (readonly number[])[];
}

function Correlations({ title, names, matrix }: CorrelationsProps) {
  return (
    <table aria-label={`Correlation of ${title.toLowerCase()}`} className="self-start text-right">
      <caption className="pb-1 text-left text-soft">{title}</caption>
      <thead>
        <tr className="border-b border-hairline">
          <td />
          {names.map((name, k) => (
            <th key={name} scope="col" title={name} className="px-1.5 font-semibold">
              {k + 1}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {names.map((name, row) => (
          <tr key={name} className="border-b border-hairline">
            <th scope="row" className="max-w-44 truncate pr-3 text-left font-normal" title={name}>
              {row + 1}. {name}
            </th>
            {names.map((other, column) => {
              const value = at(at(matrix, row), column);
              return (
                <td
                  key={other}
                  className="px-1.5"
                  style={{ background: row === column ? undefined : tint(value) }}
                >
                  {row === column ? '' : ratio(value)}
                </td>
              );
            })}
          </tr>
        ))}
      </tbody>
    </table>
  );
}

/** Water for what moves together, sand for what moves against; weak enough for the number to be read. */
function tint(value: number): string | undefined {
  if (!Number.isFinite(value)) return undefined;
  const colour = value >= 0 ? 'var(--water)' : 'var(--accent-paper)';
  return `color-mix(in srgb, ${colour} ${Math.round(Math.abs(value) * 85)}%, transparent)`;
}
