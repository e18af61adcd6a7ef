import { StrategiesPage } from '@/features/strategies/page';

export const metadata = { title: 'Strategies' };

export default function Page() {
  return <StrategiesPage />;
}
