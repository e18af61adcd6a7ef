'use client';

import { LineChart } from 'lucide-react';
import type { ReactNode } from 'react';
import { namesInstrument } from '@/model/sheet/field-values.ts';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { NumberField } from '@/ui/number-field.tsx';

interface RateFieldProps {
  readonly id: string;
  readonly label: string;
  readonly value: string;
  readonly onChange: (text: string) => void;
  readonly placeholder: string | undefined;
  readonly faulty: boolean;
  readonly describedBy: string | undefined;
  /** makes a dial of its number, where it may be one */
  readonly dial?: ReactNode;
}

/** Percent a year: a number, or an instrument whose close is the rate of the day. */
export function RateField({ label, placeholder, onChange, dial, ...shared }: RateFieldProps) {
  const { value } = shared;
  const isNumber = !namesInstrument(value);
  const picker = (
    <InstrumentPicker
      {...(isNumber ? { label: `${label}: an instrument’s close`, value: '' } : shared)}
      {...(isNumber && { placeholder: <LineChart size={13} aria-hidden /> })}
      optional
      onPick={(symbol) => onChange(symbol === '' ? '0' : symbol)}
      className={isNumber ? '' : 'w-full'}
    />
  );
  if (!isNumber) return picker;
  return (
    <NumberField
      {...shared}
      dials={dial !== undefined}
      placeholder={placeholder}
      onChange={onChange}
      className="group/number relative w-full"
    >
      {picker}
      {dial}
    </NumberField>
  );
}
