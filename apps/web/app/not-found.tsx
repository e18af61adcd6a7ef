import { places } from '@/parts/commands/places.ts';
import { Link } from '@/ui/link.tsx';

export const metadata = { title: 'No such place' };

/** An address that leads nowhere; it brings no market in. */
export default function NotFound() {
  return (
    <main className="contours flex h-full items-center justify-center">
      <div className="max-w-md border border-hairline bg-raised p-8">
        <h1 className="font-serif text-2xl">There is no such place</h1>
        <p className="mt-3">The address leads nowhere in Plateau. These are its places:</p>
        <ul className="mt-2">
          {places.map(({ id, name }) => (
            <li key={id}>
              <Link className="text-accent underline" href={`/${id}`}>
                {name}
              </Link>
            </li>
          ))}
        </ul>
      </div>
    </main>
  );
}
