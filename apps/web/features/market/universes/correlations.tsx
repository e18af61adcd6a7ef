'use client';

import { at, type CorrelationMatrix, meanCorrelation } from '@plateau/core';
import { correlationTable } from '@plateau/files';
import { useVirtualizer } from '@tanstack/react-virtual';
import { useMemo, useRef, useState } from 'react';
import { TableOut } from '@/parts/table-out.tsx';
import { count, ratio } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { correlationsInWorker } from '@/workers/correlations-client.ts';

/** Each further instrument is another pair with all the others. */
const MOST = 150;

/** Which of them can be correlated with each other, by their first. */
const partsOf = (symbols: readonly string[]): [string, string][] =>
  Array.from({ length: Math.ceil(symbols.length / MOST) }, (_none, k) => {
    const part = symbols.slice(k * MOST, (k + 1) * MOST);
    return [String(k * MOST), `${part[0]} to ${part.at(-1)}`];
  });

const BY = [
  ['day', 'by day'],
  ['week', 'by week'],
] as const;

/** How alike the returns of a universe's instruments are, each with each, numbers on tints. */
export function Correlations({ name, symbols: members }: { name: string; symbols: readonly string[] }) {
  const [by, setBy] = useState<'day' | 'week'>('day');
  const [from, setFrom] = useState(0);
  const symbols = useMemo(() => [...members].sort().slice(from, from + MOST), [members, from]);
  const { latest, fault, waiting } = useAnswer(
    async (signal) => ({ by, matrix: await correlationsInWorker(symbols, by, signal) }),
    [symbols.join(' '), by],
  );
  // What stands until the next is there goes out under its own name.
  const shown = fault === undefined ? latest : undefined;
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex flex-wrap items-center gap-3 py-1">
        <Toggle label="Returns" value={by} choices={BY} onChange={setBy} />
        {members.length > MOST && (
          <Select
            label="Instruments that are correlated"
            value={String(from)}
            choices={partsOf([...members].sort())}
            onChange={(next) => setFrom(Number(next))}
          />
        )}
        <span className="text-soft" role="status">
          {fault ?? (waiting || !shown ? 'Correlated …' : words(shown.matrix))}
        </span>
        {shown && (
          <span className="ml-auto flex gap-2">
            <TableOut
              table={() => correlationTable(shown.matrix)}
              rows={shown.matrix.symbols.length}
              one="instrument"
              name={`${name} correlations ${shown.by === 'day' ? 'by day' : 'by week'}`}
            />
          </span>
        )}
      </div>
      {shown && <Matrix matrix={shown.matrix} />}
    </div>
  );
}

function words(matrix: CorrelationMatrix): string {
  return `${count(matrix.symbols.length, 'instrument')}; the mean of all pairs is ${ratio(meanCorrelation(matrix))}.`;
}

/** Less is written as nothing, which has no sign. */
const NOTHING = 0.005;

/** Percent of the tint behind a correlation of one. */
const MOST_TINT = 30;

const ROW = 22;
const COLUMN = 44;
const NAMES = 64;
/** Beyond those in view, so that a step of scrolling finds them drawn. */
const AHEAD = 8;

/** Only what is in view is drawn: hundreds of instruments have tens of thousands of pairs. */
function Matrix({ matrix }: { matrix: CorrelationMatrix }) {
  const { symbols } = matrix;
  const scroller = useRef<HTMLDivElement>(null);
  const sides = { count: symbols.length, getScrollElement: () => scroller.current, overscan: AHEAD };
  const rows = useVirtualizer({ ...sides, estimateSize: () => ROW });
  const columns = useVirtualizer({ ...sides, horizontal: true, estimateSize: () => COLUMN });
  const across = columns.getVirtualItems();
  const width = NAMES + columns.getTotalSize();
  return (
    <div
      ref={scroller}
      className="min-h-0 flex-1 overflow-auto"
      tabIndex={0}
      role="region"
      aria-label="Correlations"
    >
      <div
        role="table"
        aria-label="Correlation of returns"
        aria-rowcount={symbols.length + 1}
        aria-colcount={symbols.length + 1}
        className="text-right text-[0.85rem]"
        style={{ width }}
      >
        <div role="row" aria-rowindex={1} className="sticky top-0 z-10 bg-paper" style={{ height: ROW }}>
          <div
            role="cell"
            aria-colindex={1}
            className="sticky left-0 z-10 h-full bg-paper"
            style={{ width: NAMES }}
          />
          {across.map(({ index, start }) => (
            <div
              key={index}
              role="columnheader"
              aria-colindex={index + 2}
              className="absolute top-0 truncate px-1"
              style={{ left: NAMES + start, width: COLUMN }}
            >
              {symbols[index]}
            </div>
          ))}
        </div>
        <div role="rowgroup" className="relative" style={{ height: rows.getTotalSize() }}>
          {rows.getVirtualItems().map(({ index: i, start: top }) => (
            <div
              key={i}
              role="row"
              aria-rowindex={i + 2}
              className="absolute flex w-full"
              style={{ height: ROW, transform: `translateY(${top}px)` }}
            >
              <div
                role="rowheader"
                aria-colindex={1}
                className="sticky left-0 z-[1] truncate bg-paper text-left"
                style={{ width: NAMES }}
              >
                {symbols[i]}
              </div>
              {across.map(({ index: j, start }) => (
                <Cell
                  key={j}
                  value={at(matrix.values, i * symbols.length + j)}
                  isSelf={i === j}
                  column={j + 2}
                  left={NAMES + start}
                />
              ))}
            </div>
          ))}
        </div>
      </div>
    </div>
  );
}

interface CellProps {
  readonly value: number;
  readonly isSelf: boolean;
  readonly column: number;
  readonly left: number;
}

function Cell({ value, isSelf, column, left }: CellProps) {
  const place = { left, width: COLUMN };
  const common = { role: 'cell', 'aria-colindex': column } as const;
  if (isSelf) return <div {...common} className="absolute h-full bg-sunk" style={place} />;
  const tint = Number.isNaN(value) ? 0 : Math.abs(value) * MOST_TINT;
  const colour = value < 0 ? 'var(--loss)' : 'var(--waterline)';
  return (
    <div
      {...common}
      className="absolute h-full px-1"
      style={{ ...place, background: `color-mix(in srgb, ${colour} ${tint.toFixed(0)}%, transparent)` }}
    >
      {ratio(Math.abs(value) < NOTHING ? 0 : value)}
    </div>
  );
}
