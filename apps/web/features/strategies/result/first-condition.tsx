'use client';

import { Button } from '@/ui/button';

/** What an empty sheet is waiting for. */
export function FirstCondition({ onShelf }: { onShelf: () => void }) {
  return (
    <div className="contours flex h-full flex-col items-center justify-center gap-3 text-center">
      <h2 className="font-serif text-xl">Its first condition</h2>
      <p className="max-w-[34rem]">
        Under “Enter when” on the left, add a condition: pick a measure, or type one, such as
        <br />
        <strong>20-day average crosses above 50-day average</strong>
        <br />
        Then say under “Exit when” what ends the trade, or set a stop or a time limit under “Protect”. The
        result stands here as soon as there is one, and follows every edit.
      </p>
      <div className="flex gap-2">
        <Button onClick={pointAtEntry}>Add a condition</Button>
        <Button onClick={onShelf}>Begin from the shelf</Button>
      </div>
    </div>
  );
}

/** Opens the entry rule's first value, in blocks or in text. */
function pointAtEntry(): void {
  const field = document.querySelector<HTMLElement>('[data-field$=".enter"]');
  const add = [...(field?.querySelectorAll<HTMLElement>('button') ?? [])].find(
    ({ textContent }) => textContent?.trim() === 'Add a condition',
  );
  if (add) add.click();
  else field?.querySelector<HTMLElement>('.cm-content')?.focus();
}
