'use client';

import { ImageDown } from 'lucide-react';
import type { RefObject } from 'react';
import { toast } from 'sonner';
import { Button } from '../button.tsx';
import { Menu } from '../menu.tsx';
import { saveChartPng, saveChartSvg } from './save-chart.ts';

const KINDS = [
  ['As PNG', saveChartPng],
  ['As SVG', saveChartSvg],
] as const;

interface ChartOutProps {
  /** of the file, without its ending */
  readonly name: string;
  /** what holds the charts */
  readonly charts: RefObject<Element | null>;
  readonly label?: string;
}

/** Charts as a picture file. */
export function ChartOut({ name, charts, label = 'The chart as a picture' }: ChartOutProps) {
  const picture = async (save: (name: string, element: Element) => unknown): Promise<void> => {
    if (!charts.current) return;
    try {
      await save(name, charts.current);
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Menu
      trigger={
        <Button aria-label={label} className="border-transparent bg-transparent px-1.5">
          <ImageDown size={15} aria-hidden />
        </Button>
      }
      items={KINDS.map(([words, save]) => [words, () => void picture(save)])}
    />
  );
}
