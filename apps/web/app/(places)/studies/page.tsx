import { Unbuilt } from '@/features/shell/unbuilt';

export const metadata = { title: 'Studies' };

export default function Page() {
  return <Unbuilt place="studies" />;
}
