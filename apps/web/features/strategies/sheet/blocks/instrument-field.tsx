'use client';

import { useEffect, useId, useState } from 'react';
import { useBlocks } from './context.ts';

const SYMBOL = /^[A-Za-z0-9_^][A-Za-z0-9_.&-]*$/;

/** The instrument that a part of a rule reads: the benchmark or any symbol. */
export function InstrumentField({
  label,
  symbol,
  onChange,
}: {
  label: string;
  symbol: string;
  onChange: (symbol: string) => void;
}) {
  const { symbols } = useBlocks();
  const [text, setText] = useState(symbol);
  const id = useId();
  useEffect(() => setText(symbol), [symbol]);
  return (
    <>
      <input
        aria-label={label}
        aria-invalid={!SYMBOL.test(text) || undefined}
        list={id}
        value={text}
        style={{ width: `${Math.max(5, text.length) + 3}ch` }}
        onChange={(event) => {
          setText(event.target.value);
          if (SYMBOL.test(event.target.value)) onChange(event.target.value);
        }}
        className="word-instrument rounded-sm border border-hairline bg-raised px-0.5 hover:border-strong"
      />
      <datalist id={id}>
        {['benchmark', ...symbols].map((known) => (
          <option key={known} value={known} />
        ))}
      </datalist>
    </>
  );
}
