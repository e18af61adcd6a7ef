'use client';

import type { Universe } from '@plateau/core';
import { useState } from 'react';
import { type MarketOf, membersOf, newUniverse, type Way } from '@/model/market/new-universe.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
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
export function UniverseMaker({ onMake, ...market }: UniverseMakerProps) {
  const [name, setName] = useState('');
  const [made, setMade] = useState(() => newUniverse(market.universes));
  const { way } = made;
  const { members, unknown } = membersOf(made, market);
  const size = new Set(members.map(({ symbol }) => symbol)).size;
  const taken = market.universes.some((universe) => universe.name === name.trim());
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
          Not in the market, and so left out: {unknown.join(', ')}
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
