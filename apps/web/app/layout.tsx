import '@fontsource-variable/source-sans-3/index.css';
import '@fontsource-variable/source-serif-4/index.css';
import './globals.css';
import type { Metadata } from 'next';
import { headers } from 'next/headers';
import type { ReactNode } from 'react';
import { Shell } from '@/features/shell/shell';

export const metadata: Metadata = {
  title: { default: 'Plateau', template: '%s · Plateau' },
  description: 'Backtest end-of-day rules on whole portfolios, always beside buy-and-hold.',
};

export default async function Layout({ children }: { children: ReactNode }) {
  const nonce = (await headers()).get('x-nonce') ?? undefined;
  return (
    <html lang="en" suppressHydrationWarning>
      <body>
        <Shell nonce={nonce}>{children}</Shell>
      </body>
    </html>
  );
}
