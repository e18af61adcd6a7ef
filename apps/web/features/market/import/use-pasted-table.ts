// A table copied from a spreadsheet comes in by pasting it, as a file would.

import { useEffect } from 'react';

/** @param take is given what was pasted anywhere but into a field; undefined while nothing is taken */
export function usePastedTable(take: ((files: File[]) => void) | undefined): void {
  useEffect(() => {
    if (!take) return;
    const onPaste = (event: ClipboardEvent): void => {
      if ((event.target as HTMLElement | null)?.closest?.('input, textarea, [contenteditable=true]')) return;
      const files = [...(event.clipboardData?.files ?? [])];
      const text = event.clipboardData?.getData('text/plain') ?? '';
      // A spreadsheet gives a picture of the cells beside their text.
      if (text.trim() !== '') take([new File([text], 'PASTED.tsv', { type: 'text/tab-separated-values' })]);
      else if (files.length > 0) take(files);
      else return;
      event.preventDefault();
    };
    window.addEventListener('paste', onPaste);
    return () => window.removeEventListener('paste', onPaste);
  }, [take]);
}
