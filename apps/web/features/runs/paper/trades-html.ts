// The trades of a report on paper, as text: thousands of rows are quicker written than drawn.

import type { Trade } from '@plateau/core';
import { tradesTable } from '@plateau/files';
import { exact } from '@/ui/format.ts';

export function escaped(text: string): string {
  return text.replaceAll('&', '&amp;').replaceAll('<', '&lt;');
}

/** Every column of the trades' table, under a heading of its own. */
export function tradesHtml(trades: readonly Trade[]): string {
  const { columns, rows } = tradesTable(trades);
  // A soft break between the words of a name.
  const head = columns.map(
    ({ name }) => `<th scope="col">${name.replace(/([a-z])([A-Z])/g, '$1<wbr>$2')}</th>`,
  );
  const body = rows.map((row) => {
    const cells = row.map(
      (cell) => `<td>${typeof cell === 'number' ? written(cell) : escaped(cell ?? '')}</td>`,
    );
    return `<tr>${cells.join('')}</tr>`;
  });
  return [
    '<section class="py-4">',
    `<h2 class="pb-2 font-serif text-lg">Trades, ${exact(trades.length)}</h2>`,
    `<table class="paper-trades text-right"><thead><tr>${head.join('')}</tr></thead>`,
    `<tbody>${body.join('\n')}</tbody></table></section>`,
  ].join('\n');
}

function written(cell: number): string {
  return Number.isFinite(cell) ? exact(cell) : '';
}
