'use client';

import { isoFromDay, type PairStudy } from '@plateau/core';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { useInstruments, useUniverses } from '@/store/market/listings.ts';
import { Select } from '@/ui/select.tsx';
import { Toggle } from '@/ui/toggle.tsx';
import { type Part, withPart } from './change.ts';
import { CommonSettings, type SettingsProps } from './common-settings.tsx';
import {
  CommittedDate,
  CommittedNumber,
  CommittedRate,
  CommittedText,
  Setting,
  SettingsPart,
} from './fields.tsx';

const WAYS = [
  ['pair', 'two instruments'],
  ['search', 'all pairs'],
] as const;

export function PairSettings(props: SettingsProps<PairStudy>) {
  const { row, study, onChange } = props;
  const { search } = study;
  const put: PutProps['put'] = (part, what = 'The pair’s settings were changed.') =>
    onChange(withPart(part), what);
  const instruments = useInstruments();
  const universes = useUniverses();
  /** A pair to begin with: the first of the search, or the first two instruments that there are. */
  const firstPair = (now: PairStudy): Pick<PairStudy, 'y' | 'x'> => {
    const { result } = row.found ?? {};
    const [first] = result?.kind === 'search' ? result.rows : [];
    const symbols = (instruments ?? []).map(({ symbol }) => symbol).filter((one) => one !== now.benchmark);
    return first
      ? { y: first.y, x: first.x }
      : { y: now.y || (symbols[0] ?? ''), x: now.x || (symbols[1] ?? '') };
  };
  const look = (way: 'pair' | 'search'): void =>
    put((now) =>
      way === 'search'
        ? { search: {}, y: '', x: '', universe: now.universe || (universes?.[0]?.id ?? '') }
        : { search: undefined, ...firstPair(now) },
    );
  return (
    <>
      <SettingsPart title="Instruments">
        <Toggle
          label="What is looked at"
          value={search ? 'search' : 'pair'}
          choices={WAYS}
          onChange={look}
          className="mb-1"
        />
        {search ? (
          <Setting label="Of the group">
            {(id) => (
              <CommittedText
                id={id}
                value={search.group ?? ''}
                from={row}
                placeholder="the whole universe"
                onCommit={(group) => put({ search: group.trim() === '' ? {} : { group: group.trim() } })}
              />
            )}
          </Setting>
        ) : (
          (['y', 'x'] as const).map((key) => (
            <Setting key={key} label={key === 'y' ? 'Y' : 'X, compared with'}>
              {(id) => (
                <InstrumentPicker
                  id={id}
                  value={study[key]}
                  onPick={(symbol) => put({ [key]: symbol }, 'The pair was changed.')}
                  className="w-full"
                />
              )}
            </Setting>
          ))
        )}
      </SettingsPart>
      <SettingsPart title="Spread">
        <FitSettings {...props} put={put} />
      </SettingsPart>
      <SettingsPart title="Rules">
        <RulesSettings {...props} put={put} />
      </SettingsPart>
      <CommonSettings {...props} hasUniverse={search !== undefined} hasSeed={false} />
    </>
  );
}

interface PutProps extends SettingsProps<PairStudy> {
  readonly put: (part: Part<PairStudy> | ((now: PairStudy) => Part<PairStudy>), what?: string) => void;
}

const ROLLING = 60;

/** How much of X is held against Y, on which days that is worked out, and what deviations are measured by. */
function FitSettings({ row, study, put }: PutProps) {
  const { hedge, training, scale } = study;
  return (
    <>
      <Setting label="Prices">
        {(id) => (
          <Select<PairStudy['prices']>
            id={id}
            value={study.prices}
            choices={[
              ['close', 'closes'],
              ['log', 'logs of closes'],
            ]}
            onChange={(prices) => put({ prices })}
            className="w-full"
          />
        )}
      </Setting>
      <Setting label="Hedge">
        {(id) => (
          <>
            <Select<PairStudy['hedge']['method']>
              id={id}
              value={hedge.method}
              choices={[
                ['origin', 'line through the origin'],
                ['intercept', 'line with intercept'],
                ['rolling', 'rolling line'],
              ]}
              onChange={(method) =>
                put({ hedge: method === 'rolling' ? { method, bars: ROLLING } : { method } })
              }
              className="min-w-0 flex-1"
            />
            {hedge.method === 'rolling' && (
              <CommittedNumber
                label="Bars of the rolling line"
                value={hedge.bars}
                from={row}
                onCommit={(bars) => bars !== undefined && put({ hedge: { ...hedge, bars } })}
                className="w-16"
              />
            )}
          </>
        )}
      </Setting>
      <Setting label="Training">
        {(id) => (
          <Select
            id={id}
            value={'bars' in training ? 'bars' : 'days'}
            choices={[
              ['bars', 'the first bars'],
              ['days', 'from day to day'],
            ]}
            onChange={(way) =>
              put({
                training:
                  way === 'bars' ? { bars: 1000 } : { from: study.from ?? 12_000, to: study.to ?? 15_000 },
              })
            }
            className="w-full"
          />
        )}
      </Setting>
      {'bars' in training ? (
        <Setting label="Training bars">
          {(id) => (
            <CommittedNumber
              id={id}
              value={training.bars}
              from={row}
              onCommit={(bars) =>
                bars !== undefined && put({ training: { bars } }, 'The training days were changed.')
              }
            />
          )}
        </Setting>
      ) : (
        (['from', 'to'] as const).map((key) => (
          <Setting key={key} label={`Training ${key}`}>
            {(id) => (
              <CommittedDate
                id={id}
                value={training[key]}
                from={row}
                placeholder={isoFromDay(training[key])}
                onCommit={(day) =>
                  day !== undefined &&
                  put((now) => ({ training: { ...training, ...now.training, [key]: day } }))
                }
              />
            )}
          </Setting>
        ))
      )}
      <Setting label="Deviation over">
        {(id) => (
          <>
            <Select
              id={id}
              value={scale === 'training' ? 'training' : 'rolling'}
              choices={[
                ['training', 'the training'],
                ['rolling', 'the last bars'],
              ]}
              onChange={(way) => put({ scale: way === 'training' ? way : { rolling: ROLLING } })}
              className="min-w-0 flex-1"
            />
            {scale !== 'training' && (
              <CommittedNumber
                label="Bars that deviations are measured by"
                value={scale.rolling}
                from={row}
                onCommit={(rolling) => rolling !== undefined && put({ scale: { rolling } })}
                className="w-16"
              />
            )}
          </>
        )}
      </Setting>
    </>
  );
}

/** What the account earns and pays a year beside its trades. */
const RATES = [
  ['cashRate', 'Cash earns'],
  ['borrowRate', 'Borrowed shares'],
  ['marginRate', 'Borrowed money'],
] as const;

function RulesSettings({ row, study, put }: PutProps) {
  const numbers = [
    ['in', 'In from', 'deviations', false],
    ['out', 'Out at', 'deviations', false],
    ['stop', 'Given up at', 'deviations', true],
    ['bars', 'At most', 'bars', true],
    ['gross', 'Both legs', '% of equity', false],
  ] as const;
  return (
    <>
      {numbers.map(([key, label, unit, optional]) => (
        <Setting key={key} label={label}>
          {(id) => (
            <CommittedNumber
              id={id}
              value={study[key]}
              from={row}
              unit={unit}
              optional={optional}
              placeholder={optional ? 'none' : ''}
              onCommit={(value) => put({ [key]: value }, 'The pair’s rules were changed.')}
            />
          )}
        </Setting>
      ))}
      <Setting label="Filled">
        {(id) => (
          <Select<PairStudy['timing']>
            id={id}
            value={study.timing}
            choices={[
              ['next-open', 'at the next open'],
              ['same-close', 'at the same close (optimistic)'],
            ]}
            onChange={(timing) => put({ timing })}
            className="w-full"
          />
        )}
      </Setting>
      <Setting label="Capital">
        {(id) => (
          <CommittedNumber
            id={id}
            value={study.account.capital}
            from={row}
            onCommit={(capital) => capital !== undefined && put({ account: { capital } })}
          />
        )}
      </Setting>
      <Setting label="Slippage">
        {(id) => (
          <CommittedNumber
            id={id}
            value={study.costs.slippage}
            from={row}
            unit="basis points"
            onCommit={(slippage = 0) => put((now) => ({ costs: { ...now.costs, slippage } }))}
          />
        )}
      </Setting>
      <Setting label="Commission">
        {(id) => (
          <CommittedNumber
            id={id}
            value={study.costs.commission.fixed}
            from={row}
            unit="an order"
            onCommit={(fixed = 0) =>
              put(({ costs }) => ({ costs: { ...costs, commission: { ...costs.commission, fixed } } }))
            }
          />
        )}
      </Setting>
      {RATES.map(([key, label]) => (
        <Setting key={key} label={label}>
          {(id) => (
            <CommittedRate
              id={id}
              label={label}
              value={study.costs[key]}
              from={row}
              onCommit={(rate) => put(({ costs }) => ({ costs: { ...costs, [key]: rate } }))}
            />
          )}
        </Setting>
      ))}
    </>
  );
}
