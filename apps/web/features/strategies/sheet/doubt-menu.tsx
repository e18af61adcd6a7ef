'use client';

import { FlaskConical } from 'lucide-react';
import { useRouter } from 'next/navigation';
import { toast } from 'sonner';
import type { Sheet } from '@/model/sheet/sheet.ts';
import { QUESTIONS, type Question } from '@/model/studies/questions.ts';
import { IconButton } from '@/ui/button';
import { Menu } from '@/ui/menu.tsx';

/** The doubts that a sheet may leave, each a study of it. */
export function DoubtMenu({ sheet }: { sheet: Sheet }) {
  const router = useRouter();
  const doubt = async (question: Question): Promise<void> => {
    try {
      const { doubtSheet } = await import('./doubt.ts');
      await doubtSheet(sheet, question);
      router.push('/studies');
    } catch (error) {
      toast.error(error instanceof Error ? error.message : String(error));
    }
  };
  return (
    <Menu
      trigger={<IconButton label="Doubt it …" icon={FlaskConical} />}
      items={QUESTIONS.map(([question, words]) => [words, () => void doubt(question)])}
    />
  );
}
