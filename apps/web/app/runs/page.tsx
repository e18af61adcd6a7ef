import { Unbuilt } from '@/features/shell/unbuilt';

export const metadata = { title: 'Runs' };

export default function Page() {
  return <Unbuilt place="runs" />;
}
