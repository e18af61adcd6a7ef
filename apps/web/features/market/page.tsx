'use client';

import { Suspense } from 'react';
import { late } from '@/ui/late.tsx';

// The gate before it looks into the store meanwhile.
const Market = late('Market', () => import('./market.tsx').then((m) => m.Market), { ahead: true });

/** The Market place. */
export function MarketPage() {
  return (
    <Suspense>
      <Market />
    </Suspense>
  );
}
