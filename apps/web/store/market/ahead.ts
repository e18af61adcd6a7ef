// How far a source that stands in for a vendor has been moved on: sessions after its last one.

import Joi from 'joi';
import { changeSetting, readSetting, useSetting } from '../setting.ts';

const keyOf = (source: string): string => `ahead ${source}`;
const sessions = Joi.number().integer().min(0).max(1000);

export const sessionsAheadOf = (source: string): Promise<number> => readSetting(keyOf(source), sessions, 0);

export function useSessionsAhead(source: string): number {
  return useSetting(keyOf(source), sessions, 0)[0];
}

/** Moves a stand-in on by a session. @param most sessions it has */
export const moveOn = (source: string, most: number): Promise<void> =>
  changeSetting(keyOf(source), sessions, 0, (now) => Math.min(most, now + 1));
