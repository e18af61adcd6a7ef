import type { ReactNode } from 'react';

interface SidewaysProps {
  /** what is in it, for those who come to it by keys */
  readonly label: string;
  readonly children: ReactNode;
}

/** What may be wider than a small screen: it is moved sideways by itself, and the words around it stay. */
export function Sideways({ label, children }: SidewaysProps) {
  return (
    <section
      aria-label={label}
      // What scrolls must be reached by keys.
      tabIndex={0}
      className="min-w-0 overflow-x-auto print:overflow-visible"
    >
      {children}
    </section>
  );
}
