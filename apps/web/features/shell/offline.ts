// The app's own files are kept by a service worker, so that a later start needs no network.

export function registerServiceWorker(): void {
  if (process.env.NODE_ENV !== 'production' || !('serviceWorker' in navigator)) return;
  navigator.serviceWorker.register('/sw.js').catch((error: unknown) => {
    console.warn('Plateau will not start without a network: the service worker was refused.', error);
  });
}
