'use client';

import { FlipVertical2 } from 'lucide-react';
import { toast } from 'sonner';
import { mirrorOfLong } from '@/model/sheet/mirror.ts';
import { type Sheet, textOf } from '@/model/sheet/sheet.ts';
import { editFields } from '@/store/sheets/actions.ts';
import { Button } from '@/ui/button';

/** Fills the short side with the long side turned over, and trades both. */
export function MirrorButton({ sheet }: { sheet: Sheet }) {
  const mirror = (): void => {
    const mirrored = mirrorOfLong(sheet.draft);
    if (!mirrored.ok) return void toast.error(mirrored.message);
    const sides = textOf(sheet.draft, 'sides') === 'short' ? 'short' : 'both';
    editFields({ ...mirrored.changes, sides });
    const { kept } = mirrored;
    if (kept.length > 0) {
      toast(`Kept as they are, for they have no direction: ${kept.map((text) => `“${text}”`).join(', ')}.`, {
        duration: 12_000,
      });
    }
  };
  return (
    <Button onClick={mirror} className="mb-2">
      <FlipVertical2 size={14} aria-hidden /> Mirror the long rules
    </Button>
  );
}
