'use client';

import { type ComponentProps, type ReactNode, useMemo } from 'react';
import { useInstruments } from '@/store/market/listings.ts';
import { texts, useSetting } from '@/store/setting.ts';
import { type PickedInstrument, SymbolPicker } from '@/ui/symbol-picker.tsx';

const MOST_RECENT = 8;
const NONE: readonly string[] = [];
const useRecent = () => useSetting('recent symbols', texts, NONE);

interface InstrumentPickerProps extends Omit<ComponentProps<typeof SymbolPicker>, 'list'> {
  /** what may be picked beside instruments: it stands above them */
  readonly more?: readonly PickedInstrument[];
}

/** An instrument of the market, those picked last first. */
export function InstrumentPicker({ more = [], onPick, ...picker }: InstrumentPickerProps) {
  const [, , changeRecent] = useRecent();
  return (
    <SymbolPicker
      {...picker}
      onPick={(value) => {
        if (value !== '' && !more.some(({ symbol }) => symbol === value))
          void changeRecent((now) => [value, ...now.filter((one) => one !== value)].slice(0, MOST_RECENT));
        onPick(value);
      }}
      list={(show) => <MarketOptions more={more}>{show}</MarketOptions>}
    />
  );
}

interface MarketOptionsProps {
  readonly more: readonly PickedInstrument[];
  readonly children: (options: readonly PickedInstrument[]) => ReactNode;
}

/** What the store holds, read only while a list is open. */
function MarketOptions({ more, children }: MarketOptionsProps) {
  const instruments = useInstruments();
  const [recent] = useRecent();
  const options = useMemo(() => {
    const named = (instruments ?? []).map(({ symbol, name, kind }) => ({ symbol, name, note: kind }));
    const last = recent.flatMap((symbol) => named.find((one) => one.symbol === symbol) ?? []);
    const lately = last.map((one) => ({ ...one, note: 'lately' }));
    return [...more, ...lately, ...named.filter(({ symbol }) => !recent.includes(symbol))];
  }, [instruments, recent, more]);
  return children(options);
}
