import { Unbuilt } from '@/features/shell/unbuilt';

export const metadata = { title: 'Blends' };

export default function Page() {
  return <Unbuilt place="blends" />;
}
