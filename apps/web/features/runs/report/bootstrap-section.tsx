import { type Bootstrap, type Figures, figureEntry, type Range, type Report } from '@plateau/core';
import { count, percent, ratio, written } from '@/ui/format.ts';
import { PlainTable } from '@/ui/plain-table.tsx';

/** What luck may have done: ranges of resampled days, chances of a loss, and the Sharpe ratio after so many tries. */
export function BootstrapSection({
  report,
  bootstrap,
}: {
  report: Report;
  bootstrap: Bootstrap | undefined;
}) {
  return (
    <div className="grid gap-3">
      {bootstrap ? (
        <Resampled bootstrap={bootstrap} figures={report.figures.strategy} />
      ) : (
        <p className="text-soft">The days are being drawn again …</p>
      )}
      <Deflated deflated={report.deflated} />
    </div>
  );
}

function Resampled({ bootstrap, figures }: { bootstrap: Bootstrap; figures: Figures }) {
  const row = (key: 'cagr' | 'maxDrawdown' | 'sharpe', range: Range) => {
    const { name, kind } = figureEntry(key);
    return [
      name,
      <strong key="is">{written(figures[key], kind)}</strong>,
      ...range.map((value) => written(value, kind)),
    ];
  };
  return (
    <>
      <PlainTable
        label="Resampled ranges"
        head={['', 'As it was', '5 of 100 below', '25', 'half', '75', '95']}
        rows={[
          row('cagr', bootstrap.growth),
          row('maxDrawdown', bootstrap.maxDrawdown),
          row('sharpe', bootstrap.sharpe),
        ]}
      />
      <p className="max-w-3xl">
        With the same days drawn again {count(bootstrap.resamples)} times in blocks of about {bootstrap.block}{' '}
        bars, the account stood below its start{' '}
        {bootstrap.loss
          .map(
            ({ years, chance }) =>
              `after ${years} ${years === 1 ? 'year' : 'years'} in ${percent(chance, 0)}`,
          )
          .join(', ')}{' '}
        of cases.
        <span className="text-soft">
          {' '}
          Stationary bootstrap, Politis and Romano (1994), always of the same seed.
        </span>
      </p>
    </>
  );
}

function Deflated({ deflated }: { deflated: Report['deflated'] }) {
  return (
    <p className="max-w-3xl">
      {Number.isNaN(deflated.chance)
        ? 'The Sharpe ratio is undefined here, and so is what it is worth.'
        : deflated.tries > 1
          ? `${count(deflated.tries, 'variant')} were tried before this run was kept; the best of so many worthless ones would be expected to show a Sharpe ratio of ${ratio(deflated.byChance)}. The chance that the true one is above that is ${percent(deflated.chance)}.`
          : `No other variant is in the logbook. The chance that the true Sharpe ratio is above 0 is ${percent(deflated.chance)}.`}
      <span className="text-soft"> Deflated Sharpe ratio, Bailey and López de Prado (2014).</span>
    </p>
  );
}
