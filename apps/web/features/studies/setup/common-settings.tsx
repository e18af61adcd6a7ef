'use client';

import type { Study } from '@plateau/core';
import type { ReactNode } from 'react';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { UniverseField } from '@/parts/fields/plain-control.tsx';
import { InstrumentPicker } from '@/parts/instrument-picker.tsx';
import { type OnChange, type Part, withPart } from './change.ts';
import { CommittedDate, CommittedNumber, Setting, SettingsPart } from './fields.tsx';

/** What the settings of a study are given: its row, its document, and what takes another. */
export interface SettingsProps<S extends Study> {
  readonly row: StoredStudy;
  readonly study: S;
  readonly onChange: OnChange<S>;
}

interface CommonProps<S extends Study> extends SettingsProps<S> {
  /** whether it goes through a universe */
  readonly hasUniverse?: boolean;
  /** whether it draws by a seed */
  readonly hasSeed?: boolean;
  readonly children?: ReactNode;
}

/** The settings that all studies have: what they go through, beside what, and when. */
export function CommonSettings<S extends Study>(props: CommonProps<S>) {
  const { row, study, onChange, hasUniverse = true, hasSeed = true, children } = props;
  const put = (part: Part<Study>, what: string): void => onChange(withPart<S>(part as Part<S>), what);
  return (
    <SettingsPart title="Bars">
      {hasUniverse && (
        <Setting label="Universe">
          {(id) => (
            <UniverseField
              id={id}
              value={study.universe}
              faulty={false}
              describedBy={undefined}
              onPick={(universe) => put({ universe }, 'The study’s universe was changed.')}
            />
          )}
        </Setting>
      )}
      {children}
      <Setting label="Benchmark">
        {(id) => (
          <InstrumentPicker
            id={id}
            value={study.benchmark}
            onPick={(benchmark) => put({ benchmark }, 'The study’s benchmark was changed.')}
            className="w-full"
          />
        )}
      </Setting>
      <Setting label="From">
        {(id) => (
          <CommittedDate
            id={id}
            value={study.from}
            from={row}
            placeholder="first bar"
            onCommit={(from) => put({ from }, 'The study’s first day was changed.')}
          />
        )}
      </Setting>
      <Setting label="To">
        {(id) => (
          <CommittedDate
            id={id}
            value={study.to}
            from={row}
            placeholder="last bar"
            onCommit={(to) => put({ to }, 'The study’s last day was changed.')}
          />
        )}
      </Setting>
      {hasSeed && (
        <Setting label="Seed">
          {(id) => (
            <CommittedNumber
              id={id}
              value={study.seed}
              from={row}
              onCommit={(seed) => put({ seed: Math.round(seed ?? 1) }, 'The study’s seed was changed.')}
            />
          )}
        </Setting>
      )}
    </SettingsPart>
  );
}
