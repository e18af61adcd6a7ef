'use client';

import { useEffect, useState } from 'react';
import { SymbolField } from '@/ui/symbol-field.tsx';
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
  useEffect(() => setText(symbol), [symbol]);
  return (
    <SymbolField
      aria-label={label}
      faulty={!SYMBOL.test(text)}
      symbols={['benchmark', ...symbols]}
      value={text}
      style={{ width: `${Math.max(5, text.length) + 3}ch` }}
      onChange={(event) => {
        setText(event.target.value);
        if (SYMBOL.test(event.target.value)) onChange(event.target.value);
      }}
      className="word-instrument px-0.5 hover:border-strong"
    />
  );
}
