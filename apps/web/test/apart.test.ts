// Long work on a worker of its own: what came stays, and what failed is told.

import { type FromWorker, type RunAsked, serve, type ToWorker } from '@plateau/core';
import { describe, expect, it, vi } from 'vitest';
import type { EngineSetup, PageWork } from '../workers/page-work.ts';

/** A worker in this thread that cannot do the second seed. */
function links() {
  return (message: (answer: FromWorker) => void) => {
    const hear = serve<EngineSetup, Pick<PageWork, 'baseline'>>(
      () => ({
        handlers: {
          baseline: ({ seed }) => {
            if (seed === 2) throw new Error('out of memory');
            return { cagr: seed } as unknown as PageWork['baseline']['out'];
          },
        },
      }),
      message,
    );
    return {
      post: (value: unknown) => void hear(value as ToWorker<EngineSetup, Pick<PageWork, 'baseline'>>),
      end: () => undefined,
    };
  };
}
vi.mock('@/workers/engine-pool.ts', () => ({
  engineFor: async () => ({ setup: Promise.resolve({ market: undefined, universes: new Map() }) }),
}));
vi.mock('@/workers/web-workers.ts', () => ({ workersOf: links }));
const { baselineInWorker } = await import('../workers/apart-client.ts');

const run = { universe: 'u', request: {} } as RunAsked;
const signal = () => new AbortController().signal;

describe('long work', () => {
  it('gives what can be had, and then tells what could not', async () => {
    const came: unknown[] = [];
    const working = baselineInWorker(run, [1, 2, 3], (figures) => came.push(figures), signal());
    await expect(working).rejects.toThrow('out of memory');
    expect(came).toEqual([{ cagr: 1 }, { cagr: 3 }]);
  });

  it('ends well where all can be had', async () => {
    const came: unknown[] = [];
    await baselineInWorker(run, [1, 3], (figures) => came.push(figures), signal());
    expect(came).toHaveLength(2);
  });

  it('is quiet when it is called off', async () => {
    const control = new AbortController();
    const came: unknown[] = [];
    const working = baselineInWorker(
      run,
      [1, 3],
      (figures) => {
        came.push(figures);
        control.abort();
      },
      control.signal,
    );
    await expect(working).resolves.toBeUndefined();
    expect(came).toHaveLength(1);
  });
});
