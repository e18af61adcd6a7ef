'use client';

import { FINDING_KINDS, type FindingKind, isoFromDay } from '@plateau/core';
import { writeCsv } from '@plateau/files';
import { Download } from 'lucide-react';
import { useMemo, useState } from 'react';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { Button } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count } from '@/ui/format.ts';
import { saveFile } from '@/ui/save-file.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { gapsOf } from '@/workers/quality-client.ts';
import { findingText } from './finding-words.ts';
import { GapCalendar } from './gap-calendar.tsx';

const NAMES: Record<FindingKind, string> = {
  split: 'Splits',
  'factor-break': 'Factors',
  'bad-tick': 'Bad ticks',
  gap: 'Gaps',
  stale: 'Stale',
  'no-volume': 'No volume',
  'no-range': 'No range',
  'ends-early': 'Ends early',
  'starts-late': 'Starts late',
};

const number = (quality: InstrumentQuality, kind: FindingKind): number =>
  quality.findings.filter((finding) => finding.kind === kind).length;

const columns: DataColumn<InstrumentQuality>[] = [
  column('symbol', 'Symbol', (q) => q.symbol, { width: 74, left: true, show: (q) => q.symbol }),
  column('trouble', 'Trouble', (q) => q.trouble, { width: 64, show: (q) => count(q.trouble) }),
  ...FINDING_KINDS.map((kind) =>
    column<InstrumentQuality>(kind, NAMES[kind], (q) => number(q, kind), {
      width: NAMES[kind].length * 7 + 14,
      show: (q) => number(q, kind) || '–',
    }),
  ),
];

interface QualityPanelProps {
  readonly listings: readonly StoredListing[];
  readonly quality: ReadonlyMap<string, InstrumentQuality> | undefined;
  readonly repairs: readonly StoredRepair[];
  readonly onOpen: (symbol: string, day?: number) => void;
}

/** Instruments ranked by trouble; the chosen one's findings, and its missing sessions as a calendar. */
export function QualityPanel({ listings, quality, repairs, onOpen }: QualityPanelProps) {
  const [picked, setPicked] = useState<string>();
  const ranked = useMemo(
    () =>
      [...(quality?.values() ?? [])]
        .filter(({ findings }) => findings.length > 0)
        .sort((a, b) => b.trouble - a.trouble || (a.symbol < b.symbol ? -1 : 1)),
    [quality],
  );
  const chosen = ranked.find(({ symbol }) => symbol === picked) ?? ranked[0];
  const listing = listings.find(({ symbol }) => symbol === chosen?.symbol);
  const repaired = repairs.filter(({ symbol }) => symbol === chosen?.symbol).length;
  const {
    value: gaps,
    latest: gapsBefore = [],
    fault,
  } = useAnswer(chosen && (() => gapsOf(chosen.symbol)), [chosen?.symbol, repaired]);
  if (!quality) return <p className="p-6 text-soft">Looking through the bars …</p>;

  const all = ranked.flatMap(({ symbol, findings }) => findings.map((finding) => ({ symbol, ...finding })));
  return (
    <>
      <div className="flex items-center gap-3 py-2">
        <span>
          {count(ranked.length)} of {count(listings.length, 'instrument')} have findings, the worst first.
          {repairs.length > 0 && ` ${count(repairs.length, 'repair')} are laid over bars.`}
        </span>
        <Button
          className="ml-auto"
          disabled={all.length === 0}
          onClick={() =>
            saveFile(
              'findings.csv',
              'text/csv',
              writeCsv(
                ['symbol', 'finding', 'from', 'to', 'count', 'what'],
                all.map((f) => [
                  f.symbol,
                  f.kind,
                  isoFromDay(f.from),
                  isoFromDay(f.to),
                  f.count,
                  findingText(f),
                ]),
              ),
            )
          }
        >
          <Download size={14} aria-hidden /> Findings
        </Button>
      </div>
      <div className="min-h-0 flex-[3]">
        <DataTable
          label="Instruments by trouble"
          rows={ranked}
          columns={columns}
          empty="Nothing looks wrong: every instrument passed every check."
          onOpen={(q) => setPicked(q.symbol)}
          isOpen={(q) => q.symbol === chosen?.symbol}
        />
      </div>
      {chosen && (
        <section
          aria-label={`What looks wrong with ${chosen.symbol}`}
          className="flex min-h-0 flex-[4] flex-col pt-2"
        >
          <div className="flex items-baseline gap-3">
            <h2 className="truncate font-serif text-lg">
              {listing?.name} <span className="font-sans text-[1rem] font-semibold">{chosen.symbol}</span>
            </h2>
            <Button className="ml-auto" onClick={() => onOpen(chosen.symbol)}>
              Open its chart
            </Button>
          </div>
          {fault && (
            <p role="alert" className="text-loss">
              Its gaps could not be looked for: {fault}
            </p>
          )}
          {/* The room of the one before, so that nothing moves when it comes. */}
          <div className={gaps ? undefined : 'invisible'}>
            <GapCalendar years={gaps ?? gapsBefore} onOpen={(day) => onOpen(chosen.symbol, day)} />
          </div>
          <ul className="min-h-0 flex-1 overflow-auto pt-1" tabIndex={0} aria-label="Findings">
            {chosen.findings.map((finding) => (
              <li key={`${finding.kind} ${finding.from}`}>
                <button
                  type="button"
                  className="min-h-[1.85rem] text-left hover:text-accent hover:underline"
                  onClick={() => onOpen(chosen.symbol, finding.from)}
                >
                  {findingText(finding)}
                </button>
              </li>
            ))}
          </ul>
        </section>
      )}
    </>
  );
}
