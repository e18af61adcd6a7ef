'use client';

import { isoFromDay, type Problem } from '@plateau/core';
import { useMemo } from 'react';
import { alone, nameOfUniverse, symbolAlone } from '@/model/market/alone.ts';
import type { Field } from '@/model/sheet/field.ts';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { useUniverses } from '@/store/market/listings.ts';
import { box } from '@/ui/box.ts';
import { DateField, type DayChoice } from '@/ui/date-field.tsx';
import { count } from '@/ui/format.ts';
import { NumberField } from '@/ui/number-field.tsx';
import { Select } from '@/ui/select.tsx';
import { RateField } from './rate-field.tsx';

export interface ControlProps {
  readonly id: string;
  readonly field: Field;
  readonly text: string;
  readonly problems: readonly Problem[];
  /** the days of the result, from which days can be chosen */
  readonly days: Int32Array | undefined;
  readonly onChange: (text: string) => void;
}

/** What a field is changed with, by its kind; of rules, dials and what may be a dial the sheet has its own. */
export function PlainControl({ id, field, text, problems, days, onChange }: ControlProps) {
  const faulty = problems.length > 0;
  const shared = { id, value: text, faulty, describedBy: faulty ? `${id}-fault` : undefined };
  switch (field.kind) {
    case 'choice':
      return <Select {...shared} choices={field.choices ?? []} onChange={onChange} className="w-full" />;
    case 'universe':
      return <UniverseField {...shared} onPick={onChange} />;
    case 'instrument':
      return <InstrumentPicker {...shared} onPick={onChange} className="w-full" />;
    case 'date':
      return <SheetDate {...shared} days={days} hint={field.hint} onChange={onChange} />;
    case 'rate':
      return <RateField {...shared} label={field.label} placeholder={field.hint} onChange={onChange} />;
    case 'number':
      return <NumberField {...shared} placeholder={field.hint} onChange={onChange} className="w-full" />;
    default:
      return (
        <input
          id={id}
          type="text"
          value={text}
          aria-invalid={faulty || undefined}
          aria-describedby={shared.describedBy}
          placeholder={field.hint}
          onChange={(event) => onChange(event.target.value)}
          className={box({ faulty, className: 'w-full px-1.5 py-0.5' })}
        />
      );
  }
}

export interface Shared {
  readonly id: string;
  readonly value: string;
  readonly faulty: boolean;
  readonly describedBy: string | undefined;
}

/** A universe of the store, or one instrument alone. */
export function UniverseField({ value, onPick, ...shared }: Shared & { onPick: (value: string) => void }) {
  const universes = useUniverses();
  const more = useMemo(
    () =>
      (universes ?? []).map(({ id, name, members }) => ({
        symbol: id,
        shown: name,
        name: count(new Set(members.map(({ symbol }) => symbol)).size, 'instrument'),
        note: 'universe',
      })),
    [universes],
  );
  const own = universes?.find(({ id }) => id === value);
  const size = own && count(new Set(own.members.map(({ symbol }) => symbol)).size);
  const gone = universes !== undefined && own === undefined && symbolAlone(value) === undefined;
  return (
    <InstrumentPicker
      {...shared}
      more={more}
      value={value}
      shown={
        gone
          ? 'one that is no longer here: choose another'
          : `${nameOfUniverse(value, own?.name)}${size ? ` (${size})` : ''}`
      }
      onPick={(picked) => onPick(more.some(({ symbol }) => symbol === picked) ? picked : alone(picked))}
      className="w-full"
    />
  );
}

interface SheetDateProps extends Shared {
  readonly days: Int32Array | undefined;
  readonly hint: string | undefined;
  readonly onChange: (text: string) => void;
}

const YEARS = 10;
const BARS = 250;

function SheetDate({ days, hint = 'none', onChange, ...shared }: SheetDateProps) {
  const [first, last] = [days?.[0], days?.[days.length - 1]];
  return (
    <DateField
      {...shared}
      first={first}
      last={last}
      choices={[[hint, undefined], ...lately(days)]}
      placeholder={`${hint}, YYYY-MM-DD`}
      onChange={onChange}
      className="w-full"
    />
  );
}

/** Days counted from the end of what the sheet has run on. */
function lately(days: Int32Array | undefined): DayChoice[] {
  const last = days?.[days.length - 1];
  if (!days || last === undefined) return [];
  const [year, rest] = [isoFromDay(last).slice(0, 4), isoFromDay(last).slice(4)];
  const before = Date.parse(`${Number(year) - YEARS}${rest.replace('-02-29', '-02-28')}`) / 86_400_000;
  const bars = days[days.length - BARS];
  return [
    ...(bars === undefined ? [] : [[`last ${BARS} bars`, bars] as const]),
    ...((days[0] ?? last) < before ? [[`last ${YEARS} years`, before + 1] as const] : []),
  ];
}
