'use client';

import { barsCsv } from '@plateau/files';
import { Download, Trash2 } from 'lucide-react';
import { parseAsString, useQueryState } from 'nuqs';
import { toast } from 'sonner';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { TestOnButton } from '@/parts/test-on-button.tsx';
import { removeInstrument } from '@/store/market/actions.ts';
import { Button, IconButton } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { saveFile, WORKBOOK } from '@/ui/save-file.ts';
import { useTitle } from '@/ui/use-title.ts';
import { barsParquetFile, barsWorkbook } from '@/workers/workbook-client.ts';
import { PriceChart } from './chart/price-chart.tsx';
import { Findings } from './findings.tsx';
import { useBars } from './market-bars.ts';

const RunTrades = late('The trades', () => import('./run-trades.tsx').then((m) => m.RunTrades));

const PARQUET = 'application/vnd.apache.parquet';

interface InstrumentViewProps {
  readonly listing: StoredListing;
  readonly listings: readonly StoredListing[];
  readonly quality: InstrumentQuality | undefined;
  readonly repairs: readonly StoredRepair[];
  readonly goTo: number | undefined;
  readonly onGoTo: (day: number) => void;
}

/** One instrument: its chart, its files out, what is wrong with its bars. */
export function InstrumentView({ listing, listings, quality, repairs, goTo, onGoTo }: InstrumentViewProps) {
  const bars = useBars(listing);
  const [of, setOf] = useQueryState('of', parseAsString.withOptions({ history: 'push' }));
  const { symbol } = listing;
  useTitle('Market', symbol);
  const save = (ending: string, type: string, made: Promise<Uint8Array>): void => {
    const file = `${symbol}.${ending}`;
    made.then(
      (bytes) => saveFile(file, type, bytes),
      (error: Error) => toast.error(`${file} was not made: ${error.message}.`),
    );
  };
  const about = [
    listing.kind,
    listing.group,
    listing.island,
    `${count(listing.count, 'bar')} from ${listing.source}`,
  ];
  return (
    <>
      <header className="flex items-baseline gap-3 pt-2">
        <h2 className="truncate font-serif text-xl">{listing.name}</h2>
        <span className="font-semibold">{symbol}</span>
        <span className="min-w-0 flex-1 truncate text-soft">{about.filter(Boolean).join(' · ')}</span>
        {bars && (
          <span className="flex shrink-0 gap-1">
            <Button aria-pressed={of !== null} onClick={() => void setOf(of === null ? '' : null)}>
              Trades
            </Button>
            <TestOnButton symbol={symbol} />
            <Button onClick={() => saveFile(`${symbol}.csv`, 'text/csv', barsCsv(bars))}>
              <Download size={14} aria-hidden /> CSV
            </Button>
            <Button onClick={() => save('xlsx', WORKBOOK, barsWorkbook(bars))}>XLSX</Button>
            <Button onClick={() => save('parquet', PARQUET, barsParquetFile(bars))}>Parquet</Button>
            <IconButton
              label={`Remove ${symbol} from the market`}
              icon={Trash2}
              onClick={() => void removeInstrument(listing)}
            />
          </span>
        )}
      </header>
      {bars && of === null && <PriceChart symbol={symbol} bars={bars} goTo={goTo} listings={listings} />}
      {of !== null && <RunTrades symbol={symbol} of={of} onOf={(next) => void setOf(next)} />}
      <Findings listing={listing} quality={quality} repairs={repairs} onGoTo={onGoTo} />
    </>
  );
}
