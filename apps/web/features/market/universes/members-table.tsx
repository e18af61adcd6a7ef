'use client';

import type { Membership } from '@plateau/core';
import { X } from 'lucide-react';
import { useMemo } from 'react';
import { changeSpell } from '@/model/market/members.ts';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { changeMembers, dayOrNone } from '@/store/market/actions.ts';
import { RowButton } from '@/ui/button';
import { dataColumn as column, type DataColumn, DataTable } from '@/ui/data-table.tsx';
import { DateCell } from '@/ui/date-cell.tsx';
import { TextInput } from '@/ui/text-input.tsx';

interface Spell extends Membership {
  readonly name: string;
  readonly unknown: boolean;
}

interface MembersTableProps {
  readonly universe: StoredUniverse;
  readonly listings: readonly StoredListing[];
  readonly sessions: Int32Array | undefined;
  /** is told why something was refused, and undefined once nothing is */
  readonly onFault: (fault: string | undefined) => void;
}

const cell =
  'w-full rounded-sm border border-transparent bg-transparent px-0.5 hover:border-hairline focus:border-hairline';

/** Each spell of membership, all to be changed. */
export function MembersTable({ universe, listings, sessions, onFault }: MembersTableProps) {
  const { members } = universe;
  const spells = useMemo(() => {
    const bySymbol = new Map(listings.map((listing) => [listing.symbol, listing]));
    return members.map((member): Spell => {
      const listing = bySymbol.get(member.symbol);
      return { ...member, name: listing?.name ?? 'not in the market', unknown: !listing };
    });
  }, [members, listings]);
  const columns = useMemo(() => {
    const put = (spell: Spell, to: Parameters<typeof changeSpell>[3], what: string): void => {
      onFault(undefined);
      changeMembers(universe, (now) => changeSpell(now, universe.members, spell, to), what).catch(
        (error: Error) => onFault(`${error.message}.`),
      );
    };
    const change: Acts['change'] = (spell, next, what) => put(spell, (its) => ({ ...its, ...next }), what);
    const remove: Acts['remove'] = (spell) =>
      put(spell, () => undefined, `${spell.symbol} is removed from ${universe.name}.`);
    return columnsOf({ members: universe.members, sessions, change, remove, onFault });
  }, [universe, sessions, onFault]);
  return (
    <DataTable
      label="Members"
      rows={spells}
      columns={columns}
      empty="It has no members: add symbols above."
    />
  );
}

interface Acts {
  /** another list each time the store was read */
  readonly members: readonly Membership[];
  readonly sessions: Int32Array | undefined;
  readonly change: (
    spell: Spell,
    next: { readonly [K in keyof Membership]?: Membership[K] | undefined },
    what: string,
  ) => void;
  readonly remove: (spell: Spell) => void;
  readonly onFault: MembersTableProps['onFault'];
}

function columnsOf(acts: Acts): DataColumn<Spell>[] {
  const { members, sessions, change, remove } = acts;
  return [
    column('symbol', 'Symbol', (s) => s.symbol, { width: 70, left: true, show: (s) => s.symbol }),
    column('name', 'Name', (s) => s.name, {
      width: 140,
      left: true,
      show: (s) => <span className={s.unknown ? 'text-loss' : undefined}>{s.name}</span>,
    }),
    dateColumn('from', 'From', acts),
    dateColumn('to', 'To', acts),
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
            change(s, { group }, `${s.symbol} is of the group ${group || 'none'}.`);
          }}
          className={cell}
        />
      ),
    }),
    column('when', 'When', (s) => s.from, {
      width: 120,
      left: true,
      show: (s) => <SpellStrip spell={s} first={sessions?.[0]} last={sessions?.at(-1)} />,
    }),
    column('remove', '', () => 0, {
      width: 26,
      show: (s) => (
        <RowButton label={`Remove ${s.symbol}`} icon={X} className="size-5" onClick={() => remove(s)} />
      ),
    }),
  ];
}

function dateColumn(
  key: 'from' | 'to',
  title: string,
  { members, change, onFault }: Acts,
): DataColumn<Spell> {
  const commit = (spell: Spell, iso: string): void => {
    const day = dayOrNone(iso);
    if (day === spell[key]) return onFault(undefined);
    if (day === undefined && iso !== '') return onFault(`“${iso}” is no date; write YYYY-MM-DD.`);
    change(
      spell,
      { [key]: day },
      `${spell.symbol}: ${key === 'from' ? 'comes' : 'leaves'} ${iso || 'at no date'}.`,
    );
  };
  return column(key, title, (s) => s[key], {
    width: 104,
    left: true,
    show: (s) => (
      <DateCell
        label={`${s.symbol} ${key}`}
        day={s[key]}
        from={members}
        onCommit={(text) => commit(s, text.trim())}
      />
    ),
  });
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
