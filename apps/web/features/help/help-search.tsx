'use client';

import { useState } from 'react';
import type { HelpSection } from './render.ts';

const MOST = 12;

/** Finds the sections that have every word. */
export function HelpSearch({ sections }: { readonly sections: readonly HelpSection[] }) {
  const [asked, setAsked] = useState('');
  const words = asked.toLowerCase().split(/\s+/).filter(Boolean);
  const has = (text: string): boolean => words.every((word) => text.includes(word));
  const inTitle = ({ title }: HelpSection): number => (has(title.toLowerCase()) ? 0 : 1);
  const found = sections
    .filter(({ text }) => words.length > 0 && has(text))
    .sort((a, b) => inTitle(a) - inTitle(b))
    .slice(0, MOST);
  return (
    <search>
      <input
        type="search"
        value={asked}
        onChange={(event) => setAsked(event.target.value)}
        aria-label="Search the help"
        placeholder="Search the help"
        className="w-full rounded-sm border border-strong bg-raised px-2 py-1"
      />
      <p role="status" className="text-soft">
        {words.length > 0 && found.length === 0 && 'Nothing has all of these words.'}
      </p>
      {found.length > 0 && (
        <ul aria-label="Found in the help" className="border-b border-hairline pb-2">
          {found.map(({ page, title, address }) => (
            <li key={address} className="py-0.5">
              <a href={address} className="text-accent underline">
                {title}
              </a>{' '}
              <span className="text-soft">{page}</span>
            </li>
          ))}
        </ul>
      )}
    </search>
  );
}
