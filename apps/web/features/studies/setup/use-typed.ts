// A text that is typed over one of the store, and taken letter after letter and not when its field is left.

import { useEffect, useEffectEvent, useState } from 'react';

interface Typed {
  readonly text: string;
  /** what the store had when it was typed */
  readonly over: string;
  /** what was handed on and is not read back yet */
  readonly taken?: string;
}

/** Milliseconds: letters that follow faster are one change. */
const A_PAUSE = 300;

/**
 * The text to show, and what takes another. It is handed on once the hand rests, or the field goes. What is typed while the store
 * still takes what was typed before stays; a text that comes from elsewhere, as by undoing, shows instead of it.
 * @param onRest is given what was typed, and says whether it takes it
 */
export function useTyped(stored: string, onRest: (text: string) => boolean) {
  const [typed, setTyped] = useState<Typed>();
  if (typed && typed.over !== stored) {
    const isOwn = stored === typed.taken && typed.text !== stored;
    setTyped(isOwn ? { text: typed.text, over: stored } : undefined);
  }
  const text = typed?.text;
  const handOn = useEffectEvent((): void => {
    if (!typed || typed.text === (typed.taken ?? stored)) return;
    if (onRest(typed.text)) setTyped({ ...typed, taken: typed.text });
  });
  useEffect(() => {
    if (text === undefined) return;
    const timer = setTimeout(() => handOn(), A_PAUSE);
    return () => clearTimeout(timer);
  }, [text]);
  useEffect(() => () => handOn(), []);
  const type = (next: string): void => setTyped({ ...typed, text: next, over: stored });
  return [text ?? stored, type] as const;
}
