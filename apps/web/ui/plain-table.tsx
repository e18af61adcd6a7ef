import type { ReactNode } from 'react';

interface PlainTableProps {
  readonly label: string;
  readonly head: readonly ReactNode[];
  /** the first cell of each row names it */
  readonly rows: readonly (readonly ReactNode[])[];
}

/** A small table of figures: names on the left, numbers on the right. */
export function PlainTable({ label, head, rows }: PlainTableProps) {
  return (
    <table aria-label={label} className="justify-self-start self-start text-right">
      <thead>
        <tr className="border-b border-hairline">
          {head.map((cell, k) => (
            <th
              key={`${k} ${String(cell)}`}
              scope="col"
              className={k === 0 ? 'pr-4 text-left font-normal text-soft' : 'px-2 font-semibold'}
            >
              {cell}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {rows.map(([name, ...cells], r) => (
          <tr key={`${r} ${String(name)}`} className="border-b border-hairline">
            <th scope="row" className="pr-4 text-left font-normal whitespace-nowrap">
              {name}
            </th>
            {cells.map((cell, k) => (
              <td key={`${k} ${String(head[k + 1])}`} className="px-2 py-0.5 whitespace-nowrap">
                {cell}
              </td>
            ))}
          </tr>
        ))}
      </tbody>
    </table>
  );
}
