// The five places, in the order of the work.

import { Blend, ChartNoAxesCombined, FileText, FlaskConical, Landmark, type LucideIcon } from 'lucide-react';

export interface Place {
  readonly id: 'market' | 'strategies' | 'runs' | 'studies' | 'blends';
  readonly name: string;
  readonly icon: LucideIcon;
}

export const places: readonly Place[] = [
  { id: 'market', name: 'Market', icon: Landmark },
  { id: 'strategies', name: 'Strategies', icon: FileText },
  { id: 'runs', name: 'Runs', icon: ChartNoAxesCombined },
  { id: 'studies', name: 'Studies', icon: FlaskConical },
  { id: 'blends', name: 'Blends', icon: Blend },
];
