// The nearest text that reads, for a rule that does not: looked for once the typing rests, a slice at a time.

import { type RuleContext, seekNearest } from '@plateau/core';
import { useEffect, useState } from 'react';
import type { Field } from '@/model/sheet/field.ts';
import { useBlocks } from '@/parts/rules/blocks/context.ts';

/** Milliseconds without a key press, and those that the search may take of the page's time before it lets others in. */
const REST = 400;
const SLICE = 30;

/** @param faulty whether the text has a fault; without one nothing is looked for */
export function useNearest({ key, kind }: Field, text: string, faulty: boolean): string | undefined {
  const { unit, dials } = useBlocks();
  const [found, setFound] = useState<{ readonly of: string; readonly nearest: string | undefined }>();
  const isRule = kind === 'rule' || kind === 'value';
  useEffect(() => {
    if (!isRule || !faulty || text.trim() === '') return;
    const values = Object.fromEntries(
      Object.entries(dials()).map(([name, { value }]) => [name, Number(value)]),
    );
    const context: RuleContext = {
      expects: kind === 'rule' ? 'rule' : 'value',
      unit,
      dials: values,
      position: key.endsWith('.exit'),
    };
    return inSlices(seekNearest(text, context), (nearest) => setFound({ of: text, nearest }));
  }, [isRule, kind, key, faulty, text, unit, dials]);
  return faulty && found?.of === text ? found.nearest : undefined;
}

/** Works through a search in slices, after a rest; a slow machine takes more of them and finds the same. @returns stops it */
function inSlices<T>(search: Generator<void, T>, found: (result: T) => void): () => void {
  let timer = setTimeout(slice, REST);
  return () => clearTimeout(timer);

  function slice(): void {
    const end = performance.now() + SLICE;
    do {
      const { done, value } = search.next();
      if (done) return found(value);
    } while (performance.now() < end);
    timer = setTimeout(slice);
  }
}
