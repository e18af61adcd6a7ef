// The newest of what is asked wins, and what follows it calls nothing off.

import { Cancelled, type Task } from '@plateau/core';
import { describe, expect, it } from 'vitest';
import { Newest } from '../workers/newest.ts';

/** A task that ends when it is told to. */
function task(progress = 0) {
  let settle: (out: string) => void = () => undefined;
  let fail: (error: Error) => void = () => undefined;
  const result = new Promise<string>((resolve, reject) => {
    settle = resolve;
    fail = reject;
  });
  result.catch(() => undefined);
  const one: Task<string> = { result, cancel: () => fail(new Cancelled()), progress: () => progress };
  return { one, end: () => settle('done') };
}

describe('of what is asked', () => {
  it('the newest calls off what was under way', async () => {
    const newest = new Newest();
    const [first, second] = [task(), task()];
    const before = newest.run((begin) => begin(() => first.one));
    const after = newest.run((begin) => begin(() => second.one));
    await expect(before).rejects.toThrow(Cancelled);
    second.end();
    await expect(after).resolves.toBe('done');
  });

  it('one that comes to begin after a newer was asked does not begin', async () => {
    const newest = new Newest();
    let late: () => void = () => undefined;
    const waiting = new Promise<void>((resolve) => {
      late = resolve;
    });
    let begun = false;
    const before = newest.run(async (begin) => {
      await waiting;
      return begin(() => {
        begun = true;
        return task().one;
      });
    });
    const second = task();
    const after = newest.run((begin) => begin(() => second.one));
    late();
    await expect(before).rejects.toThrow(Cancelled);
    expect(begun).toBe(false);
    second.end();
    await after;
  });

  it('what follows leaves the run under way be, though it begins beside it', async () => {
    const newest = new Newest();
    const [run, beside] = [task(), task(0.5)];
    const running = newest.run((begin) => begin(() => run.one));
    const following = newest.follow((begin) => begin(() => beside.one));
    expect(newest.progress()).toBe(0.5);
    run.end();
    await expect(running).resolves.toBe('done');
    newest.stop();
    await expect(following).rejects.toThrow(Cancelled);
  });
});
