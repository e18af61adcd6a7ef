'use client';

import { at, isoFromDay, type Membership, membersByDay } from '@plateau/core';
import { universeCsv } from '@plateau/files';
import { Download, Trash2, X } from 'lucide-react';
import { useMemo, useState } from 'react';
import { Area, AreaChart, ResponsiveContainer, Tooltip, XAxis, YAxis } from 'recharts';
import { isDated, membersFrom } from '@/model/market/members.ts';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { changeMembers, dayOrNone, removeUniverse, renameUniverse } from '@/store/market/actions.ts';
import { Button, IconButton } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { count } from '@/ui/format.ts';
import { saveFile } from '@/ui/save-file.ts';
import { TextInput } from '@/ui/text-input.tsx';

interface Spell extends Membership {
  readonly place: number;
  readonly name: string;
  readonly unknown: boolean;
}

interface UniverseEditorProps {
  readonly universe: StoredUniverse;
  readonly names: readonly string[];
  readonly listings: readonly StoredListing[];
  /** the market's sessions; undefined while they are read */
  readonly sessions: Int32Array | undefined;
}

const cell =
  'w-full rounded-sm border border-transparent bg-transparent px-0.5 hover:border-hairline focus:border-hairline';

/** One universe: its name, how many belong when, and each spell of membership, all to be changed. */
export function UniverseEditor({ universe, names, listings, sessions }: UniverseEditorProps) {
  const { members } = universe;
  const [adding, setAdding] = useState('');
  const [fault, setFault] = useState<string>();
  const spells = useMemo(() => {
    const bySymbol = new Map(listings.map((listing) => [listing.symbol, listing]));
    return members.map((member, place): Spell => {
      const listing = bySymbol.get(member.symbol);
      return { ...member, place, name: listing?.name ?? 'not in the market', unknown: !listing };
    });
  }, [members, listings]);
  const first = sessions?.[0];
  const last = sessions?.at(-1);

  const change = (place: number, next: Partial<Membership>, what: string): void => {
    const spell = members[place];
    if (!spell) return;
    void changeMembers(
      universe,
      (now) => now.map((member) => (isSame(member, spell) ? tidy({ ...member, ...next }) : member)),
      what,
    );
  };
  const date = (spell: Spell, key: 'from' | 'to', iso: string): void => {
    const day = dayOrNone(iso);
    if (day === spell[key]) return setFault(undefined);
    if (day === undefined && iso !== '') return setFault(`“${iso}” is no date; write YYYY-MM-DD.`);
    const next = { ...spell, [key]: day };
    if (next.from !== undefined && next.to !== undefined && next.from > next.to) {
      return setFault(`${spell.symbol} cannot leave before it comes.`);
    }
    setFault(undefined);
    change(
      spell.place,
      { [key]: day },
      `${spell.symbol}: ${key === 'from' ? 'comes' : 'leaves'} ${iso || 'at no date'}.`,
    );
  };
  const rename = (name: string): void => {
    if (name === universe.name) return setFault(undefined);
    if (name === '') return setFault('A universe needs a name.');
    if (names.includes(name)) return setFault(`There is a universe “${name}” already.`);
    setFault(undefined);
    void renameUniverse(universe, name);
  };
  const { members: found, unknown } = membersFrom(adding, listings);
  const add = (): void => {
    void changeMembers(
      universe,
      (now) => [...now, ...found],
      `${count(found.length)} came into ${universe.name}.`,
    );
    setAdding('');
  };

  const columns: DataColumn<Spell>[] = [
    column('symbol', 'Symbol', (s) => s.symbol, { width: 70, left: true, show: (s) => s.symbol }),
    column('name', 'Name', (s) => s.name, {
      width: 140,
      left: true,
      show: (s) => <span className={s.unknown ? 'text-loss' : undefined}>{s.name}</span>,
    }),
    ...(['from', 'to'] as const).map((key) =>
      column<Spell>(key, key === 'from' ? 'From' : 'To', (s) => s[key], {
        width: 80,
        left: true,
        show: (s) => (
          <TextInput
            aria-label={`${s.symbol} ${key}`}
            placeholder="–"
            value={s[key] === undefined ? '' : isoFromDay(s[key])}
            from={members}
            onCommit={(text) => date(s, key, text.trim())}
            className={cell}
          />
        ),
      }),
    ),
    column('group', 'Group', (s) => s.group, {
      width: 110,
      left: true,
      show: (s) => (
        <TextInput
          aria-label={`Group of ${s.symbol}`}
          value={s.group ?? ''}
          from={members}
          onCommit={(text) => {
            const group = text.trim();
            if (group === (s.group ?? '')) return;
            change(s.place, { group }, `${s.symbol} is of the group ${group || 'none'}.`);
          }}
          className={cell}
        />
      ),
    }),
    column('when', 'When', (s) => s.from, {
      width: 120,
      left: true,
      show: (s) => <SpellStrip spell={s} first={first} last={last} />,
    }),
    column('remove', '', () => 0, {
      width: 26,
      show: (s) => (
        <IconButton
          label={`Take ${s.symbol} out`}
          icon={X}
          className="size-5"
          onClick={() =>
            void changeMembers(
              universe,
              (now) => now.filter((member) => !isSame(member, s)),
              `${s.symbol} is out of ${universe.name}.`,
            )
          }
        />
      ),
    }),
  ];
  return (
    <section aria-label={universe.name} className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-2 pt-2">
        <TextInput
          value={universe.name}
          from={universe}
          aria-label={`Name of the universe ${universe.name}`}
          onCommit={(text) => rename(text.trim())}
          className="min-w-0 flex-1 rounded-sm border border-transparent bg-transparent font-serif text-xl hover:border-hairline focus:border-hairline"
        />
        <Button onClick={() => saveFile(`${universe.name}.csv`, 'text/csv', universeCsv(members))}>
          <Download size={14} aria-hidden /> CSV
        </Button>
        <IconButton
          label={`Delete ${universe.name}`}
          icon={Trash2}
          onClick={() => void removeUniverse(universe)}
        />
      </div>
      <p className="text-soft">
        {count(new Set(members.map(({ symbol }) => symbol)).size)} instruments in {count(members.length)}{' '}
        spells of membership{universe.source ? `, kept by ${universe.source}` : ''}.
      </p>
      {!isDated(members) && (
        <p className="text-loss">
          No dates of membership: what failed before today is left out, and every rule looks better than it
          was.
        </p>
      )}
      {sessions && <CountByDay members={members} sessions={sessions} />}
      <form
        className="flex items-center gap-2 py-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (found.length > 0) add();
        }}
      >
        <input
          value={adding}
          onChange={(event) => setAdding(event.target.value)}
          aria-label="Symbols to add"
          placeholder="Symbols to add"
          className="min-w-0 flex-1 rounded-sm border border-hairline bg-raised px-2 py-1"
        />
        <Button type="submit" disabled={found.length === 0}>
          Add {count(found.length)}
        </Button>
      </form>
      {(unknown.length > 0 || fault) && (
        <p role="alert" className="text-loss">
          {fault ?? `Not in the market: ${unknown.join(', ')}`}
        </p>
      )}
      <div className="min-h-0 flex-1">
        <DataTable
          label="Members"
          rows={spells}
          columns={columns}
          empty="It has no members: add symbols above."
        />
      </div>
    </section>
  );
}

/** One spell of membership, wherever it stands in the list by now. */
function isSame(a: Membership, b: Membership): boolean {
  return a.symbol === b.symbol && a.from === b.from && a.to === b.to && a.group === b.group;
}

/** Without the keys that hold nothing. */
function tidy({ symbol, from, to, group }: Partial<Membership> & { readonly symbol: string }): Membership {
  return {
    symbol,
    ...(from === undefined ? {} : { from }),
    ...(to === undefined ? {} : { to }),
    ...(group ? { group } : {}),
  };
}

interface SpellStripProps {
  readonly spell: Spell;
  readonly first: number | undefined;
  readonly last: number | undefined;
}

/** A spell on the market's years: a band on a hairline. */
function SpellStrip({ spell: { from, to }, first, last }: SpellStripProps) {
  if (first === undefined || last === undefined || last <= first) return null;
  const at = (day: number): number => Math.min(1, Math.max(0, (day - first) / (last - first))) * 100;
  const [start, end] = [at(from ?? first), at(to ?? last)];
  return (
    <svg aria-hidden viewBox="0 0 100 10" preserveAspectRatio="none" className="mt-1 h-2.5 w-full">
      <line x1={0} x2={100} y1={5} y2={5} stroke="var(--hairline)" strokeWidth={1} />
      <rect x={start} width={Math.max(0.8, end - start)} y={2} height={6} fill="var(--accent)" />
    </svg>
  );
}

/** How many belong, day by day. */
function CountByDay({ members, sessions }: { members: readonly Membership[]; sessions: Int32Array }) {
  const rows = useMemo(() => {
    const counts = membersByDay(members, sessions);
    const each = Math.max(1, Math.floor(sessions.length / 500));
    return Array.from(sessions, (day, k) => ({ day, members: at(counts, k) })).filter(
      (_row, k) => k % each === 0 || k === sessions.length - 1,
    );
  }, [members, sessions]);
  const axis = { tick: { fill: 'var(--ink-soft)', fontSize: 11 }, tickLine: false, axisLine: false } as const;
  return (
    <figure className="h-24 shrink-0" aria-label="Members by day">
      <ResponsiveContainer width="100%" height="100%" initialDimension={{ width: 700, height: 96 }}>
        <AreaChart data={rows} margin={{ top: 6, right: 8, bottom: 0, left: 0 }}>
          <XAxis
            dataKey="day"
            type="number"
            domain={['dataMin', 'dataMax']}
            tickFormatter={(day: number) => isoFromDay(day).slice(0, 4)}
            height={16}
            {...axis}
          />
          <YAxis width={34} allowDecimals={false} tickCount={3} domain={[0, 'auto']} {...axis} />
          <Tooltip
            isAnimationActive={false}
            content={({ active, payload }) =>
              active && payload?.[0] ? (
                <p className="border border-strong bg-raised px-2 py-1">
                  {isoFromDay(payload[0].payload.day)}: {count(payload[0].payload.members)} members
                </p>
              ) : null
            }
          />
          <Area
            dataKey="members"
            type="stepAfter"
            stroke="var(--ridge)"
            fill="var(--land)"
            isAnimationActive={false}
          />
        </AreaChart>
      </ResponsiveContainer>
    </figure>
  );
}
