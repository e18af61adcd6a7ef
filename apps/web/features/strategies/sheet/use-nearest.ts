// The nearest text that reads, for a rule that does not: looked for once the typing rests, and for a moment only.

import { nearestReading } from '@plateau/core';
import { useEffect, useState } from 'react';
import { useBlocks } from './blocks/context.ts';
import type { Field } from './fields.ts';

/** Milliseconds without a key press, and those that the search may take of the page's time. */
const REST = 400;
const BUDGET = 30;

/** @param faulty whether the text has a fault; without one nothing is looked for */
export function useNearest({ key, kind }: Field, text: string, faulty: boolean): string | undefined {
  const { unit, dials } = useBlocks();
  const [found, setFound] = useState<{ readonly of: string; readonly nearest: string | undefined }>();
  const isRule = kind === 'rule' || kind === 'value';
  useEffect(() => {
    if (!isRule || !faulty || text.trim() === '') return;
    const timer = setTimeout(() => {
      const end = performance.now() + BUDGET;
      const values = Object.fromEntries(
        Object.entries(dials()).map(([name, { value }]) => [name, Number(value)]),
      );
      const nearest = nearestReading(
        text,
        {
          expects: kind === 'rule' ? 'rule' : 'value',
          unit,
          dials: values,
          position: key.endsWith('.leave'),
        },
        () => performance.now() < end,
      );
      setFound({ of: text, nearest });
    }, REST);
    return () => clearTimeout(timer);
  }, [isRule, kind, key, faulty, text, unit, dials]);
  return faulty && found?.of === text ? found.nearest : undefined;
}
