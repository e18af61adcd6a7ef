'use client';

import { distributionOf, type Terrain, type TerrainStudy } from '@plateau/core';
import { memo, type ReactNode, useMemo } from 'react';
import { Histogram } from '@/parts/chart/histogram.tsx';
import { chance, count, percent, ratio } from '@/ui/format.ts';

interface ChancesProps {
  readonly study: TerrainStudy;
  readonly luck: Terrain['luck'];
  readonly cells: number;
}

/** What luck may have done to the best of so many. */
export const Chances = memo(function Chances({ study, luck, cells }: ChancesProps) {
  if (!luck) {
    return (
      <p className="text-soft">
        The settings do not share their days and benchmark: what luck did to the best of them cannot be worked
        out.
      </p>
    );
  }
  return <Told study={study} luck={luck} cells={cells} />;
});

interface ToldProps {
  readonly study: TerrainStudy;
  readonly luck: NonNullable<Terrain['luck']>;
  readonly cells: number;
}

function Told({ study, luck, cells }: ToldProps) {
  const { overfitting, luckOfBest, deflatedSharpe, withTried } = luck;
  const spread = useMemo(() => distributionOf([...overfitting.logits]), [overfitting]);
  const span = study.split === undefined ? '' : ' before the split';
  return (
    <div className="flex flex-wrap gap-x-8 gap-y-3">
      <dl className="grid max-w-xl content-start gap-2" data-testid="chances">
        <Chance name="Probability of overfitting" value={percent(overfitting.pbo)}>
          Of {count(overfitting.logits.length)} ways to halve the days{span}, in so many the best setting of
          one half was in the lower half of all in the other. Its Sharpe ratio there was{' '}
          {ratio(overfitting.meanOutside, 3)} a day on average; slope of outside on inside{' '}
          {ratio(overfitting.slope)}.
        </Chance>
        <Chance name="Reality check, p" value={chance(luckOfBest.p)}>
          The chance that the best of {count(cells)} would beat {study.benchmark} by so much if none were
          better than it.
        </Chance>
        <Chance name="Deflated Sharpe ratio" value={percent(deflatedSharpe)}>
          The chance that the true Sharpe ratio of the peak is above what the best of {count(cells)} worthless
          ones would show.
        </Chance>
        {withTried && (
          <Chance name="The same with the logbook" value={percent(withTried.chance)}>
            With the variants of the logbook counted as well, {count(withTried.tries)} tries in all.
          </Chance>
        )}
      </dl>
      <figure className="min-w-64 flex-1">
        <figcaption className="text-soft">
          Where the best of one half stood in the other, as logits: at 0 it was in the middle, left of it
          below.
        </figcaption>
        <Histogram distribution={spread} write={(value) => ratio(value, 1)} className="h-40" />
      </figure>
      <p className="w-full text-soft">
        Bailey, Borwein, López de Prado and Zhu (2015); White (2000); Bailey and López de Prado (2014). For
        the peak by the study’s own figure.
      </p>
    </div>
  );
}

function Chance({ name, value, children }: { name: string; value: string; children: ReactNode }) {
  return (
    <div className="grid grid-cols-[11rem_1fr] gap-x-3">
      <dt>
        {name} <strong className="block text-base">{value}</strong>
      </dt>
      <dd className="text-soft">{children}</dd>
    </div>
  );
}
