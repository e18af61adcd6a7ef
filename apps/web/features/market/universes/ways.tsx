'use client';

import type { Combination } from '@plateau/core';
import type { ReactNode } from 'react';
import type { Filter } from '@/model/market/members.ts';
import { type MarketOf, type NewUniverse, readUniverse } from '@/model/market/new-universe.ts';
import type { StoredUniverse } from '@/model/rows.ts';
import { box } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { NumberField } from '@/ui/number-field.tsx';
import { Select } from '@/ui/select.tsx';
import { useFileChoice } from '@/ui/use-file-choice.tsx';

export const control = box({ className: 'px-2 py-1' });

interface WayProps {
  readonly made: NewUniverse;
  readonly market: MarketOf;
  readonly onChange: (part: Partial<NewUniverse>) => void;
}

/** Of the instruments in the list, those that are something. */
export function FilterWay({ made: { filter }, market: { listings, listed, quality }, onChange }: WayProps) {
  const set = (part: Partial<Filter>): void => onChange({ filter: { ...filter, ...part } });
  const valuesOf = (key: 'kind' | 'group'): string[] => [...new Set(listings.map((its) => its[key]))].sort();
  const least = (key: 'price' | 'traded' | 'years', label: string): ReactNode => (
    <span className="flex items-center gap-2">
      {label}
      <NumberField
        label={label}
        value={filter[key]}
        onChange={(text) => set({ [key]: text })}
        className="w-28"
      />
    </span>
  );
  return (
    <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-2 text-soft">
      <legend className="pb-1">
        Of the {count(listed.length, 'instrument')} now in the list on the left, those of
      </legend>
      <AnyOf
        label="Kind"
        any="any kind"
        value={filter.kind}
        of={valuesOf('kind')}
        onChange={(kind) => set({ kind })}
      />
      <AnyOf
        label="Sector or group"
        any="any sector or group"
        value={filter.group}
        of={valuesOf('group')}
        onChange={(group) => set({ group })}
      />
      {least('price', 'last price at least')}
      {least('traded', 'traded a day at least')}
      {least('years', 'years of history at least')}
      {!quality && <span>Prices and turnovers are still being looked at …</span>}
    </fieldset>
  );
}

interface AnyOfProps {
  readonly label: string;
  /** what is said of no choice */
  readonly any: string;
  readonly value: string;
  readonly of: readonly string[];
  readonly onChange: (value: string) => void;
}

function AnyOf({ label, any, value, of, onChange }: AnyOfProps) {
  return (
    <Select
      label={label}
      value={value}
      choices={[['', any], ...of.map((one) => [one, one] as const)]}
      onChange={onChange}
    />
  );
}

/** Symbols as they are pasted. */
export function PasteWay({ made: { pasted }, onChange }: WayProps) {
  return (
    <textarea
      value={pasted}
      onChange={(event) => onChange({ pasted: event.target.value })}
      rows={4}
      aria-label="Symbols"
      placeholder="Symbols in any form: by lines, commas, spaces or quotes"
      className={control}
    />
  );
}

/** A file of members, perhaps with dates. */
export function FileWay({ made: { file }, onChange }: WayProps) {
  const { field, choose } = useFileChoice({
    label: 'Universe file',
    accept: '.csv,.txt',
    onFile: async (chosen) => onChange({ file: readUniverse(await chosen.text(), chosen.name) }),
  });
  return (
    <div>
      <Button onClick={choose}>Choose a file</Button> {file?.name}
      {field}
      <p className="pt-1 text-soft">
        CSV with a column symbol, and if you have them from, to (YYYY-MM-DD) and group. A symbol may have
        several rows.
      </p>
      {file?.problems.map((problem) => (
        <p key={problem} role="alert" className="text-loss">
          {file.name}, {problem}
        </p>
      ))}
    </div>
  );
}

const COMBINATIONS: readonly (readonly [Combination, string])[] = [
  ['and', 'and'],
  ['or', 'or'],
  ['minus', 'minus'],
];

/** Two universes together, day by day. */
export function CombineWay({ made: { first, how, second }, market: { universes }, onChange }: WayProps) {
  return (
    <div className="flex items-center gap-2">
      <UniverseChoice
        label="First universe"
        value={first}
        universes={universes}
        onChange={(id) => onChange({ first: id })}
      />
      <Select label="How" value={how} choices={COMBINATIONS} onChange={(next) => onChange({ how: next })} />
      <UniverseChoice
        label="Second universe"
        value={second}
        universes={universes}
        onChange={(id) => onChange({ second: id })}
      />
      <span className="text-soft">day by day</span>
    </div>
  );
}

interface UniverseChoiceProps {
  readonly label: string;
  readonly value: string;
  readonly universes: readonly StoredUniverse[];
  readonly onChange: (id: string) => void;
}

function UniverseChoice({ label, value, universes, onChange }: UniverseChoiceProps) {
  return (
    <Select
      label={label}
      value={value}
      choices={universes.map(({ id, name }) => [id, name])}
      onChange={onChange}
    />
  );
}
