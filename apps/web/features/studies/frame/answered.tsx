import type { ReactNode } from 'react';

/** What a study found, in words: they come before any number. */
export function Answered({ sentences, children }: { sentences: readonly string[]; children?: ReactNode }) {
  return (
    <div className="max-w-[56rem] border-l-4 border-accent bg-raised px-3 py-2" data-testid="verdict">
      <p className="text-[1.08rem] leading-snug">{sentences.join(' ')}</p>
      {children}
    </div>
  );
}
