// What open tabs of the same browser tell each other: that something in the store has changed.

import Joi from 'joi';

export type Told =
  /** a sheet or a blend was written */
  | { readonly kind: 'sheet' | 'blend'; readonly id: string }
  /** bars, repairs or universes were changed: what is in memory of them is old */
  | { readonly kind: 'market' };

const schema = Joi.alternatives(
  Joi.object({ kind: Joi.valid('sheet', 'blend').required(), id: Joi.string().required() }),
  Joi.object({ kind: Joi.valid('market').required() }),
).required();

const channel = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel('plateau');

/** Tells the other tabs; this one does not hear itself. */
export function tellTabs(what: Told): void {
  channel?.postMessage(what);
}

/** Hears what other tabs tell, from any version of this page: what is no message of ours is passed over. */
export function hearTabs(hear: (what: Told) => void): () => void {
  const listen = ({ data }: MessageEvent<unknown>): void => {
    if (!schema.validate(data, { convert: false }).error) hear(data as Told);
  };
  channel?.addEventListener('message', listen);
  return () => channel?.removeEventListener('message', listen);
}

const marketListeners = new Set<() => void>();

/** Bars, repairs or universes have been changed here: this tab's memory of them is old, and every other tab's. */
export function tellMarketChanged(): void {
  for (const listener of marketListeners) listener();
  tellTabs({ kind: 'market' });
}

/** Hears of changes to bars, repairs or universes, here and in other tabs. */
export function onMarketChange(listener: () => void): () => void {
  marketListeners.add(listener);
  const deaf = hearTabs(({ kind }) => {
    if (kind === 'market') listener();
  });
  return () => {
    marketListeners.delete(listener);
    deaf();
  };
}
