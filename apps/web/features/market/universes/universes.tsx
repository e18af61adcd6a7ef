'use client';

import type { Universe } from '@plateau/core';
import { clsx } from 'clsx';
import { useLiveQuery } from 'dexie-react-hooks';
import { Plus, TriangleAlert } from 'lucide-react';
import { useDeferredValue, useState } from 'react';
import { isDated } from '@/model/market/members.ts';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing } from '@/model/rows.ts';
import { addUniverse } from '@/store/market/actions.ts';
import { readAll } from '@/store/read.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { useAnswer } from '@/ui/use-answer.ts';
import { marketSessions } from '@/workers/quality-client.ts';
import { UniverseEditor, type UniverseView } from './universe-editor.tsx';
import { UniverseMaker } from './universe-maker.tsx';

interface UniversesProps {
  readonly listings: readonly StoredListing[];
  /** the instruments now in the list, which a new universe may be made of */
  readonly listed: readonly StoredListing[];
  readonly quality: ReadonlyMap<string, InstrumentQuality> | undefined;
}

/** Universes: who belongs to each and when. */
export function Universes({ listings, listed, quality }: UniversesProps) {
  // Drawn in slices, between which the page answers: a universe may have thousands of members.
  const universes = useDeferredValue(
    useLiveQuery(async () => (await readAll('universes')).sort((a, b) => (a.id < b.id ? -1 : 1)), []),
  );
  const [picked, setPicked] = useState<string>();
  // The id of the universe that is being made: once it is in the list, it is made, and another can be begun at once.
  const [begun, setBegun] = useState<string>();
  // What is looked at stays when another universe is chosen.
  const [view, setView] = useState<UniverseView>('members');
  const sessions = useDeferredValue(useAnswer(marketSessions, []).value);
  const chosen = universes?.find(({ id }) => id === picked) ?? universes?.[0];
  const making = begun !== undefined && !universes?.some(({ id }) => id === begun);
  if (!universes) return null;

  const create = async (name: string, members: Universe): Promise<void> => {
    const id = begun ?? crypto.randomUUID();
    setPicked(id);
    await addUniverse(id, name, members);
    setBegun((now) => (now === id ? undefined : now));
  };
  return (
    <>
      <div className="flex items-start gap-2 border-b border-hairline py-2">
        <ul aria-label="Universes" className="flex max-h-28 min-w-0 flex-1 flex-wrap gap-1 overflow-auto">
          {universes.map(({ id, name, members }) => {
            const open = !making && id === chosen?.id;
            return (
              <li key={id}>
                <button
                  type="button"
                  aria-pressed={open}
                  onClick={() => {
                    setPicked(id);
                    setBegun(undefined);
                  }}
                  className={clsx(
                    'flex items-center gap-1.5 rounded-sm border px-2 py-1',
                    open ? 'border-strong bg-accent-paper' : 'border-hairline bg-raised hover:border-strong',
                  )}
                >
                  {name}
                  <span className="text-soft">{count(new Set(members.map((m) => m.symbol)).size)}</span>
                  {!isDated(members) && (
                    <TriangleAlert size={12} aria-label="without dates" className="text-loss" />
                  )}
                </button>
              </li>
            );
          })}
        </ul>
        <Button aria-pressed={making} onClick={() => setBegun(making ? undefined : crypto.randomUUID())}>
          <Plus size={14} aria-hidden /> New universe
        </Button>
      </div>
      {making || !chosen ? (
        <UniverseMaker
          listings={listings}
          listed={listed}
          universes={universes}
          quality={quality}
          onMake={(name, members) => void create(name, members)}
        />
      ) : (
        <UniverseEditor
          key={chosen.id}
          universe={chosen}
          names={universes.map(({ name }) => name)}
          listings={listings}
          sessions={sessions}
          view={view}
          onView={setView}
        />
      )}
    </>
  );
}
