'use client';

import type { Universe } from '@plateau/core';
import { useDeferredValue, useMemo, useState } from 'react';
import { type MarketOf, membersOf, newUniverse, type Way } from '@/model/market/new-universe.ts';
import { Button } from '@/ui/button';
import { count, someOf } from '@/ui/format.ts';
import { Radio } from '@/ui/radio.tsx';
import { CombineWay, control, FileWay, FilterWay, PasteWay } from './ways.tsx';

const WAYS = {
  filter: ['By what they are', FilterWay],
  paste: ['By symbols', PasteWay],
  file: ['From a file', FileWay],
  combine: ['From two others', CombineWay],
} as const;

interface UniverseMakerProps extends MarketOf {
  readonly onMake: (name: string, members: Universe) => void;
}

/** A new universe, in one of four ways. */
export function UniverseMaker({ onMake, listings, listed, universes, quality }: UniverseMakerProps) {
  const market = useMemo(
    () => ({ listings, listed, universes, quality }),
    [listings, listed, universes, quality],
  );
  const [name, setName] = useState('');
  const [made, setMade] = useState(() => newUniverse(universes));
  const { way } = made;
  // Of thousands of symbols what is typed stands at once, and who is meant a moment later.
  const settled = useDeferredValue(made);
  const { members, unknown } = useMemo(() => membersOf(settled, market), [settled, market]);
  const size = useMemo(() => new Set(members.map(({ symbol }) => symbol)).size, [members]);
  const taken = universes.some((universe) => universe.name === name.trim());
  const lacks = taken
    ? 'There is a universe of this name; choose another.'
    : name.trim() === '' && 'It needs a name.';
  const [, Choice] = WAYS[way];
  return (
    <form
      aria-label="New universe"
      className="flex min-h-0 flex-1 flex-col gap-3 overflow-auto py-3"
      onSubmit={(event) => {
        event.preventDefault();
        onMake(name.trim(), membersOf(made, market).members);
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
        <Radio
          label="How it is made"
          value={way}
          choices={(Object.keys(WAYS) as Way[]).map((one) => [one, WAYS[one][0]])}
          onChange={(next) => setMade({ ...made, way: next })}
        />
      </div>
      <Choice made={made} market={market} onChange={(part) => setMade((now) => ({ ...now, ...part }))} />
      {unknown.length > 0 && (
        <p role="alert" className="text-loss">
          Not in the market, and so left out: {someOf(unknown)}
        </p>
      )}
      <div className="flex items-center gap-3">
        <Button
          type="submit"
          disabled={lacks !== false || members.length === 0}
          className="border-strong bg-accent-paper font-semibold"
        >
          Make a universe of {count(size)}
        </Button>
        <span className="text-soft">{lacks}</span>
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
