// How a position came to its number of shares, step by step (simulation.md 4).

import type { SidePlan, StrategyPlan } from '../simulation/plan.ts';
import type { Trade } from '../simulation/records.ts';
import { riskPerShare, sharesByMethod } from '../simulation/size.ts';
import type { FigurePart } from '../statistics/figure-catalogue.ts';

/** From the equity to the shares taken; the last part is what the trade has. @param bar the decision's */
export function sizeSteps(
  plan: StrategyPlan,
  side: SidePlan,
  instrument: number,
  bar: number,
  { sizedOn, wanted, shares, entryPrice }: Trade,
): FigurePart[] {
  const { size } = plan;
  const money = (name: string, value: number): FigurePart => ({ name, value, kind: 'money' });
  const price = (name: string, value: number): FigurePart => ({ name, value, kind: 'price' });
  const asked = (name: string, value: number): FigurePart => ({ name, value, kind: 'shares' });
  const method = (): FigurePart[] => {
    switch (size.method) {
      case 'percent-of-equity':
        return [money(`${size.percent}% of it`, (sizedOn * size.percent) / 100)];
      case 'equal-slots':
        return [money(`one of ${plan.slots} slots`, (sizedOn * plan.slotLeverage) / plan.slots)];
      case 'cash':
        return [money('a fixed sum', size.amount)];
      case 'shares':
        return [];
      case 'risk-cash':
        return [
          money('to be risked', size.amount),
          price('from the fill to the initial stop', riskPerShare(side, instrument, bar, entryPrice)),
        ];
      case 'risk-percent':
        return [
          money(`${size.percent}% of it to be risked`, (sizedOn * size.percent) / 100),
          price('from the fill to the initial stop', riskPerShare(side, instrument, bar, entryPrice)),
        ];
      case 'volatility':
        return [
          money(`${size.percent}% of it to move a day`, (sizedOn * size.percent) / 100),
          price('true range of a day', plan.sizeAtr ? plan.sizeAtr.at(instrument, bar) : Number.NaN),
        ];
    }
  };
  const steps = [
    money('equity', sizedOn),
    price('fill', entryPrice),
    ...method(),
    asked('shares by the method', sharesByMethod(plan, side, instrument, bar, entryPrice, sizedOn)),
  ];
  if (size.maxPercent !== undefined)
    steps.push(
      asked(`at most ${size.maxPercent}% of equity`, (sizedOn * size.maxPercent) / 100 / entryPrice),
    );
  if (size.maxOfTradedValue !== undefined && plan.tradedValue) {
    const traded = plan.tradedValue.at(instrument, bar);
    steps.push(
      asked(
        `at most ${size.maxOfTradedValue}% of the value traded a day`,
        (traded * size.maxOfTradedValue) / 100 / entryPrice,
      ),
    );
  }
  steps.push(asked('wanted, rounded down', wanted));
  if (shares < wanted) steps.push(asked('what the account could pay', shares));
  steps.push(asked('taken', shares), money('their value', shares * entryPrice));
  return steps;
}
