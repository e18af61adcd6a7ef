'use client';

import { CircleHelp, MapPinned, Moon, Search, Sun } from 'lucide-react';
import { usePathname } from 'next/navigation';
import { ThemeProvider, useTheme } from 'next-themes';
import { Tooltip } from 'radix-ui';
import { type CSSProperties, type ReactNode, useEffect, useState } from 'react';
import { Toaster } from 'sonner';
import { CommandMenu } from '@/parts/commands/command-menu.tsx';
import { useCommandMenu } from '@/parts/commands/menu-state.ts';
import { places } from '@/parts/commands/places.ts';
import { StudyEnds } from '@/parts/studies/study-ends.tsx';
import { IconButton } from '@/ui/button';
import { Link } from '@/ui/link.tsx';
import { useArrowFocus } from '@/ui/use-arrow-focus.ts';
import { AddressProvider } from './address.tsx';
import { Unfinished } from './unfinished.tsx';
import { UntoldFaults } from './untold-faults.tsx';

/** What surrounds every page: the places, the theme, the command menu. */
export function Shell({ nonce, children }: { nonce: string | undefined; children: ReactNode }) {
  useArrowFocus();
  return (
    <ThemeProvider
      attribute="class"
      defaultTheme="system"
      enableSystem
      disableTransitionOnChange
      {...(nonce ? { nonce } : {})}
    >
      <AddressProvider>
        <Tooltip.Provider delayDuration={300}>
          <div className="flex h-dvh flex-col">
            <TopBar />
            <div className="min-h-0 flex-1">{children}</div>
          </div>
          <CommandMenu />
          <Toasts />
          <StudyEnds />
          <UntoldFaults />
          <Unfinished />
        </Tooltip.Provider>
      </AddressProvider>
    </ThemeProvider>
  );
}

const TOAST_COLOURS = {
  '--normal-bg': 'var(--paper-raised)',
  '--normal-text': 'var(--ink)',
  '--normal-border': 'var(--hairline-strong)',
} as CSSProperties;

/** Messages in the map's colours, clear of the sheet's fields; long enough on screen for their undo to be found. */
function Toasts() {
  return (
    <Toaster
      position="bottom-right"
      style={TOAST_COLOURS}
      duration={15_000}
      closeButton
      toastOptions={{ className: 'font-sans' }}
    />
  );
}

function TopBar() {
  const path = usePathname();
  const openMenu = useCommandMenu((menu) => menu.open);
  return (
    <header className="top-bar flex h-11 shrink-0 items-center gap-6 border-b border-hairline bg-raised px-4 max-[900px]:gap-2 max-[900px]:px-2">
      <Link href="/strategies" className="flex items-center gap-2 font-serif text-lg">
        <MapPinned size={18} aria-hidden className="text-accent" />
        <span className="max-[900px]:sr-only">Plateau</span>
      </Link>
      <nav aria-label="Places" className="flex h-full items-stretch gap-1">
        {places.map(({ id, name, icon: Icon }) => {
          const here = path.startsWith(`/${id}`);
          return (
            <Link
              key={id}
              href={`/${id}`}
              aria-current={here ? 'page' : undefined}
              className="flex items-center gap-1.5 border-b-2 border-transparent px-3 text-soft hover:text-ink aria-[current]:border-accent aria-[current]:text-ink max-[900px]:px-2.5"
            >
              <Icon size={15} aria-hidden />
              <span className="max-[640px]:sr-only">{name}</span>
            </Link>
          );
        })}
      </nav>
      <div className="ml-auto flex items-center gap-1">
        <button
          type="button"
          onClick={openMenu}
          className="flex items-center gap-2 rounded-sm border border-hairline px-2 py-1 text-soft hover:text-ink"
        >
          <Search size={14} aria-hidden /> <span className="max-[640px]:sr-only">Commands</span>
          <kbd className="font-sans text-soft max-[900px]:hidden">Ctrl+.</kbd>
        </button>
        <Link
          href="/help"
          aria-label="Help"
          title="Help"
          className="flex size-[1.85rem] items-center justify-center rounded-sm text-soft hover:text-ink"
        >
          <CircleHelp size={16} aria-hidden />
        </Link>
        <ThemeButton />
      </div>
    </header>
  );
}

function ThemeButton() {
  const { resolvedTheme, setTheme } = useTheme();
  const [mounted, setMounted] = useState(false);
  useEffect(() => setMounted(true), []);
  const dark = mounted && resolvedTheme === 'dark';
  return (
    <IconButton
      label={dark ? 'Day map' : 'Night map'}
      icon={dark ? Sun : Moon}
      onClick={() => setTheme(dark ? 'light' : 'dark')}
    />
  );
}
