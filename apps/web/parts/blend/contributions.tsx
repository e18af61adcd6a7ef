'use client';

import { at, type ShownBlend } from '@plateau/core';
import { memo, useMemo } from 'react';
import { Bar, BarChart, ReferenceLine, ResponsiveContainer, XAxis, YAxis } from 'recharts';
import { Grid } from '@/ui/chart/grid.tsx';
import { plainAxis, StrokeKey } from '@/ui/chart/time-axis.tsx';
import { money, short } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { strokeOf } from './strokes.ts';

const AXIS_WIDTH = 62;

/** What the parts did not earn, in the words of the form. */
const restWords = ({ form }: Pick<ShownBlend, 'form'>): string =>
  form === 'apart' ? 'Cost of moving' : 'Interest';

/** What each part earned in each year: stacked, adding up, with the total told. */
export const Contributions = memo(function Contributions({ run }: { run: ShownBlend }) {
  const { years, parts, restByYear, moveCosts, interest } = run;
  const hasRest = moveCosts !== 0 || interest !== 0;
  const rows = useMemo(
    () =>
      years.map(({ year }, y) => ({
        year,
        ...Object.fromEntries(parts.map(({ byYear }, k) => [`p${k}`, at(byYear, y)])),
        rest: at(restByYear, y),
      })),
    [years, parts, restByYear],
  );
  const cells = (values: readonly number[]): string[] => [
    ...values.slice(0, parts.length).map(money),
    ...(hasRest ? [money(values[parts.length] ?? 0)] : []),
    money(values.reduce((a, b) => a + b, 0)),
  ];
  return (
    <div className="flex h-full min-h-52 gap-3">
      <div className="flex min-w-0 flex-1 flex-col" data-chart="contributions">
        <p className="flex flex-wrap gap-x-3">
          {parts.map(({ name }, k) => (
            <StrokeKey key={name} text={name} {...strokeOf(k)} strokeWidth={3} />
          ))}
          {hasRest && <StrokeKey text={restWords(run)} stroke="var(--hairline-strong)" strokeWidth={3} />}
        </p>
        <div className="min-h-0 flex-1">
          <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 500, height: 180 }}>
            <BarChart data={rows} stackOffset="sign" margin={{ top: 6, right: 8, bottom: 0, left: 0 }}>
              <Grid />
              <XAxis dataKey="year" {...plainAxis} />
              <YAxis width={AXIS_WIDTH} tickFormatter={(value: number) => short(value)} {...plainAxis} />
              <ReferenceLine y={0} stroke="var(--hairline-strong)" />
              {parts.map(({ name }, k) => (
                <Bar
                  key={name}
                  dataKey={`p${k}`}
                  stackId="parts"
                  fill={strokeOf(k).stroke}
                  fillOpacity={0.55}
                  {...strokeOf(k)}
                  isAnimationActive={false}
                />
              ))}
              <Bar dataKey="rest" stackId="parts" fill="var(--hairline-strong)" isAnimationActive={false} />
            </BarChart>
          </ResponsiveContainer>
        </div>
      </div>
      <div
        className="max-w-[60%] shrink-0 overflow-auto border-l border-hairline pl-3"
        tabIndex={0}
        role="region"
        aria-label="What each part earned, in numbers"
      >
        <PlainTable
          label="Earned by year and part"
          head={['Year', ...parts.map(({ name }) => name), ...(hasRest ? [restWords(run)] : []), 'Total']}
          rows={[
            ...years.map(({ year }, y) => [
              year,
              ...cells([...parts.map(({ byYear }) => at(byYear, y)), at(restByYear, y)]),
            ]),
            [
              <strong key="all">All years</strong>,
              ...cells([...parts.map(({ profit }) => profit), restByYear.reduce((a, b) => a + b, 0)]),
            ],
          ]}
        />
      </div>
    </div>
  );
});
