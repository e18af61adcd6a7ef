// The app's own files are kept by a service worker, so that a later start needs no network. A new version of them is offered; what
// could not be kept is told, with why.

import { create } from 'zustand';

/** Whether the app starts without a network. */
export type OfflineState =
  | { readonly kind: 'asked' }
  | { readonly kind: 'kept' }
  /** `before`: an earlier version is kept, and starts without a network */
  | { readonly kind: 'refused'; readonly why: string; readonly before: boolean };

export const useOfflineState = create<OfflineState>(() => ({ kind: 'asked' }) as OfflineState);

/** What of the browser's container of workers is used. */
type Container = Pick<ServiceWorkerContainer, 'controller' | 'addEventListener'>;

const refuse = (why: string, container?: Container): void =>
  useOfflineState.setState({ kind: 'refused', why, before: Boolean(container?.controller) }, true);

/** @param offer is called when a new version waits, with what puts it in place and loads the page again */
export async function keepOffline(offer: (take: () => void) => void): Promise<void> {
  if (process.env.NODE_ENV !== 'production') return refuse('the app runs in development');
  if (!('serviceWorker' in navigator))
    return refuse(
      'the browser keeps no app here: it does so at http://localhost and over HTTPS, and not in every private window',
    );
  const container = navigator.serviceWorker;
  noteRefusals(container);
  try {
    const registration = await container.register('/sw.js');
    offerNewVersions(registration, container, offer, () => window.location.reload());
    void container.ready.then(() =>
      useOfflineState.setState((now) => (now.kind === 'asked' ? { kind: 'kept' } : now)),
    );
  } catch (error) {
    refuse(error instanceof Error ? error.message : String(error), container);
  }
}

/** Takes in why a service worker was not installed, which it tells itself. */
export function noteRefusals(container: Container): void {
  container.addEventListener('message', ({ data }) => {
    if (typeof data?.notKept === 'string') refuse(data.notKept.slice(0, 300), container);
  });
}

/** Offers each version that comes while another is at work. The first of all is at work at once, and is not offered. */
export function offerNewVersions(
  registration: Pick<ServiceWorkerRegistration, 'waiting' | 'installing' | 'addEventListener'>,
  container: Container,
  offer: (take: () => void) => void,
  reload: () => void,
): void {
  const offered = (worker: ServiceWorker): void => {
    if (!container.controller) return;
    offer(() => {
      container.addEventListener('controllerchange', reload, { once: true });
      worker.postMessage('take over');
    });
  };
  if (registration.waiting) offered(registration.waiting);
  registration.addEventListener('updatefound', () => {
    const worker = registration.installing;
    worker?.addEventListener('statechange', () => {
      if (worker.state === 'installed') offered(worker);
    });
  });
}
