'use client';

import { clsx } from 'clsx';
import type { LogEntry, VariantSetting } from '@/model/logbook/entry.ts';
import type { Draft } from '@/model/sheet/sheet.ts';
import { useShownFigures } from '@/parts/figures/shown-figures.ts';
import { Button } from '@/ui/button';
import { changeOf, ours } from '@/ui/figures.ts';
import { moment } from '@/ui/format.ts';
import { Curves } from './curves.tsx';

interface CompareProps {
  readonly pair: readonly [LogEntry, LogEntry];
  readonly settings: (drafts: readonly Draft[]) => readonly VariantSetting[];
  readonly onClose: () => void;
}

const titleOf = ({ name, at }: LogEntry): string => name || moment(at);

/** Two variants: curves overlaid, rules side by side with differences marked, figures with their differences. */
export function Compare({ pair: given, settings: settingsOf, onClose }: CompareProps) {
  const [figures] = useShownFigures();
  // The older on the left, so that differences read as what the later change did.
  const [a, b] = [...given].sort((x, y) => x.at - y.at) as [LogEntry, LogEntry];
  const settings = settingsOf([a.draft, b.draft])
    .map(({ label, texts: [left = '', right = ''] }) => ({ label, left, right, differs: left !== right }))
    .sort((x, y) => Number(y.differs) - Number(x.differs));
  return (
    <section aria-label="Two variants" className="flex h-full min-h-0 flex-col">
      <div className="flex items-center gap-3 py-1">
        <Curves entries={[a, b]} width={260} height={56} label="Equity of both variants" />
        <p className="text-soft">
          Solid {titleOf(a)}, dashed {titleOf(b)}, dotted the benchmark.
        </p>
        <Button className="ml-auto" onClick={onClose}>
          Back to the logbook
        </Button>
      </div>
      <div className="flex min-h-0 flex-1 gap-4 overflow-auto border-t border-hairline" tabIndex={0}>
        <table aria-label="Figures of both" className="self-start">
          <Head a={a} b={b} last="Change" />
          <tbody>
            {figures.map((entry) => (
              <tr key={entry.key} className="border-b border-hairline text-right">
                <th scope="row" className="pr-3 text-left font-normal whitespace-nowrap">
                  {entry.name}
                </th>
                <td className="px-2">{ours(entry, a.figures)}</td>
                <td className="px-2">{ours(entry, b.figures)}</td>
                <td className="px-2 font-semibold">{changeOf(entry, b.figures, a.figures) ?? ''}</td>
              </tr>
            ))}
          </tbody>
        </table>
        <table aria-label="Rules of both" className="w-full self-start">
          <Head a={a} b={b} />
          <tbody>
            {settings.map(({ label, left, right, differs }) => (
              <tr
                key={label}
                className={clsx('border-b border-hairline align-top', differs && 'bg-accent-paper')}
              >
                <th scope="row" className="pr-3 text-left font-normal">
                  {differs && <span className="sr-only">differs: </span>}
                  {label}
                </th>
                <td className="px-2 whitespace-pre-wrap">{left || '–'}</td>
                <td className="px-2 whitespace-pre-wrap">{right || '–'}</td>
              </tr>
            ))}
          </tbody>
        </table>
      </div>
    </section>
  );
}

function Head({ a, b, last }: { a: LogEntry; b: LogEntry; last?: string }) {
  return (
    <thead>
      <tr className="border-b border-strong text-left">
        <td />
        <th scope="col" className="px-2 whitespace-nowrap">
          {titleOf(a)}
        </th>
        <th scope="col" className="px-2 whitespace-nowrap">
          {titleOf(b)}
        </th>
        {last && (
          <th scope="col" className="px-2">
            {last}
          </th>
        )}
      </tr>
    </thead>
  );
}
