'use client';

import { FilePlus2 } from 'lucide-react';
import { beginEmpty, duplicateSheet } from '@/store/sheets/actions.ts';
import { IconButton } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';

/** What a new sheet begins with. */
export function NewSheetMenu({ onShelf }: { onShelf: () => void }) {
  return (
    <Menu
      trigger={<IconButton label="New sheet" icon={FilePlus2} />}
      items={[
        ['Empty, on this market', () => beginEmpty()],
        ['A copy of this sheet', () => void duplicateSheet()],
        ['From the shelf …', onShelf],
      ]}
    />
  );
}
