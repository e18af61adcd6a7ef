'use client';

import { dayFromIso, isoFromDay } from '@plateau/core';
import { Footprints } from 'lucide-react';
import { Popover } from 'radix-ui';
import { useState } from 'react';
import { eveningAskedOf } from '@/model/follow/followed.ts';
import type { KeptRun } from '@/model/rows.ts';
import { follow } from '@/store/follow/followed.ts';
import { POPPED } from '@/ui/box.ts';
import { Button } from '@/ui/button';
import { DateField } from '@/ui/date-field.tsx';
import { eveningInWorker } from '@/workers/evening-client.ts';
import { useAddress } from './use-address.ts';

interface FollowButtonProps {
  readonly kept: KeptRun;
  /** the run's first and last day */
  readonly first: number;
  readonly last: number;
}

/** Begins to follow a kept run from a day on: what was tested up to it is fixed, what comes after is real. */
export function FollowButton({ kept, first, last }: FollowButtonProps) {
  const [, go] = useAddress();
  const [text, setText] = useState(isoFromDay(last));
  const [busy, setBusy] = useState(false);
  const [fault, setFault] = useState<string>();
  const begin = async (): Promise<void> => {
    const trusted = dayFromIso(text.trim());
    if (trusted === undefined || trusted <= first || trusted > last) {
      return setFault(`Write a day from ${isoFromDay(first + 1)} to ${isoFromDay(last)}.`);
    }
    setBusy(true);
    setFault(undefined);
    try {
      const asked = { account: { kind: 'simulated' }, fills: [], events: [] } as const;
      const { tested } = await eveningInWorker(eveningAskedOf({ run: kept, trusted, ...asked }));
      go({ evening: await follow(kept, trusted, tested) });
    } catch (error) {
      setFault(`It is not followed: ${error instanceof Error ? error.message : String(error)}`);
      setBusy(false);
    }
  };
  return (
    <Popover.Root>
      <Popover.Trigger asChild>
        <Button className="shrink-0">
          <Footprints size={14} aria-hidden /> Follow …
        </Button>
      </Popover.Trigger>
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          className={`grid w-80 gap-2 p-3 ${POPPED}`}
          aria-label="Follow"
        >
          <p>
            Its rules are fixed as they are. Days up to the one it is trusted from count as tested, all that
            come after as real.
          </p>
          <span className="grid gap-1">
            Trusted from the close of
            <DateField
              label="Trusted from"
              value={text}
              first={first + 1}
              last={last}
              faulty={fault !== undefined}
              onChange={setText}
            />
          </span>
          {fault && (
            <p role="alert" className="text-loss">
              {fault}
            </p>
          )}
          <Button className="justify-self-start" disabled={busy} onClick={() => void begin()}>
            {busy ? 'Running it to the last bar …' : 'Follow it'}
          </Button>
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
