'use client';

import {
  FIGURE_KEYS,
  type FigureKey,
  figureEntry,
  gridOf,
  type TerrainStudy,
  type WalkStudy,
} from '@plateau/core';
import { Checkbox } from '@/ui/checkbox.tsx';
import { count } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { AxesSettings } from './axes.tsx';
import { type Part, withPart } from './change.ts';
import { CommonSettings, type SettingsProps } from './common-settings.tsx';
import { CommittedDate, CommittedNumber, Setting, SettingsPart } from './fields.tsx';

const FIGURE_CHOICES = FIGURE_KEYS.map((key) => [key, figureEntry(key).name] as const);

type OverGrid = TerrainStudy | WalkStudy;

/** How cells are held against each other: by which figure, and above which height a plateau lies. */
function ByFigure<S extends OverGrid>({ row, study, onChange }: SettingsProps<S>) {
  const { height } = study;
  const put = (part: Part<OverGrid>, what: string): void => onChange(withPart<S>(part as Part<S>), what);
  const percentile = typeof height === 'object' ? height.percentile : undefined;
  return (
    <>
      <Setting label="By">
        {(id) => (
          <Select<FigureKey>
            id={id}
            value={study.figure}
            choices={FIGURE_CHOICES}
            onChange={(figure) => put({ figure }, 'The study’s figure was changed.')}
            className="w-full"
          />
        )}
      </Setting>
      <Setting label="Plateau from">
        {(id) => (
          <CommittedNumber
            id={id}
            value={percentile ?? (height as number)}
            from={row}
            unit={percentile === undefined ? '' : 'percentile'}
            onCommit={(value = 75) =>
              put(
                { height: percentile === undefined ? value : { percentile: value } },
                'The plateau’s height was changed.',
              )
            }
          />
        )}
      </Setting>
    </>
  );
}

function cellsWords({ axes }: OverGrid): string {
  try {
    return count(
      gridOf(axes).sizes.reduce((product, size) => product * size, 1),
      'setting',
    );
  } catch {
    return 'An axis has no values: its step must be above 0, and it must end above where it begins.';
  }
}

export function TerrainSettings(props: SettingsProps<TerrainStudy>) {
  const { row, study, onChange } = props;
  return (
    <>
      <AxesSettings
        {...props}
        onChange={(change, what) => onChange((now) => change(now) as TerrainStudy, what)}
      />
      <SettingsPart title="Judged">
        <p className="pb-1 text-soft">{cellsWords(study)}, a whole run each.</p>
        <ByFigure {...props} />
        <Setting label="Split at">
          {(id) => (
            <CommittedDate
              id={id}
              value={study.split}
              from={row}
              placeholder="no split"
              onCommit={(split) => onChange(withPart({ split }), 'The split was changed.')}
            />
          )}
        </Setting>
      </SettingsPart>
      <CommonSettings {...props} />
    </>
  );
}

export function WalkSettings(props: SettingsProps<WalkStudy>) {
  const { row, study, onChange } = props;
  return (
    <>
      <SettingsPart title="Windows">
        {(['train', 'test'] as const).map((key) => (
          <Setting key={key} label={key === 'train' ? 'Choose on' : 'Then trade'}>
            {(id) => (
              <CommittedNumber
                id={id}
                value={study[key]}
                from={row}
                unit="months"
                onCommit={(value) =>
                  value !== undefined &&
                  onChange(withPart({ [key]: value }), 'The windows’ length was changed.')
                }
              />
            )}
          </Setting>
        ))}
        <Setting label="Chosen">
          {(id) => (
            <Select<WalkStudy['choose']>
              id={id}
              value={study.choose}
              choices={[
                ['middle', 'the middle of the plateau'],
                ['best', 'the best setting'],
              ]}
              onChange={(choose) => onChange(withPart({ choose }), 'The way of choosing was changed.')}
              className="w-full"
            />
          )}
        </Setting>
        <Checkbox
          className="flex py-1"
          checked={study.anchored}
          onChange={(anchored) => onChange(withPart({ anchored }), 'The windows’ first day was changed.')}
        >
          Always choose on all days before
        </Checkbox>
        <p className="py-1 text-soft">{cellsWords(study)} in each window.</p>
        <ByFigure {...props} />
      </SettingsPart>
      <AxesSettings
        {...props}
        onChange={(change, what) => onChange((now) => change(now) as WalkStudy, what)}
      />
      <CommonSettings {...props} />
    </>
  );
}
