import { notFound } from 'next/navigation';
import { HelpView } from '@/features/help/help-view.tsx';
import { helpPages } from '@/model/help-pages.ts';

interface Props {
  readonly params: Promise<{ readonly page?: readonly string[] }>;
}

const pageOf = async ({ params }: Props) => {
  const { page = [] } = await params;
  return helpPages.find(({ slug }) => slug === page.join('/'));
};

export async function generateMetadata(props: Props) {
  return { title: `Help: ${(await pageOf(props))?.title ?? 'no such page'}` };
}

export default async function Page(props: Props) {
  const page = await pageOf(props);
  if (!page) notFound();
  return <HelpView page={page} />;
}
