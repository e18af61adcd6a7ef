'use client';

import { InstrumentPicker } from '@/parts/instrument-picker.tsx';

const BENCHMARK = [{ symbol: 'benchmark', name: 'the sheet’s own' }] as const;

interface InstrumentFieldProps {
  readonly label: string;
  readonly symbol: string;
  readonly onChange: (symbol: string) => void;
}

/** The instrument that a part of a rule reads: the benchmark or any symbol. */
export function InstrumentField({ label, symbol, onChange }: InstrumentFieldProps) {
  return (
    <InstrumentPicker label={label} look="word" free more={BENCHMARK} value={symbol} onPick={onChange} />
  );
}
