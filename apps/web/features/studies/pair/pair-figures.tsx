import {
  type FigureKey,
  figureEntry,
  type PairStudy,
  roundsWon,
  type ShownPair,
  type SpanFigures,
  UNIT_ROOT_CRITICAL,
} from '@plateau/core';
import { ours, theirs } from '@/ui/figures.ts';
import { count, percent, ratio } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';
import { SHOWN_FIGURES } from '../frame/shown-figures.ts';

/** A pair trades in rounds of two legs: of those, not of its legs, some are won. */
const FIGURES = SHOWN_FIGURES.filter((key) => key !== 'trades' && key !== 'winRate');

/** The pair's figures, training and test apart, each beside the benchmark's. */
export function PairFigures({ study, pair }: { study: PairStudy; pair: ShownPair }) {
  const { benchmark } = study;
  const { training, test, run, plain, unitRootT, halfLife } = pair;
  const won = roundsWon(pair, study.y);
  const part = (span: SpanFigures | undefined, key: FigureKey) =>
    span
      ? [
          <strong key="o">{ours(figureEntry(key), span.strategy)}</strong>,
          theirs(figureEntry(key), span.strategy),
        ]
      : ['–', '–'];
  return (
    <div className="grid content-start gap-2">
      <PlainTable
        label="Figures of the pair"
        head={['', 'Training', benchmark, 'After it', benchmark, 'All days', benchmark]}
        rows={[
          ...FIGURES.map((key) => [
            figureEntry(key).name,
            ...part(training, key),
            ...part(test, key),
            <strong key="a">{ours(figureEntry(key), run.figures)}</strong>,
            theirs(figureEntry(key), run.figures),
          ]),
          ['Rounds', ...[won.training, won.test, won.all].flatMap(({ rounds }) => [count(rounds), ''])],
          ['Rounds won', ...[won.training, won.test, won.all].flatMap(({ share }) => [percent(share), ''])],
        ]}
      />
      <p className="max-w-xl text-soft">
        Unit-root t {ratio(unitRootT)}; below {ratio(UNIT_ROOT_CRITICAL.five)} a random walk is ruled out at
        5%, below {ratio(UNIT_ROOT_CRITICAL.one)} at 1% (MacKinnon). Half-life {ratio(halfLife, 1)} bars.
        Worked out by hand, as side times the difference of returns without money or costs, its Sharpe ratio
        is {ratio(plain.training)} in the training and {ratio(plain.test)} after it.
      </p>
    </div>
  );
}
