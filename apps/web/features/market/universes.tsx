'use client';

import { isoFromDay } from '@plateau/core';
import { useLiveQuery } from 'dexie-react-hooks';
import { Trash2, X } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import { database, type StoredListing, type StoredUniverse } from '@/store/database.ts';
import { Button, IconButton } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { forgetMarket } from '@/workers/engine-client.ts';
import { membersFrom } from './members.ts';

interface UniversesProps {
  readonly listings: readonly StoredListing[];
  /** the instruments now in the list, which a new universe may be made of */
  readonly listed: readonly StoredListing[];
  readonly onClose: () => void;
}

/** Universes: who belongs to each and when; new ones from the list or from pasted symbols. */
export function Universes({ listings, listed, onClose }: UniversesProps) {
  const universes = useLiveQuery(() => database.universes.toArray(), []);
  const [name, setName] = useState('');
  const [pasted, setPasted] = useState('');
  const { members, unknown } = membersFrom(pasted, listings, listed);
  const taken = universes?.some((u) => u.name === name.trim());

  const create = async (): Promise<void> => {
    await database.universes.put({ id: crypto.randomUUID(), name: name.trim(), members });
    toast.success(`${name.trim()} has ${count(members.length)} members; a sheet can choose it now.`);
    setName('');
    setPasted('');
  };
  const remove = async (universe: StoredUniverse): Promise<void> => {
    await database.universes.delete(universe.id);
    forgetMarket();
    toast(`${universe.name} is deleted.`, {
      action: { label: 'Undo', onClick: () => void database.universes.put(universe) },
    });
  };
  const rename = async (universe: StoredUniverse, next: string): Promise<void> => {
    if (next.trim() !== '') await database.universes.update(universe.id, { name: next.trim() });
  };

  return (
    <div className="flex h-full min-h-0 flex-col">
      <header className="flex items-center gap-3 pt-2 pb-1">
        <h2 className="font-serif text-xl">Universes</h2>
        <IconButton label="Close the universes" icon={X} className="ml-auto" onClick={onClose} />
      </header>
      <form
        className="grid gap-2 border border-hairline bg-raised p-3"
        onSubmit={(event) => {
          event.preventDefault();
          void create();
        }}
      >
        <label className="flex items-center gap-2">
          <span className="w-20 text-soft">Name</span>
          <input
            value={name}
            onChange={(event) => setName(event.target.value)}
            placeholder="of a new universe"
            className="flex-1 rounded-sm border border-hairline bg-paper px-2 py-1"
          />
        </label>
        <label className="flex items-start gap-2">
          <span className="w-20 pt-1 text-soft">Symbols</span>
          <textarea
            value={pasted}
            onChange={(event) => setPasted(event.target.value)}
            rows={2}
            placeholder={`pasted in any form; left empty, the ${count(listed.length)} instruments now in the list`}
            className="flex-1 rounded-sm border border-hairline bg-paper px-2 py-1"
          />
        </label>
        {unknown.length > 0 && (
          <p role="alert" className="text-loss">
            Not in the market, and so left out: {unknown.join(', ')}
          </p>
        )}
        <div className="flex items-center gap-3">
          <Button type="submit" disabled={name.trim() === '' || taken || members.length === 0}>
            Make a universe of {count(members.length)}
          </Button>
          <span className="text-soft">
            {taken
              ? 'There is a universe of this name; choose another.'
              : 'Without dates of membership it leaves out what failed before today, and flatters every rule.'}
          </span>
        </div>
      </form>
      <ul className="min-h-0 flex-1 overflow-auto pt-2" aria-label="Universes">
        {universes?.map((universe) => (
          <li key={universe.id} className="border-b border-hairline py-2">
            <div className="flex items-center gap-2">
              <input
                defaultValue={universe.name}
                aria-label={`Name of the universe ${universe.name}`}
                onBlur={(event) => void rename(universe, event.target.value)}
                className="rounded-sm border border-transparent bg-transparent px-1 font-semibold hover:border-hairline focus:border-hairline"
              />
              <IconButton
                label={`Delete ${universe.name}`}
                icon={Trash2}
                className="ml-auto"
                onClick={() => void remove(universe)}
              />
            </div>
            <Membership universe={universe} />
          </li>
        ))}
      </ul>
    </div>
  );
}

/** How many belong to a universe, and since when that is known. */
function Membership({ universe: { members } }: { universe: StoredUniverse }) {
  const symbols = new Set(members.map(({ symbol }) => symbol));
  const dated = members.filter(({ from, to }) => from !== undefined || to !== undefined);
  const days = dated.flatMap(({ from, to }) => [from, to]).filter((day) => day !== undefined);
  const groups = new Set(members.map(({ group }) => group).filter(Boolean));
  return (
    <p className="px-1 text-soft">
      {count(symbols.size)} instruments
      {groups.size > 0 && ` in ${count(groups.size)} group${groups.size === 1 ? '' : 's'}`}.{' '}
      {dated.length > 0
        ? `${count(dated.length)} spells of membership are dated, ${isoFromDay(Math.min(...days))} to ${isoFromDay(Math.max(...days))}.`
        : 'No dates of membership: results are of those that are known today.'}
    </p>
  );
}
