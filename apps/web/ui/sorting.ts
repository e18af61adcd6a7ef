// An order of a table's rows as a word of the address: `profit`, or `profit-` from the most down.

import type { SortingState } from '@tanstack/react-table';

export function sortingFrom(text: string): SortingState {
  const match = /^([A-Za-z]\w*)(-?)$/.exec(text);
  return match?.[1] === undefined ? [] : [{ id: match[1], desc: match[2] === '-' }];
}

export function sortingText([first]: SortingState): string {
  return first ? `${first.id}${first.desc ? '-' : ''}` : '';
}
