'use client';

import { type BarsForm, universeCsv } from '@plateau/files';
import { Download } from 'lucide-react';
import { useState } from 'react';
import { toast } from 'sonner';
import type { StoredListing, StoredUniverse } from '@/model/rows.ts';
import { Button } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';
import { saveBlob, saveFile } from '@/ui/save-file.ts';
import { packBarsOf } from '@/workers/bars-out-client.ts';

interface UniverseOutProps {
  readonly universe: StoredUniverse;
  readonly listings: readonly StoredListing[];
}

const FORMS: readonly (readonly [BarsForm, string])[] = [
  ['csv', 'Members and their bars, CSV in a zip'],
  ['parquet', 'Members and their bars, Parquet in a zip'],
];

/** A universe out: who belongs to it, and their bars as the headless runner and other programs take them. */
export function UniverseOut({ universe: { name, members }, listings }: UniverseOutProps) {
  const [isPacking, setPacking] = useState(false);
  const pack = (form: BarsForm): void => {
    // An index to hold a run against is no member.
    const indices = listings.filter(({ kind }) => kind === 'index').map(({ symbol }) => symbol);
    setPacking(true);
    packBarsOf(members, indices, form)
      .then(
        (zip) => saveBlob(`${name} bars.zip`, zip),
        (error: unknown) =>
          toast.error(`The bars were not packed: ${error instanceof Error ? error.message : String(error)}`),
      )
      .finally(() => setPacking(false));
  };
  return (
    <Menu
      trigger={
        <Button disabled={isPacking}>
          <Download size={14} aria-hidden /> {isPacking ? 'Packing …' : 'Take out'}
        </Button>
      }
      items={[
        ['Members as CSV', () => saveFile(`${name}.csv`, 'text/csv', universeCsv(members))],
        ...FORMS.map(([form, words]) => [words, () => pack(form)] as const),
      ]}
    />
  );
}
