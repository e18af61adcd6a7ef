'use client';

import { dialsIn, type EdgeStudy, type Problem, readRule, type Signal } from '@plateau/core';
import { Plus, X } from 'lucide-react';
import { useEffect, useEffectEvent, useId, useMemo, useState } from 'react';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { RuleField } from '@/parts/rules/rule-field.tsx';
import { useUniverses } from '@/store/market/listings.ts';
import { Button, IconButton } from '@/ui/button';
import { Checkbox } from '@/ui/checkbox.tsx';
import { Select } from '@/ui/select.tsx';
import { CommonSettings, type SettingsProps, without } from './common-settings.tsx';
import { CommittedNumber, CommittedText, Setting, SettingsPart } from './fields.tsx';

const MOST_SIGNALS = 8;
const NEW_RULE = 'close > 50-day average';

export function EdgeSettings(props: SettingsProps<EdgeStudy>) {
  const { row, study, onChange } = props;
  const { signals } = study;
  const universes = useUniverses();
  const put = (part: Partial<EdgeStudy>, what = 'The study’s settings were changed.'): void =>
    onChange(without({ ...study, ...part }), what);
  const change = (k: number, signal: Signal): void =>
    put(
      { signals: signals.map((one, n) => (n === k ? signal : one)) },
      `The signal “${signal.name}” was changed.`,
    );
  return (
    <>
      <SettingsPart title="Signals">
        {signals.map((signal, k) => (
          <SignalSettings
            // A signal is known by its place: its name is what is being typed.
            key={`${row.id} ${k}`}
            row={row}
            signal={signal}
            onChange={(next) => change(k, next)}
            onRemove={
              signals.length > 1
                ? () =>
                    put(
                      { signals: signals.filter((_one, n) => n !== k) },
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
                {
                  signals: [
                    ...signals,
                    { name: `signal ${signals.length + 1}`, rule: NEW_RULE, side: 'long' },
                  ],
                },
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
              onCommit={(gauge) =>
                put({ gauge: gauge.trim() === '' ? undefined : gauge.trim() } as Partial<EdgeStudy>)
              }
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
                put({
                  instrument: symbol === '' ? undefined : symbol,
                  universe: study.universe || (universes?.[0]?.id ?? ''),
                } as Partial<EdgeStudy>)
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
  readonly onChange: (signal: Signal) => void;
  readonly onRemove: (() => void) | undefined;
}

const NONE: readonly Problem[] = [];
const FIRST_SWEEP = { from: 2, to: 10, step: 1 };
/** Milliseconds. */
const A_PAUSE = 300;

const readsWith = (rule: string, dials: readonly string[]): boolean =>
  readRule(rule, {
    expects: 'rule',
    unit: 'day',
    dials: Object.fromEntries(dials.map((one) => [one, FIRST_SWEEP.from])),
  }).ok;

function SignalSettings({ row, signal, onChange, onRemove }: SignalSettingsProps) {
  const id = useId();
  const { name, rule, side, sweep } = signal;
  // What is being typed is the study's once it reads.
  const [typed, setTyped] = useState<{ readonly text: string; readonly over: string }>();
  const text = typed?.over === rule ? typed.text : rule;
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
  const take = useEffectEvent((next: string): void => {
    const its = dialsIn(next);
    if (next === rule || !readsWith(next, its) || its.length > 1) return;
    const { sweep: before, ...plain } = signal;
    const [only] = its;
    onChange(
      only === undefined
        ? { ...plain, rule: next }
        : { ...plain, rule: next, sweep: { ...(before ?? FIRST_SWEEP), dial: only } },
    );
  });
  // Letters that follow fast are one change of the study.
  useEffect(() => {
    if (!typed) return;
    const timer = setTimeout(() => take(typed.text), A_PAUSE);
    return () => clearTimeout(timer);
  }, [typed]);
  const change = (next: string): void => setTyped({ text: next, over: rule });
  return (
    <div role="group" aria-label={`Signal ${name}`} className="mb-2 border-b border-hairline pb-2">
      <div className="flex items-center gap-1.5 pb-1">
        <CommittedText
          label="Name of the signal"
          value={name}
          from={row}
          onCommit={(next) => next.trim() !== '' && onChange({ ...signal, name: next.trim() })}
        />
        <Select<Signal['side']>
          label={`Side of ${name}`}
          value={side}
          choices={[
            ['long', 'long'],
            ['short', 'short'],
          ]}
          onChange={(next) => onChange({ ...signal, side: next })}
        />
        {onRemove && <IconButton label={`Remove ${name}`} icon={X} onClick={onRemove} />}
      </div>
      <RuleField
        id={id}
        field={{ key: 'signal', label: `Rule of ${name}`, kind: 'rule', initial: '' }}
        text={text}
        problems={problems}
        onChange={change}
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
              negative={key !== 'step'}
              onCommit={(value) =>
                value !== undefined && onChange({ ...signal, sweep: { ...sweep, [key]: value } })
              }
            />
          ))}
        </div>
      )}
    </div>
  );
}
