import Link from 'next/link';
import { places } from '@/parts/commands/places.ts';

/** A place that is not built yet: one honest sentence on what will be there. */
export function Unbuilt({ place }: { place: string }) {
  const { name, coming } = places.find((p) => p.id === place) ?? { name: place, coming: '' };
  return (
    <main className="contours flex h-full items-center justify-center">
      <div className="max-w-md border border-hairline bg-raised p-8">
        <h1 className="font-serif text-2xl">{name}</h1>
        <p className="mt-3">{coming} It is not built yet.</p>
        <p className="mt-3">
          <Link className="text-accent underline" href="/strategies">
            Back to Strategies
          </Link>
        </p>
      </div>
    </main>
  );
}
