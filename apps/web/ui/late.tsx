// Parts whose code comes when they are first shown, so that a place opens without them.

import { type ComponentType, lazy, type ReactNode, Suspense } from 'react';

interface LateOptions {
  /** stands in its place until it has come */
  readonly meanwhile?: ReactNode;
  /** its code is asked for as soon as the page's own is there */
  readonly ahead?: boolean;
}

/** @param load gives the component, as by `import('./part.tsx').then((m) => m.Part)` */
export function late<P extends object>(
  load: () => Promise<ComponentType<P>>,
  { meanwhile = null, ahead = false }: LateOptions = {},
): ComponentType<P> {
  const part = async () => ({ default: await load() });
  // A page has no use for it on the server, nor does the code that failed to come stay failed.
  if (ahead && typeof window !== 'undefined') void load().catch(() => undefined);
  const Part = lazy(part);
  return function Late(props: P) {
    return (
      <Suspense fallback={meanwhile}>
        <Part {...props} />
      </Suspense>
    );
  };
}
