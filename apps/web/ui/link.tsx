'use client';

import NextLink from 'next/link';
import { type ComponentProps, useState } from 'react';

/**
 * A link to a page of ours. The page is asked for once one is about to follow it, not while the link is in view: a list of
 * kept runs would ask for the page of each of them, and every page for all places while it starts itself.
 */
export function Link(
  props: Omit<ComponentProps<typeof NextLink>, 'prefetch' | 'onPointerEnter' | 'onFocus'>,
) {
  const [isNear, setNear] = useState(false);
  const near = (): void => setNear(true);
  return <NextLink {...props} prefetch={isNear ? null : false} onPointerEnter={near} onFocus={near} />;
}
