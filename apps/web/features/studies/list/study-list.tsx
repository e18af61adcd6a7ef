'use client';

import { Upload } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { useEffect } from 'react';
import { toast } from 'sonner';
import { DEMO_STUDIES, type DemoStudy, demoStudy } from '@/model/studies/demo.ts';
import { questionOf } from '@/model/studies/questions.ts';
import type { StoredStudy } from '@/model/studies/stored-study.ts';
import { HelpMark } from '@/parts/help-mark.tsx';
import { useUniverses } from '@/store/market/listings.ts';
import { addStudy, dropOrphans, importStudy } from '@/store/studies/studies.ts';
import { Button } from '@/ui/button';
import { useFileChoice } from '@/ui/use-file-choice.tsx';
import { useTitle } from '@/ui/use-title.ts';
import { StudyRow } from './study-row.tsx';

/** Every study with how far it is and what it found, and studies to begin with. */
export function StudyList({ studies }: { studies: readonly StoredStudy[] }) {
  useTitle('Studies', '');
  useEffect(() => void dropOrphans(), []);
  const universes = useUniverses();
  const router = useRouter();
  const begin = async (demo: DemoStudy): Promise<void> => {
    router.push(`/studies?study=${await addStudy(demoStudy(demo))}`);
  };
  const { field, choose } = useFileChoice({
    label: 'Study file',
    accept: '.json,application/json',
    onFile: (file) =>
      importStudy(file).catch((error: Error) =>
        toast.error(`${file.name} is no study: ${error.message}`, { duration: 15_000 }),
      ),
  });
  if (!universes) return null;
  return (
    <main className="document contours h-full overflow-auto">
      <div className="mx-auto grid max-w-[64rem] gap-4 p-6">
        <header>
          <div className="flex items-center gap-1">
            <h1 className="font-serif text-2xl">Studies</h1>
            <HelpMark about="the studies" />
          </div>
          <p className="max-w-[46rem] text-soft">
            Doubt a result: other settings, other years, other instruments, the signal alone, chance. A study
            goes on while you are in another place, can be stopped, and goes on from there, also after its tab
            was closed.
          </p>
        </header>
        <section aria-label="A new study" className="border border-hairline bg-raised p-4">
          <h2 className="font-serif text-lg">A new study</h2>
          <p className="max-w-[46rem]">
            “Doubt it” on a sheet, or on a kept run, makes one of it, filled in from its dials and rules. Or
            take in the file of one.
          </p>
          <p className="pt-2">
            <Button onClick={choose} className="border-strong bg-accent-paper font-semibold">
              <Upload size={14} aria-hidden /> Import a study file
            </Button>
            {field}
          </p>
        </section>
        <section aria-label="Your studies" className="border border-hairline bg-raised p-4">
          <h2 className="font-serif text-lg">Your studies</h2>
          {studies.length === 0 ? (
            <p className="text-soft">
              None yet. Doubt a sheet, import a study file, or begin one of those below.
            </p>
          ) : (
            <ul className="mt-2 border-t border-hairline">
              {studies.map((row) => (
                <StudyRow key={row.id} row={row} universes={universes} />
              ))}
            </ul>
          )}
        </section>
        <section aria-label="Studies to begin with">
          <h2 className="font-serif text-lg">Studies to begin with, of each kind one at least</h2>
          <ul className="grid grid-cols-3 gap-3 pt-1">
            {DEMO_STUDIES.map((demo) => (
              <li key={demo.name} className="flex flex-col gap-2 border border-hairline bg-raised p-4">
                <h3 className="font-serif text-base">{demo.name}</h3>
                <p className="text-soft">{questionOf(demoStudy(demo).kind)}</p>
                <p className="flex-1 text-soft">{demo.about}</p>
                <p>
                  <Button onClick={() => void begin(demo)}>Begin “{demo.name}”</Button>
                </p>
              </li>
            ))}
          </ul>
        </section>
      </div>
    </main>
  );
}
