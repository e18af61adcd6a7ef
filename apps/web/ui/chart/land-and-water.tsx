// How curves look wherever they are drawn: equity as land with its ridge, drawdown as water, what is held beside them dashed.

import { Area, Line, ReferenceLine } from 'recharts';

export const HELD = { stroke: 'var(--benchmark)', strokeDasharray: '6 3.5' } as const;

/** Equity; the rows have it under `equity`. */
export const land = (
  <Area
    key="land"
    dataKey="equity"
    type="linear"
    baseValue="dataMin"
    stroke="var(--ridge)"
    strokeWidth={1.6}
    fill="var(--land)"
    fillOpacity={0.75}
    isAnimationActive={false}
    activeDot={{ r: 3, fill: 'var(--ridge)', stroke: 'none' }}
  />
);

/** The benchmark; the rows have it under `benchmark`. */
export const benchmarkRidge = (
  <Line
    key="benchmark"
    dataKey="benchmark"
    dot={false}
    activeDot={{ r: 3, fill: 'var(--benchmark)', stroke: 'none' }}
    strokeWidth={1.3}
    isAnimationActive={false}
    {...HELD}
  />
);

/** Both drawdowns below their shoreline; the rows have them under `drawdown` and `benchmarkDrawdown`. */
export const water = [
  <ReferenceLine key="shore" y={0} stroke="var(--waterline)" />,
  <Area
    key="water"
    dataKey="drawdown"
    type="linear"
    baseValue={0}
    stroke="var(--waterline)"
    strokeWidth={1}
    fill="var(--water)"
    fillOpacity={0.85}
    isAnimationActive={false}
    activeDot={false}
  />,
  <Line
    key="benchmark"
    dataKey="benchmarkDrawdown"
    dot={false}
    activeDot={false}
    strokeWidth={1}
    isAnimationActive={false}
    {...HELD}
  />,
];
