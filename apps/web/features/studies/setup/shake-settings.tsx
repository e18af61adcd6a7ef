'use client';

import { NUDGES, type ShakeStudy } from '@plateau/core';
import { NUDGE_WORDS } from '@/model/studies/nudge-words.ts';
import { Checkbox } from '@/ui/checkbox.tsx';
import { withPart } from './change.ts';
import { CommonSettings, type SettingsProps } from './common-settings.tsx';
import { CommittedNumber, Setting, SettingsPart } from './fields.tsx';

export function ShakeSettings(props: SettingsProps<ShakeStudy>) {
  const { row, study, onChange } = props;
  const { nudges } = study;
  return (
    <>
      <SettingsPart title="Nudges">
        <Setting label="Each">
          {(id) => (
            <CommittedNumber
              id={id}
              value={study.repetitions}
              from={row}
              unit="times"
              onCommit={(repetitions = 1) =>
                onChange(
                  withPart({ repetitions: Math.round(repetitions) }),
                  'The number of repetitions was changed.',
                )
              }
            />
          )}
        </Setting>
        {NUDGES.map((nudge) => {
          const [name, does] = NUDGE_WORDS[nudge];
          const on = nudges.includes(nudge);
          return (
            <Checkbox
              key={nudge}
              className="flex min-h-[1.85rem] py-0.5"
              checked={on}
              disabled={on && nudges.length === 1}
              onChange={() =>
                onChange(
                  withPart((now) => ({
                    nudges: NUDGES.filter((one) => (one === nudge ? !on : now.nudges.includes(one))),
                  })),
                  `The nudge “${name}” is ${on ? 'off' : 'on'}.`,
                )
              }
            >
              <span>
                {name} <span className="text-soft">{does}</span>
              </span>
            </Checkbox>
          );
        })}
      </SettingsPart>
      <CommonSettings {...props} />
    </>
  );
}
