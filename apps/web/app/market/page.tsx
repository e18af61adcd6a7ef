import { Unbuilt } from '@/features/shell/unbuilt';

export const metadata = { title: 'Market' };

export default function Page() {
  return <Unbuilt place="market" />;
}
