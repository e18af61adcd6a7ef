'use client';

import { type Combination, combine, type Membership, type Universe } from '@plateau/core';
import { readUniverseCsv } from '@plateau/files';
import { type ReactNode, useState } from 'react';
import { filtered, membersFrom, NO_FILTER } from '@/model/market/members.ts';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';

const WAYS = [
  ['filter', 'By what they are'],
  ['paste', 'By symbols'],
  ['file', 'From a file'],
  ['combine', 'From two others'],
] as const;
type Way = (typeof WAYS)[number][0];

const COMBINATIONS: readonly (readonly [Combination, string])[] = [
  ['and', 'and'],
  ['or', 'or'],
  ['minus', 'minus'],
];

interface UniverseMakerProps {
  readonly listings: readonly StoredListing[];
  readonly listed: readonly StoredListing[];
  readonly universes: readonly StoredUniverse[];
  readonly quality: ReadonlyMap<string, InstrumentQuality> | undefined;
  readonly onMake: (name: string, members: Universe) => void;
}

const control = 'rounded-sm border border-hairline bg-raised px-2 py-1 text-ink';

/** A new universe, in one of four ways. */
export function UniverseMaker({ listings, listed, universes, quality, onMake }: UniverseMakerProps) {
  const [name, setName] = useState('');
  const [way, setWay] = useState<Way>('filter');
  const [pasted, setPasted] = useState('');
  const [filter, setFilter] = useState(NO_FILTER);
  const [file, setFile] = useState<{ name: string; members: Universe; problems: readonly string[] }>();
  const [first, setFirst] = useState(universes[0]?.id ?? '');
  const [how, setHow] = useState<Combination>('and');
  const [second, setSecond] = useState(universes[1]?.id ?? '');
  const membersOf = (id: string): Universe => universes.find((u) => u.id === id)?.members ?? [];

  const { members, unknown } = ((): { members: Universe; unknown: readonly string[] } => {
    if (way === 'filter') return { members: filtered(listed, quality, filter), unknown: [] };
    if (way === 'paste') return membersFrom(pasted, listings);
    if (way === 'combine') return { members: combine(membersOf(first), how, membersOf(second)), unknown: [] };
    const known = new Set(listings.map(({ symbol }) => symbol));
    const its = file?.members ?? [];
    return {
      members: its.filter(({ symbol }) => known.has(symbol)),
      unknown: [...new Set(its.map(({ symbol }) => symbol).filter((symbol) => !known.has(symbol)))],
    };
  })();
  const size = new Set(members.map(({ symbol }: Membership) => symbol)).size;
  const taken = universes.some((universe) => universe.name === name.trim());
  const read = async (chosen: File | undefined): Promise<void> => {
    if (!chosen) return;
    const result = readUniverseCsv(await chosen.text(), chosen.name);
    setFile({
      name: chosen.name,
      members: result.ok ? result.value : [],
      problems: result.ok
        ? []
        : result.problems.map((p) => (p.line ? `line ${p.line}: ${p.message}` : p.message)),
    });
  };
  const groups = [...new Set(listings.map(({ group }) => group))].sort();
  const kinds = [...new Set(listings.map(({ kind }) => kind))].sort();
  const least = (key: 'price' | 'traded' | 'years', label: string): ReactNode => (
    <label className="flex items-center gap-2">
      {label}
      <input
        type="number"
        min={0}
        step="any"
        value={filter[key]}
        onChange={(event) => setFilter({ ...filter, [key]: event.target.value })}
        className={`${control} w-28`}
      />
    </label>
  );

  return (
    <form
      aria-label="New universe"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto py-3"
      onSubmit={(event) => {
        event.preventDefault();
        onMake(name.trim(), members);
      }}
    >
      <div className="flex items-center gap-3">
        <input
          value={name}
          onChange={(event) => setName(event.target.value)}
          aria-label="Name"
          placeholder="Name of the new universe"
          className={`${control} w-72`}
        />
        <div role="radiogroup" aria-label="How it is made" className="flex flex-wrap gap-3">
          {WAYS.map(([value, label]) => (
            <label key={value} className="flex items-center gap-1.5">
              <input type="radio" name="way" checked={way === value} onChange={() => setWay(value)} />
              {label}
            </label>
          ))}
        </div>
      </div>
      {way === 'filter' && (
        <fieldset className="flex flex-wrap items-center gap-x-4 gap-y-2 text-soft">
          <legend className="pb-1">
            Of the {count(listed.length)} instruments now in the list on the left, those of
          </legend>
          <select
            aria-label="Kind"
            value={filter.kind}
            onChange={(event) => setFilter({ ...filter, kind: event.target.value })}
            className={control}
          >
            <option value="">any kind</option>
            {kinds.map((kind) => (
              <option key={kind}>{kind}</option>
            ))}
          </select>
          <select
            aria-label="Sector or group"
            value={filter.group}
            onChange={(event) => setFilter({ ...filter, group: event.target.value })}
            className={control}
          >
            <option value="">any sector or group</option>
            {groups.map((group) => (
              <option key={group}>{group}</option>
            ))}
          </select>
          {least('price', 'last price at least')}
          {least('traded', 'traded a day at least')}
          {least('years', 'years of history at least')}
          {!quality && <span>Prices and turnovers are still being looked at …</span>}
        </fieldset>
      )}
      {way === 'paste' && (
        <textarea
          value={pasted}
          onChange={(event) => setPasted(event.target.value)}
          rows={4}
          aria-label="Symbols"
          placeholder="Symbols in any form: by lines, commas, spaces or quotes"
          className={control}
        />
      )}
      {way === 'file' && (
        <div>
          <input
            type="file"
            accept=".csv,.txt"
            aria-label="Universe file"
            onChange={(event) => void read(event.target.files?.[0])}
          />
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
      )}
      {way === 'combine' && (
        <div className="flex items-center gap-2">
          <UniverseChoice label="First universe" value={first} universes={universes} onChange={setFirst} />
          <select
            aria-label="How"
            value={how}
            onChange={(event) => setHow(event.target.value as Combination)}
            className={control}
          >
            {COMBINATIONS.map(([value, label]) => (
              <option key={value} value={value}>
                {label}
              </option>
            ))}
          </select>
          <UniverseChoice label="Second universe" value={second} universes={universes} onChange={setSecond} />
          <span className="text-soft">day by day</span>
        </div>
      )}
      {unknown.length > 0 && (
        <p role="alert" className="text-loss">
          Not in the market, and so left out: {unknown.join(', ')}
        </p>
      )}
      <div className="flex items-center gap-3">
        <Button
          type="submit"
          disabled={name.trim() === '' || taken || members.length === 0}
          className="border-strong bg-accent-paper font-semibold"
        >
          Make a universe of {count(size)}
        </Button>
        <span className="text-soft">
          {taken
            ? 'There is a universe of this name; choose another.'
            : name.trim() === ''
              ? 'It needs a name.'
              : ''}
        </span>
      </div>
      {(way === 'filter' || way === 'paste') && (
        <p className="max-w-[44rem] text-soft">
          Made of what is known today and without dates of membership, a universe leaves out what had failed
          before, and flatters every rule. Dates can be given once it is made, or come with a file.
        </p>
      )}
    </form>
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
    <select
      aria-label={label}
      value={value}
      onChange={(event) => onChange(event.target.value)}
      className={control}
    >
      {universes.map(({ id, name }) => (
        <option key={id} value={id}>
          {name}
        </option>
      ))}
    </select>
  );
}
