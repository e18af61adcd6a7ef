import { MarketPage } from '@/features/market/page.tsx';

export const metadata = { title: 'Market' };

export default function Page() {
  return <MarketPage />;
}
