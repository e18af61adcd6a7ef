import { type Figures, figureEntry } from '@plateau/core';
import { ours, theirs } from '@/ui/figures.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { SHOWN_FIGURES } from './shown-figures.ts';

interface FiguresBesideProps {
  readonly label: string;
  /** each over the same days; undefined where it could not run */
  readonly columns: readonly (readonly [name: string, figures: Figures | undefined])[];
  readonly benchmark: string;
}

/** A few figures of several accounts, the benchmark's at the end. */
export function FiguresBeside({ label, columns, benchmark }: FiguresBesideProps) {
  const known = columns.flatMap(([name, figures]) => (figures ? [[name, figures] as const] : []));
  const [first] = known;
  return (
    <PlainTable
      label={label}
      head={['', ...known.map(([name]) => name), `${benchmark} held`]}
      rows={SHOWN_FIGURES.map((key) => {
        const entry = figureEntry(key);
        return [
          entry.name,
          ...known.map(([name, figures]) => <strong key={name}>{ours(entry, figures)}</strong>),
          first ? theirs(entry, first[1]) : '–',
        ];
      })}
    />
  );
}
