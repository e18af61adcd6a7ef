'use client';

import { Trash2 } from 'lucide-react';
import { useDeferredValue, useMemo, useState } from 'react';
import { isDated, membersFrom } from '@/model/market/members.ts';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { changeMembers, removeUniverse, renameUniverse } from '@/store/market/actions.ts';
import { Button, IconButton } from '@/ui/button';
import { count, someOf } from '@/ui/format.ts';
import { late } from '@/ui/late.tsx';
import { TextInput } from '@/ui/text-input.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { CountByDay } from './count-by-day.tsx';
import { MembersTable } from './members-table.tsx';
import { UniverseOut } from './universe-out.tsx';

const Correlations = late('Correlations', () => import('./correlations.tsx').then((m) => m.Correlations));

const VIEWS = [
  ['members', 'Members'],
  ['correlations', 'Correlations'],
] as const;

export type UniverseView = (typeof VIEWS)[number][0];

interface UniverseEditorProps {
  readonly universe: StoredUniverse;
  readonly names: readonly string[];
  readonly listings: readonly StoredListing[];
  /** the market's sessions; undefined while they are read */
  readonly sessions: Int32Array | undefined;
  readonly view: UniverseView;
  readonly onView: (view: UniverseView) => void;
}

/** One universe: its name, how many belong when, and each spell of membership, all to be changed. */
export function UniverseEditor({ universe, names, listings, sessions, view, onView }: UniverseEditorProps) {
  const { members } = universe;
  // Thousands of members are drawn in slices, between which the page answers; all that can be pressed above them is there at once,
  // so that nothing of the universe before it is pressed in its stead.
  const isSettled = useDeferredValue(true, false);
  const [adding, setAdding] = useState('');
  const [fault, setFault] = useState<string>();
  const symbols = useMemo(() => [...new Set(members.map(({ symbol }) => symbol))], [members]);
  const rename = (name: string): void => {
    if (name === universe.name) return setFault(undefined);
    if (name === '') return setFault('A universe needs a name.');
    if (names.includes(name)) return setFault(`There is a universe “${name}” already.`);
    setFault(undefined);
    void renameUniverse(universe, name);
  };
  const { members: found, unknown } = useMemo(() => membersFrom(adding, listings), [adding, listings]);
  const add = (): void => {
    void changeMembers(
      universe,
      (now) => [...now, ...found],
      `${count(found.length)} came into ${universe.name}.`,
    );
    setAdding('');
  };
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
        <UniverseOut universe={universe} listings={listings} />
        <IconButton
          label={`Delete ${universe.name}`}
          icon={Trash2}
          onClick={() => void removeUniverse(universe)}
        />
      </div>
      <p className="text-soft">
        {count(symbols.length, 'instrument')} in {count(members.length, 'spell')} of membership
        {universe.source ? `, kept by ${universe.source}` : ''}.
      </p>
      {!isDated(members) && (
        <p className="text-loss">
          No dates of membership: what failed before today is left out, and every rule looks better than it
          was.
        </p>
      )}
      {isSettled && sessions && sessions.length > 0 ? (
        <CountByDay members={members} sessions={sessions} />
      ) : (
        // Its room, so that nothing moves when it comes.
        <div className="h-24 shrink-0" />
      )}
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
          {fault ?? `Not in the market: ${someOf(unknown)}`}
        </p>
      )}
      <Toggle
        label="Of the universe"
        value={view}
        choices={VIEWS}
        onChange={onView}
        className="mb-1 self-start"
      />
      {!isSettled ? null : view === 'correlations' ? (
        <Correlations name={universe.name} symbols={symbols} />
      ) : (
        <div className="min-h-0 flex-1">
          <MembersTable universe={universe} listings={listings} sessions={sessions} onFault={setFault} />
        </div>
      )}
    </section>
  );
}
