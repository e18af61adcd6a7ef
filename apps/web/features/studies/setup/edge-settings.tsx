'use client';

import { dialsIn, type EdgeStudy, type Problem, readRule, type Signal } from '@plateau/core';
import { Plus, X } from 'lucide-react';
import { useId, useMemo } from 'react';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { RuleField } from '@/parts/rules/rule-field.tsx';
import { useUniverses } from '@/store/market/listings.ts';
import { Button, IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { Select } from '@/ui/select.tsx';
import { type Change, type Part, withPart } from './change.ts';
import { CommonSettings, type SettingsProps } from './common-settings.tsx';
import { CommittedNumber, CommittedText, Setting, SettingsPart } from './fields.tsx';
import { useTyped } from './use-typed.ts';

const MOST_SIGNALS = 8;
const NEW_RULE = 'close > 50-day average';

export function EdgeSettings(props: SettingsProps<EdgeStudy>) {
  const { row, study, onChange } = props;
  const { signals } = study;
  const universes = useUniverses();
  // A signal is known by its place; where one has gone since it was drawn, that place is another's.
  const isAllThere = (now: EdgeStudy): boolean => now.signals.length >= signals.length;
  const put = (
    part: Part<EdgeStudy> | ((now: EdgeStudy) => Part<EdgeStudy>),
    what = 'The study’s settings were changed.',
  ): void => onChange(withPart(part), what);
  return (
    <>
      <SettingsPart title="Signals">
        {signals.map((signal, k) => (
          <SignalSettings
            // A signal is known by its place: its name is what is being typed.
            key={`${row.id} ${k}`}
            row={row}
            signal={signal}
            onChange={(change) =>
              put(
                (now) => ({
                  signals: now.signals.map((one, n) => (n === k && isAllThere(now) ? change(one) : one)),
                }),
                `The signal “${signal.name}” was changed.`,
              )
            }
            onRemove={
              signals.length > 1
                ? () =>
                    put(
                      (now) => ({
                        signals: isAllThere(now) ? now.signals.filter((_one, n) => n !== k) : now.signals,
                      }),
                      `“${signal.name}” is no signal any more.`,
                    )
                : undefined
            }
          />
        ))}
        {signals.length < MOST_SIGNALS && (
          <Button
            onClick={() =>
              put(
                (now) => ({
                  signals: [
                    ...now.signals,
                    { name: `signal ${now.signals.length + 1}`, rule: NEW_RULE, side: 'long' } as const,
                  ].slice(0, MOST_SIGNALS),
                }),
                'There is one more signal.',
              )
            }
          >
            <Plus size={13} aria-hidden /> Add a signal
          </Button>
        )}
      </SettingsPart>
      <SettingsPart title="Outcome">
        <Setting label="After bars">
          {(id) => (
            <CommittedText
              id={id}
              value={study.horizons.join(' ')}
              from={row}
              onCommit={(text) => {
                const numbers = text
                  .split(/[\s,;]+/)
                  .filter(Boolean)
                  .map(Number);
                const horizons = [...new Set(numbers)]
                  .filter((n) => n > 0 && Number.isInteger(n))
                  .sort((a, b) => a - b);
                if (horizons.length > 0) put({ horizons });
              }}
            />
          )}
        </Setting>
        <Setting label="Entered">
          {(id) => (
            <Select<EdgeStudy['entry']>
              id={id}
              value={study.entry}
              choices={[
                ['next-open', 'at the next open'],
                ['close', 'at the close (optimistic)'],
              ]}
              onChange={(entry) => put({ entry })}
              className="w-full"
            />
          )}
        </Setting>
        <Setting label="Cost">
          {(id) => (
            <CommittedNumber
              id={id}
              value={study.cost}
              from={row}
              unit="basis points a round"
              onCommit={(cost = 0) => put({ cost })}
            />
          )}
        </Setting>
        <Checkbox className="flex py-1" checked={study.once} onChange={(once) => put({ once })}>
          Each once: no event while one runs
        </Checkbox>
        <Setting label="Gauge">
          {(id) => (
            <CommittedText
              id={id}
              value={study.gauge ?? ''}
              from={row}
              placeholder="a value, as 20-day volatility"
              onCommit={(gauge) => put({ gauge: gauge.trim() === '' ? undefined : gauge.trim() })}
            />
          )}
        </Setting>
      </SettingsPart>
      <CommonSettings {...props} hasUniverse={study.instrument === undefined}>
        <Setting label="One instrument">
          {(id) => (
            <InstrumentPicker
              id={id}
              value={study.instrument ?? ''}
              optional
              placeholder="all of the universe"
              onPick={(symbol) =>
                put((now) => ({
                  instrument: symbol === '' ? undefined : symbol,
                  universe: now.universe || (universes?.[0]?.id ?? ''),
                }))
              }
              className="w-full"
            />
          )}
        </Setting>
      </CommonSettings>
    </>
  );
}

interface SignalSettingsProps {
  readonly row: unknown;
  readonly signal: Signal;
  readonly onChange: (change: Change<Signal>) => void;
  readonly onRemove: (() => void) | undefined;
}

const NONE: readonly Problem[] = [];
const FIRST_SWEEP = { from: 2, to: 10, step: 1 };

const readsWith = (rule: string, dials: readonly string[]): boolean =>
  readRule(rule, {
    expects: 'rule',
    unit: 'day',
    dials: Object.fromEntries(dials.map((one) => [one, FIRST_SWEEP.from])),
  }).ok;

function SignalSettings({ row, signal, onChange, onRemove }: SignalSettingsProps) {
  const id = useId();
  const { name, rule, side, sweep } = signal;
  const [text, type] = useTyped(rule, (next) => {
    const its = dialsIn(next);
    if (!readsWith(next, its) || its.length > 1) return false;
    const [only] = its;
    onChange(({ sweep: before, ...plain }) =>
      only === undefined
        ? { ...plain, rule: next }
        : { ...plain, rule: next, sweep: { ...(before ?? FIRST_SWEEP), dial: only } },
    );
    return true;
  });
  const [dial] = dialsIn(text);
  const problems = useMemo((): readonly Problem[] => {
    const its = dialsIn(text);
    if (its.length > 1) return [{ path: 'rule', message: 'A signal has one dial at most.' }];
    const read = readRule(text, {
      expects: 'rule',
      unit: 'day',
      dials: Object.fromEntries(its.map((one) => [one, sweep?.from ?? 2])),
    });
    return read.ok ? NONE : read.problems.map((problem) => ({ ...problem, path: 'rule' }));
  }, [text, sweep]);
  return (
    <div role="group" aria-label={`Signal ${name}`} className="mb-2 border-b border-hairline pb-2">
      <div className="flex items-center gap-1.5 pb-1">
        <CommittedText
          label="Name of the signal"
          value={name}
          from={row}
          onCommit={(next) => next.trim() !== '' && onChange((now) => ({ ...now, name: next.trim() }))}
        />
        <Select<Signal['side']>
          label={`Side of ${name}`}
          value={side}
          choices={[
            ['long', 'long'],
            ['short', 'short'],
          ]}
          onChange={(next) => onChange((now) => ({ ...now, side: next }))}
        />
        {onRemove && <IconButton label={`Remove ${name}`} icon={X} onClick={onRemove} />}
      </div>
      <RuleField
        id={id}
        field={{ key: 'signal', label: `Rule of ${name}`, kind: 'rule', initial: '' }}
        text={text}
        problems={problems}
        onChange={type}
      />
      {problems.length > 0 && (
        <p role="alert" className="text-loss">
          {problems[0]?.message}
        </p>
      )}
      {dial !== undefined && sweep && (
        <div className="grid grid-cols-[auto_1fr_1fr_1fr] items-center gap-1 pt-1">
          <span className="text-soft">{dial}</span>
          {(['from', 'to', 'step'] as const).map((key) => (
            <CommittedNumber
              key={key}
              label={`${dial}: ${key}`}
              value={sweep[key]}
              from={row}
              onCommit={(value) =>
                value !== undefined &&
                onChange((now) => ({ ...now, sweep: { ...sweep, ...now.sweep, [key]: value } }))
              }
            />
          ))}
        </div>
      )}
    </div>
  );
}
