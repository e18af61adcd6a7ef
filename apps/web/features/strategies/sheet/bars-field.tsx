'use client';

import type { BarUnit } from '@plateau/core';
import { useState } from 'react';
import { barsOf, countsBars, onBars, windowsOn } from '@/model/sheet/bars.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { editFields } from '@/store/sheets/actions.ts';
import { Button } from '@/ui/button';
import { count } from '@/ui/format.ts';
import { Toggle } from '@/ui/toggle.tsx';

const UNITS = [
  ['day', 'Daily'],
  ['week', 'Weekly'],
  ['month', 'Monthly'],
] as const;

const BARS = { day: 'daily', week: 'weekly', month: 'monthly' } as const;

const written = (bars: number, unit: BarUnit): string => count(bars, unit);

/** The bars that the rules are read on. Where rules count bars, it asks what becomes of their windows first. */
export function BarsField({ sheet }: { sheet: Sheet }) {
  const [asked, setAsked] = useState<BarUnit>();
  const now = barsOf(sheet.draft);
  const wanted = asked === now ? undefined : asked;
  const choose = (to: BarUnit): void => {
    if (to === now || countsBars(sheet.draft)) setAsked(to);
    else editFields(onBars(sheet.draft, to, false));
  };
  const apply = (to: BarUnit, turn: boolean): void => {
    editFields(onBars(sheet.draft, to, turn));
    setAsked(undefined);
  };
  return (
    <div data-field="bars" className="mb-1.5 grid grid-cols-[9.5rem_1fr] items-start gap-x-2">
      <span className="pt-1 text-soft">Bars</span>
      <Toggle label="Bars" value={now} choices={UNITS} onChange={choose} className="justify-self-start" />
      {wanted && (
        <div role="group" aria-label="Windows on other bars" className="col-span-2 mt-1 bg-sunk p-2">
          <p>
            To {BARS[wanted]} bars? The rules count {now}s.{' '}
            {windowsOn(sheet.draft, wanted)
              .map(
                ([from, to]) => `${written(from, now)} ${from === 1 ? 'is' : 'are'} ${written(to, wanted)}`,
              )
              .join(', ')}
            {windowsOn(sheet.draft, wanted).length > 0 && '.'}
          </p>
          <div className="mt-1 flex flex-wrap gap-2">
            <Button onClick={() => apply(wanted, true)}>Turn them into {wanted}s</Button>
            <Button onClick={() => apply(wanted, false)}>Keep the numbers</Button>
            <Button onClick={() => setAsked(undefined)}>Leave it {BARS[now]}</Button>
          </div>
        </div>
      )}
    </div>
  );
}
