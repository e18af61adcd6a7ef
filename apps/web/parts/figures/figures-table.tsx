import { type CurveFigures, definitionOf, type FigureEntry, type Figures, figureOf } from '@plateau/core';
import { Tooltip } from 'radix-ui';
import { memo } from 'react';
import type { Curve } from '@/parts/live/use-live.ts';
import { changeOf, ours, theirs } from '@/ui/figures.ts';
import { written } from '@/ui/format.ts';
import { FigureChoice } from './figure-choice.tsx';
import { useShownFigures } from './shown-figures.ts';

export interface OtherCurve {
  readonly name: string;
  readonly figures: CurveFigures;
}
const NO_OTHERS: readonly OtherCurve[] = [];

/** The chosen figures, strategy and benchmark in two columns. */
export const FiguresTable = memo(function FiguresTable({
  figures,
  benchmark,
  capital,
  barsPerYear,
  before: ghost,
  whose = 'Strategy',
  others = NO_OTHERS,
}: {
  figures: Figures;
  benchmark: string;
  barsPerYear: number;
  /** what its own column is called */
  whose?: string;
  /** other curves beside it, each by its name */
  others?: readonly OtherCurve[];
  /** what the account begins with */
  capital: number;
  /** what changes are counted from */
  before: Pick<Curve, 'figures' | 'capital' | 'barsPerYear'> | undefined;
}) {
  const [shown] = useShownFigures();
  const isLike = ghost?.barsPerYear === barsPerYear;
  const before = isLike ? ghost.figures : undefined;
  return (
    <>
      <table className="w-full" aria-label="Headline figures">
        <thead>
          <tr className="border-b border-hairline text-right">
            <th scope="col" className="py-1 text-left font-normal text-soft">
              <FigureChoice />
            </th>
            <th scope="col" className="py-1 pl-2 font-semibold">
              {whose}
            </th>
            {before && (
              <th scope="col" className="py-1 pl-2 font-normal whitespace-nowrap text-soft">
                Change
              </th>
            )}
            <th scope="col" className="py-1 pl-2 font-semibold whitespace-nowrap">
              {benchmark} held
            </th>
            {others.map(({ name }) => (
              <th key={name} scope="col" className="py-1 pl-2 font-semibold whitespace-nowrap">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {shown.map((entry) => {
            // A sum of money says nothing across a change of capital.
            const compared = before && entry.better && (ghost?.capital === capital || entry.kind !== 'money');
            return (
              <tr key={entry.key} className="border-b border-hairline text-right">
                <th scope="row" className="h-[1.9rem] text-left font-normal whitespace-nowrap">
                  <FigureName name={entry.name} definition={definitionOf(entry, barsPerYear)} />
                </th>
                <td className="pl-2 font-semibold">{ours(entry, figures)}</td>
                {before && (
                  <td className="pl-2">
                    {compared && <Moved entry={entry} now={figures} before={before} />}
                  </td>
                )}
                <td className="pl-2 text-soft">{theirs(entry, figures)}</td>
                {others.map((other) => (
                  <td key={other.name} className="pl-2 text-soft">
                    {entry.about === 'curve'
                      ? written(other.figures[entry.key as keyof CurveFigures], entry.kind)
                      : ''}
                  </td>
                ))}
              </tr>
            );
          })}
        </tbody>
      </table>
      {ghost && !isLike && (
        <p className="mt-2 text-soft">
          Without changes: before, it stepped by other bars, and on longer ones less of a fall is seen.
        </p>
      )}
    </>
  );
});

/** A figure's name, with its definition one hover or focus away. */
function FigureName({ name, definition }: { name: string; definition: string }) {
  return (
    <Tooltip.Root>
      <Tooltip.Trigger className="cursor-help text-left decoration-dotted underline-offset-2 hover:underline">
        {name}
      </Tooltip.Trigger>
      <Tooltip.Portal>
        <Tooltip.Content side="left" className="z-50 max-w-72 border border-strong bg-raised px-3 py-2">
          {definition}
        </Tooltip.Content>
      </Tooltip.Portal>
    </Tooltip.Root>
  );
}

/** A change with its sign, and whether it is better: teal and upright, or rust and slanted. */
function Moved({ entry, now, before }: { entry: FigureEntry; now: Figures; before: Figures }) {
  const text = changeOf(entry, now, before);
  if (text === undefined) return <span className="text-soft">=</span>;
  const by = figureOf(now, entry) - figureOf(before, entry);
  // What has no number before or after is neither better nor worse.
  if (!Number.isFinite(by)) return <span className="text-soft">{text}</span>;
  const good = by > 0 === (entry.better === 'more');
  return (
    <span className={good ? 'text-gain' : 'text-loss italic'}>
      {text}
      <span className="sr-only">{good ? ', better' : ', worse'}</span>
    </span>
  );
}
