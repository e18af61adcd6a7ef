'use client';

import { joiResolver } from '@hookform/resolvers/joi';
import { dayFromIso } from '@plateau/core';
import Joi from 'joi';
import { Controller, useForm } from 'react-hook-form';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { Button } from '@/ui/button';
import { DateField } from '@/ui/date-field.tsx';

export interface Asked {
  readonly symbol: string;
  readonly from: number;
  /** the same as `from` for a single day */
  readonly to: number;
}

interface Typed {
  readonly symbol: string;
  readonly day: string;
  readonly to: string;
}

const day = (label: string) =>
  Joi.string()
    .allow('')
    .custom((text: string, helpers) =>
      text !== '' && dayFromIso(text) === undefined ? helpers.error('day') : text,
    )
    .messages({ day: `Write ${label} as YYYY-MM-DD.` });

const schema = Joi.object<Typed>({
  symbol: Joi.string().required().messages({ 'string.empty': 'Pick an instrument.' }),
  day: day('the day').invalid('').required().messages({ 'any.invalid': 'Write the day as YYYY-MM-DD.' }),
  to: day('the last day'),
}).custom((typed: Typed, helpers) =>
  typed.to !== '' && typed.to < typed.day ? helpers.error('order') : typed,
);

/** Which instrument is asked about, and for which day or days. */
export function WhyForm({ onAsk }: { onAsk: (asked: Asked) => void }) {
  const { control, handleSubmit, formState } = useForm<Typed>({
    defaultValues: { symbol: '', day: '', to: '' },
    resolver: joiResolver(schema.messages({ order: 'The last day comes before the first.' })),
  });
  const ask = ({ symbol, day: first, to }: Typed): void => {
    const from = dayFromIso(first);
    const last = to === '' ? from : dayFromIso(to);
    if (from !== undefined && last !== undefined) onAsk({ symbol, from, to: last });
  };
  const [fault] = Object.values(formState.errors);
  return (
    <form
      onSubmit={handleSubmit(ask)}
      className="flex flex-wrap items-center gap-2"
      aria-label="Why, or why not"
    >
      Instrument
      <Controller
        name="symbol"
        control={control}
        render={({ field, fieldState }) => (
          <InstrumentPicker
            label="Instrument"
            value={field.value}
            faulty={fieldState.invalid}
            onPick={field.onChange}
          />
        )}
      />
      {(['day', 'to'] as const).map((name) => (
        <span key={name} className="flex items-center gap-2">
          {name === 'day' ? 'Day' : 'to'}
          <Controller
            name={name}
            control={control}
            render={({ field, fieldState }) => (
              <DateField
                label={name === 'day' ? 'Day' : 'to'}
                placeholder={name === 'day' ? 'YYYY-MM-DD' : 'that day alone'}
                value={field.value}
                faulty={fieldState.invalid}
                onChange={field.onChange}
              />
            )}
          />
        </span>
      ))}
      <Button type="submit">Ask</Button>
      {fault?.message && (
        <span role="alert" className="text-loss">
          {fault.message}
        </span>
      )}
    </form>
  );
}
