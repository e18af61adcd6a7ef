// Work through a queue: the same bytes as on one machine, whoever is killed meanwhile.

import { type ChildProcess, spawn } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { cases } from '../../../testing/cases.ts';
import { QUEUE, WORKERS, workerKey } from '../src/queue/work.ts';
import { type TestRedis, testRedis } from './redis.ts';

const bin = join(import.meta.dirname, '../bin/plateau.mjs');
const golden = join(import.meta.dirname, 'golden');
const bars = [
  '--bars',
  join(golden, 'bars'),
  '--universe',
  join(golden, 'universe.csv'),
  '--benchmark',
  'KIX',
];
const terrain = JSON.parse(
  readFileSync(join(import.meta.dirname, 'golden-studies/s01-terrain-81/study.json'), 'utf8'),
);
/** How many values its second dial takes, of nine; the first takes all its nine. */
const VALUES = Math.min(9, cases(16));
/** Of the study: its cells, and the setting that the strategy came with. */
const PIECES = 9 * VALUES + 1;

let scratch = '';
let study = '';
let redis: TestRedis;
const children = new Set<ChildProcess>();

beforeAll(async () => {
  scratch = mkdtempSync(join(tmpdir(), 'plateau-queue-'));
  study = join(scratch, 'terrain.json');
  const [low, limit] = terrain.axes;
  const axes = [low, { ...limit, to: limit.from + (VALUES - 1) * limit.step }];
  writeFileSync(study, JSON.stringify({ ...terrain, axes }));
  redis = await testRedis(scratch);
});
afterAll(async () => {
  for (const child of children) child.kill('SIGKILL');
  await redis?.end();
  rmSync(scratch, { recursive: true, force: true });
});
beforeEach(async () => {
  for (const child of children) child.kill('SIGKILL');
  await redis.client.config('SET', 'maxmemory', '0');
  await redis.client.flushall();
});

interface Ended {
  readonly status: number | null;
  readonly stdout: string;
  readonly stderr: string;
}

/** A command under way. */
function begin(...args: readonly string[]) {
  const child = spawn(process.execPath, [bin, ...args]);
  children.add(child);
  const said = { stdout: '', stderr: '' };
  child.stdout.on('data', (chunk) => (said.stdout += chunk));
  child.stderr.on('data', (chunk) => (said.stderr += chunk));
  const ended = new Promise<Ended>((resolve) => {
    child.on('close', (status) => {
      children.delete(child);
      resolve({ status, ...said });
    });
  });
  return { child, said, ended };
}
const queue = (): string[] => ['--queue', redis.address];
const run = (...args: readonly string[]): Promise<Ended> => begin(...args).ended;

/** A worker that takes work. One that was killed may go from the list while this one comes into it. */
async function worker(...more: readonly string[]): Promise<ChildProcess> {
  const before = new Set(await redis.client.smembers(WORKERS));
  const { child } = begin('worker', ...queue(), '--concurrency', '1', '--quiet', ...more);
  await until(async () => (await redis.client.smembers(WORKERS)).some((one) => !before.has(one)));
  return child;
}

async function until(holds: () => Promise<boolean> | boolean): Promise<void> {
  while (!(await holds())) await new Promise((resolve) => setTimeout(resolve, 50));
}

/** How often each piece was kept, as Redis itself tells. */
async function keptPieces(): Promise<Map<string, number>> {
  const kept = new Map<string, number>();
  const monitor = await redis.client.duplicate().monitor();
  monitor.on('error', () => undefined);
  monitor.on('monitor', (_time, [command, key]: string[]) => {
    if (command?.toLowerCase() === 'set' && key?.startsWith('plateau:piece:'))
      kept.set(key, (kept.get(key) ?? 0) + 1);
  });
  return kept;
}
const twice = (kept: ReadonlyMap<string, number>): number =>
  [...kept.values()].reduce((sum, times) => sum + times - 1, 0);

const result = (folder: string): string => readFileSync(join(folder, 'result.json'), 'utf8');
/** What the study gives without a queue. */
let alone = '';

describe('A queue', () => {
  beforeAll(async () => {
    const out = join(scratch, 'alone');
    expect((await run('study', study, ...bars, '--out', out, '--quiet')).status).toBe(0);
    alone = result(out);
  });

  it('gives a study and a sweep the bytes they have on one machine, with one worker and with two', async () => {
    const strategy = join(scratch, 'strategy.json');
    const { strategy: its } = JSON.parse(readFileSync(study, 'utf8'));
    writeFileSync(strategy, JSON.stringify({ format: 'plateau-strategy/2', ...its }));
    const dial = Object.keys(its.dials)[0] ?? '';
    const sweep = ['sweep', strategy, ...bars, '--dial', `${dial}=2:7:1`, '--quiet'];
    const here = await run(...sweep);
    expect(here.stdout.split('\n').length).toBe(8);
    for (const count of [1, 2]) {
      await worker();
      const out = join(scratch, `with-${count}`);
      const { status, stderr } = await run('study', study, ...bars, '--out', out, '--quiet', ...queue());
      expect([status, stderr]).toEqual([0, '']);
      expect(result(out)).toBe(alone);
      expect(await run(...sweep, ...queue())).toEqual(here);
    }
    // What was found is with the command now.
    expect(await redis.client.keys('plateau:piece:*')).toEqual([]);
  });

  it('loses nothing when a worker is killed, and does no more than its chunk again', async () => {
    const kept = await keptPieces();
    const first = await worker();
    const out = join(scratch, 'killed-worker');
    const { ended } = begin('study', study, ...bars, '--out', out, '--quiet', ...queue());
    await until(() => kept.size > 5);
    first.kill('SIGKILL');
    await worker();
    expect((await ended).status).toBe(0);
    expect(result(out)).toBe(alone);
    // Redis tells it a moment later.
    await until(() => kept.size >= PIECES);
    expect(kept.size).toBe(PIECES);
    // A chunk holds two of them; what was under way may have been kept just as its worker died.
    expect(twice(kept)).toBeLessThanOrEqual(2);
  });

  it('goes on where it was when the client is killed and begun again', async () => {
    const kept = await keptPieces();
    await worker();
    const out = join(scratch, 'killed-client');
    const { child, ended } = begin('study', study, ...bars, '--out', out, '--quiet', ...queue());
    await until(() => kept.size > 5);
    child.kill('SIGKILL');
    await ended;
    const { status } = await run('study', study, ...bars, '--out', out, '--quiet', ...queue());
    expect(status).toBe(0);
    expect(result(out)).toBe(alone);
    // Redis tells it a moment later.
    await until(() => kept.size >= PIECES);
    expect(kept.size).toBe(PIECES);
    expect(twice(kept)).toBeLessThanOrEqual(2);
  });

  it('goes on when Redis is killed and started again', async () => {
    const kept = await keptPieces();
    await worker();
    const out = join(scratch, 'killed-redis');
    const { ended } = begin('study', study, ...bars, '--out', out, '--quiet', ...queue());
    await until(() => kept.size > 5);
    await redis.kill();
    await redis.start();
    expect((await ended).status).toBe(0);
    expect(result(out)).toBe(alone);
  });

  it('says when nobody listens, and when those who do have another engine', async () => {
    const lonely = begin('study', study, ...bars, ...queue());
    await until(() => lonely.said.stderr.includes(`nobody takes work from ${redis.address}`));
    lonely.child.kill('SIGKILL');
    await redis.client.set(workerKey('old'), JSON.stringify({ engine: '0.0.1' }));
    await redis.client.sadd(WORKERS, workerKey('old'));
    const other = begin('study', study, ...bars, ...queue());
    await until(() => /have engine 0\.0\.1, this client \d/.test(other.said.stderr));
    other.child.kill('SIGKILL');
  });

  it('says in a line what Redis, a queue or a worker cannot do', async () => {
    const nowhere = await run('worker', '--queue', 'redis://127.0.0.1:1');
    expect([nowhere.status, nowhere.stderr]).toEqual([
      2,
      'plateau: redis://127.0.0.1:1: no Redis answers there: ECONNREFUSED\n',
    ]);
    const none = await run('study', study, ...bars, '--queue', 'http://127.0.0.1');
    expect([none.status, none.stderr]).toEqual([
      2,
      'plateau: --queue: http:// is not Redis; write redis://HOST:PORT\n',
    ]);

    await redis.client.config('SET', 'maxmemory', '1');
    const full = await run('study', study, ...bars, '--quiet', ...queue());
    expect([full.status, full.stderr]).toEqual([2, expect.stringContaining('Redis is out of memory')]);
    await redis.client.config('SET', 'maxmemory', '0');

    await redis.client.eval(
      `for i = 1, 100001 do redis.call('RPUSH', KEYS[1], i) end`,
      1,
      `bull:${QUEUE}:wait`,
    );
    const crowded = await run('study', study, ...bars, '--quiet', ...queue());
    expect([crowded.status, crowded.stderr]).toEqual([
      2,
      expect.stringContaining('the queue is full: 100001 jobs'),
    ]);
    await redis.client.flushall();

    const other = join(scratch, 'other');
    mkdirSync(other);
    writeFileSync(join(other, 'KIX.csv'), 'Date,Open,High,Low,Close,Volume\n2020-01-02,1,1,1,1,1\n');
    await worker('--market', other);
    const wrong = await run('study', study, ...bars, '--quiet', ...queue());
    expect([wrong.status, wrong.stderr]).toEqual([
      2,
      expect.stringContaining('holds another market under the same name'),
    ]);
  });

  it('reads the bars from a folder that all machines have, without any in Redis', async () => {
    await worker();
    const out = join(scratch, 'folder');
    const market = ['--market', join(golden, 'bars')];
    const { status } = await run('study', study, ...bars, '--out', out, '--quiet', ...queue(), ...market);
    expect(status).toBe(0);
    expect(result(out)).toBe(alone);
    expect(await redis.client.keys('plateau:market:*')).toEqual([]);
  });

  it('lets a worker end after what is under way', async () => {
    const { child, ended } = begin('worker', ...queue(), '--concurrency', '1', '--quiet');
    // As soon as others know of it: a signal that comes then is not lost.
    while ((await redis.client.scard(WORKERS)) === 0) await redis.client.ping();
    child.kill('SIGTERM');
    expect((await ended).status).toBe(0);
    expect(await redis.client.smembers(WORKERS)).toEqual([]);
  });
});
