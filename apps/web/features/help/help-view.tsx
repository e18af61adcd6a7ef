import { ENGINE_VERSION } from '@plateau/core';
import { type HelpPage, helpAddress, helpPages } from '@/model/help-pages.ts';
import { Link } from '@/ui/link.tsx';
import { HelpSearch } from './help-search.tsx';
import { helpSections, renderHelp, version } from './render.ts';

/** One page of the help beside the list of all, and a search through them. */
export function HelpView({ page }: { readonly page: HelpPage }) {
  return (
    <div className="flex h-full max-[999px]:block max-[999px]:overflow-auto">
      <nav
        aria-label="Help"
        className="aside w-64 shrink-0 overflow-auto border-r border-hairline p-3 max-[999px]:w-full max-[999px]:border-r-0"
      >
        <HelpSearch sections={helpSections()} />
        <ul className="pt-2">
          {helpPages.map((one) => (
            <li key={one.slug}>
              <Link
                href={helpAddress(one)}
                aria-current={one === page ? 'page' : undefined}
                className="block rounded-sm px-2 py-1 hover:bg-accent-paper aria-[current]:bg-accent-paper aria-[current]:font-semibold"
              >
                {one.title}
              </Link>
            </li>
          ))}
        </ul>
        <p className="pt-4 text-soft">
          Plateau {version()}, engine {ENGINE_VERSION}, and{' '}
          <a href="/notices.txt" className="text-accent underline">
            what it is made of
          </a>
        </p>
      </nav>
      <main
        className="document min-w-0 flex-1 overflow-auto px-8 py-4 max-[999px]:overflow-visible max-[999px]:px-4"
        tabIndex={-1}
      >
        <article
          className="help max-w-3xl"
          // biome-ignore lint/security/noDangerouslySetInnerHtml: our own documents, rendered on our own server
          dangerouslySetInnerHTML={{ __html: renderHelp(page) }}
        />
      </main>
    </div>
  );
}
