import Joi from 'joi';
import { useSetting } from '@/store/setting.ts';

/** Whether single letters are commands; who speaks to his machine, or brushes its keys, turns them off (WCAG 2.1.4). */
export const useLetters = () => useSetting<boolean>('letter keys', Joi.boolean(), true);
