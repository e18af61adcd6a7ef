// What the open blend says, read beside the sheets it follows and the store's universes.

import { useMemo } from 'react';
import {
  type BlendDraftRead,
  blendKey,
  blendVeil,
  readBlendDraft,
  type Surroundings,
} from '@/model/blend/read.ts';
import { symbolAlone } from '@/model/market/alone.ts';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { useUniverses } from '@/store/market/listings.ts';
import { useSheets } from '@/store/sheets/state.ts';

export function useSurroundings(): Surroundings {
  const sheets = useSheets((s) => s.all);
  const universes = useUniverses();
  return useMemo(() => {
    const living = new Map(
      (sheets ?? []).flatMap((sheet) => (sheet.deleted === undefined ? [[sheet.id, sheet]] : [])),
    );
    const ids = universes && new Set(universes.map(({ id }) => id));
    return {
      sheetOf: (id) => living.get(id),
      hasUniverse: (id) => ids === undefined || ids.has(id) || symbolAlone(id) !== undefined,
    };
  }, [sheets, universes]);
}

export interface BlendReading {
  readonly read: BlendDraftRead;
  /** names the variant: the same whether its out-of-sample part is open or not; undefined while it has a fault */
  readonly key: string | undefined;
  /** the first day that is held back, unless it has been opened for this very variant */
  readonly veil: number | undefined;
  readonly isOpen: boolean;
}

export function useBlendRead(blend: Sheet, around: Surroundings): BlendReading {
  const { draft, openings } = blend;
  return useMemo(() => {
    const veiled = readBlendDraft(draft, around);
    const key = veiled.ok ? blendKey(veiled.asked) : undefined;
    const isOpen = key !== undefined && openings?.[openings.length - 1]?.key === key;
    return {
      read: isOpen ? readBlendDraft(draft, around, true) : veiled,
      key,
      veil: blendVeil(draft, around),
      isOpen,
    };
  }, [draft, openings, around]);
}
