import { RunsPage } from '@/features/runs/page';

export const metadata = { title: 'Runs' };

export default function Page() {
  return <RunsPage />;
}
