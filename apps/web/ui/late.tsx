// Parts whose code comes when they are first shown, so that a place opens without them. A fault in one leaves the others be.

import { type ComponentType, lazy, type ReactNode, Suspense, useState } from 'react';
import { Boundary } from './boundary.tsx';

interface LateOptions {
  /** stands in its place until it has come */
  readonly meanwhile?: ReactNode;
  /** its code is asked for as soon as the page's own is there */
  readonly ahead?: boolean;
}

/**
 * @param name of the part, as the trader calls it
 * @param load gives the component, as by `import('./part.tsx').then((m) => m.Part)`
 */
export function late<P extends object>(
  name: string,
  load: () => Promise<ComponentType<P>>,
  { meanwhile = null, ahead = false }: LateOptions = {},
): ComponentType<P> {
  // The server has no use for it.
  if (ahead && typeof window !== 'undefined') void load().catch(() => undefined);
  const part = () => lazy(async () => ({ default: await load() }));
  const first = part();
  function Loaded(props: P) {
    // Code that failed to come is asked for anew when the boundary tries again.
    const [Part] = useState(() => (failed ? part() : first));
    return <Part {...props} />;
  }
  let failed = false;
  return function Late(props: P) {
    return (
      <Boundary
        name={name}
        onFault={() => {
          failed = true;
        }}
      >
        <Suspense fallback={meanwhile}>
          <Loaded {...props} />
        </Suspense>
      </Boundary>
    );
  };
}
