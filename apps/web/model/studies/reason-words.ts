// Why a round of a pair ended, in a trader's words.

/** By the reason of its trades. */
export const ROUND_ENDS: Readonly<Record<string, string>> = {
  rule: 'came back',
  stop: 'given up',
  time: 'time was up',
};
