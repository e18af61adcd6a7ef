import { BlendsPage } from '@/features/blends/page';

export const metadata = { title: 'Blends' };

export default function Page() {
  return <BlendsPage />;
}
