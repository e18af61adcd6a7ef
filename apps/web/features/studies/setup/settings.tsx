'use client';

import type { Study } from '@plateau/core';
import { memo } from 'react';
import { late } from '@/ui/late.tsx';
import { ofKind } from './change.ts';
import type { SettingsProps } from './common-settings.tsx';
import { TerrainSettings, WalkSettings } from './grid-settings.tsx';
import { PairSettings } from './pair-settings.tsx';
import { ShakeSettings } from './shake-settings.tsx';

// Its rules bring what edits rules.
const EdgeSettings = late('The settings', () => import('./edge-settings.tsx').then((m) => m.EdgeSettings));

/** What a study asks, to be asked otherwise. */
export const Settings = memo(function Settings({ row, study, onChange }: SettingsProps<Study>) {
  switch (study.kind) {
    case 'terrain':
      return <TerrainSettings row={row} study={study} onChange={ofKind('terrain', onChange)} />;
    case 'walk':
      return <WalkSettings row={row} study={study} onChange={ofKind('walk', onChange)} />;
    case 'edge':
      return <EdgeSettings row={row} study={study} onChange={ofKind('edge', onChange)} />;
    case 'pair':
      return <PairSettings row={row} study={study} onChange={ofKind('pair', onChange)} />;
    case 'shake':
      return <ShakeSettings row={row} study={study} onChange={ofKind('shake', onChange)} />;
  }
});
