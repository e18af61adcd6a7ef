import { StudiesPage } from '@/features/studies/page';

export const metadata = { title: 'Studies' };

export default function Page() {
  return <StudiesPage />;
}
