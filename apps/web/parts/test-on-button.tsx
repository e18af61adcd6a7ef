'use client';

import { useRouter } from 'next/navigation';
import { Button } from '@/ui/button';

/** Tests the open sheet's rules on one instrument; what does so is loaded when it is asked for. */
export function TestOnButton({ symbol }: { symbol: string }) {
  const router = useRouter();
  const test = async (): Promise<void> => {
    const { testOn } = await import('./test-on.ts');
    router.push(`/strategies?sheet=${await testOn(symbol)}`);
  };
  return <Button onClick={() => void test()}>Test on this</Button>;
}
