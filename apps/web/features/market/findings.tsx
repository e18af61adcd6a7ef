'use client';

import type { Finding } from '@plateau/core';
import { isoFromDay } from '@plateau/core';
import { Undo2 } from 'lucide-react';
import type { InstrumentQuality } from '@/model/market/quality.ts';
import type { StoredListing, StoredRepair } from '@/model/rows.ts';
import { type RepairKind, repair, takeBack } from '@/store/market/actions.ts';
import { IconButton } from '@/ui/button';
import { findingText } from './finding-words.ts';

interface FindingsProps {
  readonly listing: StoredListing;
  readonly quality: InstrumentQuality | undefined;
  readonly repairs: readonly StoredRepair[];
  readonly onGoTo: (day: number) => void;
}

const OFFERS: Record<RepairKind, string> = {
  split: 'Adjust for it',
  drop: 'Drop the day',
  accept: 'It is right',
};

function offersFor({ kind }: Finding): RepairKind[] {
  if (kind === 'split' || kind === 'factor-break') return ['split', 'accept'];
  return kind === 'bad-tick' ? ['drop', 'accept'] : ['accept'];
}

function repairText(laid: StoredRepair): string {
  const day = isoFromDay(laid.day);
  switch (laid.kind) {
    case 'drop':
      return `${day}: the bar is left out`;
    case 'split':
      return `${day}: what lies before is multiplied by ${laid.ratio.toPrecision(4)}`;
    case 'dividend':
      return `${day}: what lies before is adjusted for a dividend of ${laid.amount}`;
    case 'accept':
      return `${day}: noted as right (${laid.finding.replace('-', ' ')})`;
  }
}

/** What is wrong with an instrument's bars, what may be done about it, and what was done. */
export function Findings({ listing, quality, repairs, onGoTo }: FindingsProps) {
  return (
    <section
      aria-label="Findings"
      className="max-h-44 shrink-0 overflow-auto border-t border-hairline pt-1"
      tabIndex={0}
    >
      <h3 className="font-semibold">What looks wrong</h3>
      {!quality && <p className="text-soft">Looking through the bars …</p>}
      {quality?.findings.length === 0 && (
        <p className="text-soft">
          {repairs.length > 0 ? 'Nothing more, with the repairs below.' : 'Nothing: every check passed.'}
        </p>
      )}
      <ul>
        {quality?.findings.map((finding) => (
          <li key={`${finding.kind} ${finding.from}`} className="flex items-baseline gap-2">
            <button
              type="button"
              className="min-w-0 text-left hover:text-accent hover:underline"
              onClick={() => onGoTo(finding.from)}
            >
              {findingText(finding)}
            </button>
            <span className="ml-auto flex shrink-0 gap-2">
              {offersFor(finding).map((kind) => (
                <button
                  key={kind}
                  type="button"
                  className="text-accent hover:underline"
                  onClick={() => void repair(listing, finding, kind)}
                >
                  {OFFERS[kind]}
                </button>
              ))}
            </span>
          </li>
        ))}
      </ul>
      {repairs.length > 0 && (
        <>
          <h3 className="pt-1 font-semibold">Repairs, laid over the bars as imported</h3>
          <ul>
            {repairs.map((laid) => (
              <li key={laid.id} className="flex items-center gap-2">
                <button
                  type="button"
                  className="min-w-0 text-left hover:text-accent hover:underline"
                  onClick={() => onGoTo(laid.day)}
                >
                  {repairText(laid)}
                </button>
                <IconButton
                  label={`Take back the repair of ${isoFromDay(laid.day)}`}
                  icon={Undo2}
                  className="ml-auto size-5"
                  onClick={() => void takeBack([laid])}
                />
              </li>
            ))}
          </ul>
        </>
      )}
    </section>
  );
}
