import type { ReactNode } from 'react';
import { MarketGate } from '@/features/shell/market-gate.tsx';

/** The places, each of which needs the market in the store. */
export default function PlacesLayout({ children }: { children: ReactNode }) {
  return <MarketGate>{children}</MarketGate>;
}
