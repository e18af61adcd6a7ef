'use client';

import {
  definitionOf,
  type FigureEntry,
  type FigurePart,
  figureCatalogue,
  figureOf,
  type Report,
} from '@plateau/core';
import { ChevronDown, ChevronRight } from 'lucide-react';
import { memo, type ReactNode, useState } from 'react';
import { written } from '@/ui/format.ts';
import { comparisonName } from './comparison-name.ts';

const TABLES = [
  ['curve', 'The curve'],
  ['account', 'The account'],
  ['trades', 'The trades'],
  ['benchmark', 'Against the benchmark'],
] as const;

interface FiguresSectionProps {
  readonly report: Report;
  readonly benchmark: string;
  /** what its own column is called */
  readonly whose?: string;
  /** all of them open, as on paper */
  readonly open?: boolean;
}

/** Every figure beside the other curves'; each opens to its definition and to what it is made of. */
export const FiguresSection = memo(function FiguresSection({
  report,
  benchmark,
  whose = 'Strategy',
  open = false,
}: FiguresSectionProps) {
  return (
    <div className={open ? 'grid gap-4' : 'flex flex-wrap items-start gap-x-12 gap-y-4'}>
      <div>
        <Figures report={report} benchmark={benchmark} whose={whose} about="curve" open={open} />
      </div>
      <div className={open ? 'grid gap-4' : 'grid w-80 gap-4'}>
        {TABLES.slice(1).map(([about]) => (
          <Figures
            key={about}
            report={report}
            benchmark={benchmark}
            whose={whose}
            about={about}
            open={open}
          />
        ))}
      </div>
    </div>
  );
});

interface FiguresProps extends FiguresSectionProps {
  readonly about: FigureEntry['about'];
  readonly whose: string;
  readonly open: boolean;
}

function Figures({ report, benchmark, whose, about, open }: FiguresProps) {
  const { strategy } = report.figures;
  const title = TABLES.find(([key]) => key === about)?.[1] ?? about;
  const curve = about === 'curve';
  const columns = curve ? [whose, `${benchmark} held`, ...report.comparisons.map(comparisonName)] : [whose];
  return (
    <table aria-label={`Figures: ${title}`} className="min-w-80 text-right">
      <thead>
        <tr className="border-b border-hairline">
          <th scope="col" className="text-left font-normal text-soft">
            {title}
          </th>
          {columns.map((name) => (
            <th key={name} scope="col" className="px-2 font-semibold">
              {name}
            </th>
          ))}
        </tr>
      </thead>
      <tbody>
        {figureCatalogue
          .filter((entry) => entry.about === about)
          .map((entry) => (
            <Figure
              key={entry.key}
              entry={entry}
              barsPerYear={report.barsPerYear}
              parts={report.madeOf[entry.key]}
              open={open}
            >
              <td className="px-2 py-0.5 font-semibold">{written(figureOf(strategy, entry), entry.kind)}</td>
              {curve &&
                [strategy.benchmark, ...report.comparisons.map(({ figures }) => figures)].map(
                  (figures, k) => (
                    <td key={columns[k + 1]} className="px-2 py-0.5">
                      {written(figures[entry.key as keyof typeof figures], entry.kind)}
                    </td>
                  ),
                )}
            </Figure>
          ))}
      </tbody>
    </table>
  );
}

interface FigureProps {
  readonly entry: FigureEntry;
  readonly barsPerYear: number;
  readonly parts: readonly FigurePart[];
  readonly open: boolean;
  /** the row's numbers */
  readonly children: ReactNode;
}

function Figure({ entry, barsPerYear, parts, open: always, children }: FigureProps) {
  const { name } = entry;
  const definition = definitionOf(entry, barsPerYear);
  const [opened, setOpened] = useState(false);
  const Arrow = opened ? ChevronDown : ChevronRight;
  const made = parts.map((part) => `${part.name} ${written(part.value, part.kind)}`).join('; ');
  if (always) {
    return (
      <tr className="border-b border-hairline align-top">
        <th scope="row" className="pr-4 text-left font-normal whitespace-nowrap">
          {name}
        </th>
        {children}
        <td className="pl-3 text-left text-soft">
          {definition}: {made}
        </td>
      </tr>
    );
  }
  return (
    <>
      <tr className="border-b border-hairline">
        <th scope="row" className="pr-4 text-left font-normal whitespace-nowrap">
          <button
            type="button"
            aria-expanded={opened}
            onClick={() => setOpened(!opened)}
            className="inline-flex min-h-[1.85rem] items-center gap-1 hover:text-accent"
          >
            <Arrow size={12} aria-hidden className="text-soft" />
            {name}
          </button>
        </th>
        {children}
      </tr>
      {opened && (
        <tr className="border-b border-hairline bg-sunk">
          <td colSpan={99} className="max-w-md py-1 pr-2 pl-4 text-left text-soft">
            {definition}
            {made && <span className="block text-ink">{made}</span>}
          </td>
        </tr>
      )}
    </>
  );
}
