import { clsx } from 'clsx';
import type { StoredListing } from '@/model/rows.ts';
import { SymbolField } from '@/ui/symbol-field.tsx';

const MOST_OFFERED = 20;

interface DrawChoiceProps {
  /** values in rule text, between semicolons */
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly fault: string | undefined;
  /** the symbol of another instrument, as it is typed */
  readonly beside: string;
  readonly onBeside: (symbol: string) => void;
  /** there is such an instrument */
  readonly found: boolean;
  readonly listings: readonly StoredListing[];
}

/** What a chart draws beside the bars: measures, and another instrument. */
export function DrawChoice(props: DrawChoiceProps) {
  const { text, onText, fault, beside, onBeside, found, listings } = props;
  const unknown = beside.trim() !== '' && !found;
  const offered =
    beside === ''
      ? []
      : listings.map(({ symbol }) => symbol).filter((symbol) => symbol.startsWith(beside.toUpperCase()));
  const field = (faulty: boolean): string =>
    clsx('rounded-sm border bg-raised px-1.5 py-0.5 text-ink', faulty ? 'border-loss' : 'border-hairline');
  return (
    <>
      <div className="flex items-center gap-3 pb-1">
        <label className="flex min-w-0 flex-1 items-center gap-1.5 text-soft">
          Draw
          <input
            value={text}
            onChange={(event) => onText(event.target.value)}
            placeholder="values in rule text, up to five, between semicolons"
            aria-invalid={fault !== undefined}
            className={clsx('min-w-40 flex-1', field(fault !== undefined))}
          />
        </label>
        <label className="flex items-center gap-1.5 text-soft">
          Beside
          <SymbolField
            value={beside}
            onChange={(event) => onBeside(event.target.value)}
            symbols={offered.slice(0, MOST_OFFERED)}
            placeholder="symbol"
            faulty={unknown}
            className="w-20 px-1.5 py-0.5 text-ink"
          />
        </label>
      </div>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
    </>
  );
}
