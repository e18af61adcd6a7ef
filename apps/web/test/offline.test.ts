// A new version of the app is offered, and taken only when the trader takes it.

import { expect, it, vi } from 'vitest';
import { noteRefusals, offerNewVersions, useOfflineState } from '../parts/offline.ts';

/** A browser's worker, registration and container, as far as they are looked at. */
function browser(controller: boolean, waiting = false) {
  const worker = Object.assign(new EventTarget(), { state: 'installing', postMessage: vi.fn() });
  const registration = Object.assign(new EventTarget(), {
    waiting: waiting ? worker : null,
    installing: worker,
  });
  const container = Object.assign(new EventTarget(), { controller: controller ? {} : null });
  const offer = vi.fn<(take: () => void) => void>();
  const reload = vi.fn();
  offerNewVersions(
    registration as unknown as ServiceWorkerRegistration,
    container as unknown as ServiceWorkerContainer,
    offer,
    reload,
  );
  const install = (): void => {
    registration.dispatchEvent(new Event('updatefound'));
    worker.state = 'installed';
    worker.dispatchEvent(new Event('statechange'));
  };
  return { worker, container, offer, reload, install };
}

it('is offered once it is installed beside the one at work', () => {
  const { offer, install, worker } = browser(true);
  expect(offer).not.toHaveBeenCalled();
  install();
  expect(offer).toHaveBeenCalledOnce();
  expect(worker.postMessage).not.toHaveBeenCalled();
});

it('is offered at the next start where it was not taken', () => {
  expect(browser(true, true).offer).toHaveBeenCalledOnce();
});

it('is not offered where it is the first of all', () => {
  const { offer, install } = browser(false);
  install();
  expect(offer).not.toHaveBeenCalled();
});

it('is put in place when it is taken, and the page loads again once it is', () => {
  const { offer, install, worker, container, reload } = browser(true);
  install();
  offer.mock.calls[0]?.[0]();
  expect(worker.postMessage).toHaveBeenCalledWith('take over');
  expect(reload).not.toHaveBeenCalled();
  container.dispatchEvent(new Event('controllerchange'));
  expect(reload).toHaveBeenCalledOnce();
});

it('tells why a worker was not installed, and whether an earlier version is kept', () => {
  const container = Object.assign(new EventTarget(), { controller: {} });
  noteRefusals(container as unknown as ServiceWorkerContainer);
  const send = (data: unknown): void => {
    container.dispatchEvent(new MessageEvent('message', { data }));
  };
  send({ notKept: 5 });
  send(undefined);
  expect(useOfflineState.getState()).toEqual({ kind: 'asked' });
  send({ notKept: '/_next/static/a.js answered 404' });
  expect(useOfflineState.getState()).toEqual({
    kind: 'refused',
    why: '/_next/static/a.js answered 404',
    before: true,
  });
});
