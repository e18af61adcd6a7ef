'use client';

import { FlaskConical } from 'lucide-react';
import { useRouter } from 'next/navigation';
import type { ReactNode } from 'react';
import { toast } from 'sonner';
import { QUESTIONS, type Question } from '@/model/studies/questions.ts';
import { IconButton } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';

interface DoubtMenuProps {
  /** makes the study. @returns its id; rejects with a sentence when it cannot be made */
  readonly doubt: (question: Question) => Promise<string>;
  readonly trigger?: ReactNode;
}

/** The doubts that a sheet or a run may leave, each a study of it, which is opened. */
export function DoubtMenu({ doubt, trigger }: DoubtMenuProps) {
  const router = useRouter();
  const begin = async (question: Question): Promise<void> => {
    try {
      router.push(`/studies?study=${await doubt(question)}`);
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Menu
      trigger={trigger ?? <IconButton label="Doubt it …" icon={FlaskConical} />}
      items={QUESTIONS.map(([question, words]) => [words, () => void begin(question)])}
    />
  );
}
