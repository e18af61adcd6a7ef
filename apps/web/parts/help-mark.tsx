import { type HelpTopic, helpOn } from '@/model/help-topics.ts';
import { Link } from '@/ui/link.tsx';

/** The “?” beside a thing, which opens what the help says of it; Back comes back to where one was. */
export function HelpMark({ about }: { readonly about: HelpTopic }) {
  const { name, address } = helpOn(about);
  return (
    <Link
      href={address}
      aria-label={`Help on ${name}`}
      title={`Help on ${name}`}
      className="inline-flex size-[1.85rem] shrink-0 items-center justify-center rounded-full text-soft hover:bg-accent-paper hover:text-ink print:hidden"
    >
      ?
    </Link>
  );
}
