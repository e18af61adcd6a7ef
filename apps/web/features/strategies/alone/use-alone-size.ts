import { parseAsStringLiteral, useQueryState } from 'nuqs';

const SIZE = parseAsStringLiteral(['whole', 'as-written'] as const).withDefault('whole');

/** The size of the one position of each instrument alone, as the address has it. */
export const useAloneSize = () => useQueryState('size', SIZE);
