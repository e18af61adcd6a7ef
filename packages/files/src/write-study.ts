// The study file out.

import { isoFromDay, type Study } from '@plateau/core';
import { STUDY_FORMAT } from './study-file.ts';
import { writableStrategy } from './write-strategy.ts';

/** The text of a study file; reading it gives the same study. */
export function writeStudyFile(study: Study): string {
  return `${JSON.stringify(writableStudy(study), null, 2)}\n`;
}

/** The same as the value that JSON holds. */
export function writableStudy(study: Study): object {
  const { kind, ...rest } = study;
  const written = withDates({ format: STUDY_FORMAT, kind, ...rest });
  if (study.kind === 'pair' && study.search) {
    const { y: _y, x: _x, ...searched } = written as Record<string, unknown>;
    return searched;
  }
  return 'strategy' in study ? { ...written, strategy: writableStrategy(study.strategy) } : written;
}

const DATES = new Set(['from', 'to', 'split']);

/** Days as they are written, at the top, in spans and in a training. */
function withDates<T extends object>(value: T): object {
  return Object.fromEntries(
    Object.entries(value).map(([key, inner]) => {
      if (DATES.has(key) && typeof inner === 'number') return [key, isoFromDay(inner)];
      if (key === 'training') return [key, withDates(inner)];
      if (key === 'axes') return [key, (inner as object[]).map(axis)];
      return [key, inner];
    }),
  );
}

const axis = (one: object): object =>
  'spans' in one ? { spans: (one.spans as object[]).map(withDates) } : one;
