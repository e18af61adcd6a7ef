import { at, type BarUnit, isoFromDay } from '@plateau/core';
import type { RefObject } from 'react';
import { ChartOut } from '@/ui/chart/chart-out.tsx';
import type { Zoom } from '@/ui/chart/use-zoom.ts';
import { ZoomButtons } from '@/ui/chart/zoom-buttons.tsx';
import { Checkbox } from '@/ui/checkbox.tsx';
import { count } from '@/ui/format.ts';
import { GoToDay } from '@/ui/go-to-day.tsx';
import { Toggle } from '@/ui/toggle.tsx';

const UNITS: readonly (readonly [BarUnit, string])[] = [
  ['day', 'Days'],
  ['week', 'Weeks'],
  ['month', 'Months'],
];

interface ChartToolsProps {
  readonly symbol: string;
  readonly days: Int32Array;
  readonly unit: BarUnit;
  readonly onUnit: (unit: BarUnit) => void;
  readonly log: boolean;
  readonly onLog: (log: boolean) => void;
  readonly onGoTo: (day: number) => void;
  readonly zoom: Zoom;
  readonly charts: RefObject<Element | null>;
}

/** What is done to a chart of prices: its bars, its scale, its part in view, its picture. */
export function ChartTools(props: ChartToolsProps) {
  const { symbol, days, unit, onUnit, log, onLog, onGoTo, zoom, charts } = props;
  const { first, last } = zoom.span;
  const newest = isoFromDay(at(days, days.length - 1));
  return (
    <div className="flex flex-wrap items-center gap-x-3 gap-y-1 py-1">
      <Toggle label="Bars" value={unit} choices={UNITS} onChange={onUnit} />
      <Checkbox checked={log} onChange={onLog} className="text-soft">
        Log scale
      </Checkbox>
      <GoToDay first={at(days, 0)} last={at(days, days.length - 1)} onDay={onGoTo} />
      <span className="ml-auto text-soft">
        {isoFromDay(at(days, first))} to {isoFromDay(at(days, last))}, {count(last - first + 1, 'bar')}
      </span>
      <div className="flex">
        <ZoomButtons zoom={zoom} all="Show the newest" />
        <ChartOut name={`${symbol} ${newest}`} charts={charts} />
      </div>
    </div>
  );
}
