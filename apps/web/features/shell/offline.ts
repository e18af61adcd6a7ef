// The app's own files are kept by a service worker, so that a later start needs no network. A new version of them is offered.

/** @param offer is called when a new version waits, with what puts it in place and loads the page again */
export async function keepOffline(offer: (take: () => void) => void): Promise<void> {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  try {
    const registration = await navigator.serviceWorker.register('/sw.js');
    offerNewVersions(registration, navigator.serviceWorker, offer, () => window.location.reload());
  } catch (error) {
    console.warn('Plateau will not start without a network: the service worker was refused.', error);
  }
}

/** What of the browser's container of workers is used. */
type Container = Pick<ServiceWorkerContainer, 'controller' | 'addEventListener'>;

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
