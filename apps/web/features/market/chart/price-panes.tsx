import { monthOf, yearOf } from '@plateau/core';
import { useMemo } from 'react';
import { Bar, Line, ReferenceArea, ReferenceLine } from 'recharts';
import { drawBar, valuesOf } from '@/parts/chart/marks.tsx';
import { placeAxis } from '@/parts/chart/place-axis.tsx';
import { periodTicks, type Row } from '@/parts/chart/rows.ts';
import { ChartPane, plainLine } from '@/ui/chart/pane.tsx';
import { selectedDays } from '@/ui/chart/time-axis.tsx';
import type { Zoom } from '@/ui/chart/use-zoom.ts';
import { plainNumber, short } from '@/ui/format.ts';
import { bandsIn } from './bands.ts';
import type { ChartColumns } from './use-columns.ts';

const AXIS_WIDTH = 58;
const LINES = ['var(--ghost)', 'var(--waterline)', 'var(--ridge)', 'var(--accent)', 'var(--ink)'];
export const BESIDE = { stroke: 'var(--ink)', strokeWidth: 1.1, strokeDasharray: '5 3' } as const;
/** With more bars in view than this the axis is labelled by years. */
const MANY = 300;

/** The look of the measure at a place. */
export const strokeOf = (k: number) => ({ stroke: LINES[k] ?? 'var(--ink)', strokeWidth: 1.3 });

interface PricePanesProps {
  readonly columns: ChartColumns;
  readonly rows: readonly Row[];
  readonly zoom: Zoom;
  readonly log: boolean;
  readonly yearly: boolean;
  /** the symbol of the instrument beside this one */
  readonly other: string | undefined;
  /** the place of a bar to be marked */
  readonly marked: number | undefined;
}

/** Bars with what stands on their scale, measures on a scale of their own, volume: one below the other. */
export function PricePanes({ columns, rows, zoom, log, yearly, other, marked }: PricePanesProps) {
  const { bars, drawn } = columns;
  const { first, last } = zoom.span;
  // A gauge or a rate has one value a day: a line, and no volume.
  const isValue = useMemo(() => bars.high.every((high, i) => high === bars.low[i]), [bars]);
  const hasVolume = useMemo(() => bars.volume.some((volume) => volume > 0), [bars]);
  const under = drawn.flatMap(({ isPrice, holds }, k) => (isPrice || holds ? [] : [k]));
  const names = drawn.map(({ text }) => text);
  const byYear = yearly || last - first >= MANY;
  const ticks = periodTicks(rows, byYear ? yearOf : monthOf);
  const along = (shown: boolean) => placeAxis({ days: bars.day, first, last, ticks, shown, byYear });
  const line = (k: number) => (
    <Line key={names[k]} dataKey={(row: Row) => row.drawn[k]} {...plainLine} {...strokeOf(k)} />
  );
  const pane = { rows, group: 'prices', mouse: zoom.mouse } as const;
  return (
    <>
      <ChartPane
        {...pane}
        name="price"
        className="min-h-0 flex-[4]"
        along={along(!hasVolume && under.length === 0)}
        values={{ width: AXIS_WIDTH, format: plainNumber, log }}
        readout={(row) => ({
          day: row.day,
          rows: valuesOf(
            row,
            names,
            other,
            drawn.map(({ holds }) => holds && holds[row.place] === 1),
          ),
        })}
      >
        {drawn.map(
          ({ text, holds }, k) =>
            holds &&
            bandsIn(holds, first, last).map(([from, to]) => (
              <ReferenceArea
                key={`${text} ${from}`}
                x1={from - 0.5}
                x2={to + 0.5}
                fill={strokeOf(k).stroke}
                fillOpacity={0.16}
                ifOverflow="hidden"
              />
            )),
        )}
        {marked !== undefined && <ReferenceLine x={marked} stroke="var(--accent)" strokeDasharray="2 3" />}
        {isValue ? (
          <Line dataKey="close" stroke="var(--ink)" strokeWidth={1.2} {...plainLine} />
        ) : (
          <Bar dataKey="range" isAnimationActive={false} shape={drawBar} />
        )}
        {drawn.map(({ isPrice, holds }, k) => (isPrice && !holds ? line(k) : null))}
        {other && <Line dataKey="other" {...plainLine} {...BESIDE} />}
        {selectedDays(zoom.drag)}
      </ChartPane>
      {under.length > 0 && (
        <ChartPane
          {...pane}
          name="under"
          className="min-h-0 flex-[1.4]"
          along={along(!hasVolume)}
          values={{ width: AXIS_WIDTH, format: plainNumber, ticks: 3 }}
        >
          {under.map(line)}
          {selectedDays(zoom.drag)}
        </ChartPane>
      )}
      {hasVolume && (
        <ChartPane
          {...pane}
          name="volume"
          className="min-h-0 flex-1"
          along={along(true)}
          values={{ width: AXIS_WIDTH, format: short, ticks: 2, domain: [0, 'auto'] }}
          grid={false}
        >
          <Bar dataKey="volume" fill="var(--land)" isAnimationActive={false} />
          {selectedDays(zoom.drag)}
        </ChartPane>
      )}
    </>
  );
}
