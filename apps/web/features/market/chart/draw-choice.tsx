import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { box } from '@/ui/box.ts';

interface DrawChoiceProps {
  /** values in rule text, between semicolons */
  readonly text: string;
  readonly onText: (text: string) => void;
  readonly fault: string | undefined;
  /** the symbol of another instrument; empty for none */
  readonly beside: string;
  readonly onBeside: (symbol: string) => void;
}

/** What a chart draws beside the bars: measures, days on which conditions hold, and another instrument. */
export function DrawChoice(props: DrawChoiceProps) {
  const { text, onText, fault, beside, onBeside } = props;
  return (
    <>
      <div className="flex items-center gap-3 pb-1">
        <label className="flex min-w-0 flex-1 items-center gap-1.5 text-soft">
          Draw
          <input
            value={text}
            onChange={(event) => onText(event.target.value)}
            placeholder="values and conditions in rule text, up to five, between semicolons"
            aria-invalid={fault !== undefined}
            className={box({ faulty: fault !== undefined, className: 'min-w-40 flex-1 px-1.5 py-0.5' })}
          />
        </label>
        <span className="flex items-center gap-1.5 text-soft">
          Beside
          <InstrumentPicker label="Beside" placeholder="another" optional value={beside} onPick={onBeside} />
        </span>
      </div>
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
    </>
  );
}
