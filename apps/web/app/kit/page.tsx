import { notFound } from 'next/navigation';
import { KitPage } from '@/features/kit/kit-page.tsx';

export const metadata = { title: 'The parts' };

/** Every part of the page in its states, for who builds with them; a built app has it only for its tests. */
export default function Page() {
  if (process.env.NODE_ENV === 'production' && process.env.PLATEAU_TEST_FEED !== '1') notFound();
  return <KitPage />;
}
