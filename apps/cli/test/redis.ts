// A Redis of the test's own, on a port of its own, that keeps what it holds when it is killed.

import { type ChildProcess, spawn, spawnSync } from 'node:child_process';
import { mkdirSync } from 'node:fs';
import type { AddressInfo } from 'node:net';
import { createServer } from 'node:net';
import { join } from 'node:path';
import { Redis } from 'ioredis';

export interface TestRedis {
  readonly address: string;
  readonly client: Redis;
  kill(): Promise<void>;
  start(): Promise<void>;
  end(): Promise<void>;
}

function freePort(): Promise<number> {
  return new Promise((resolve) => {
    const server = createServer().listen(0, () => {
      const { port } = server.address() as AddressInfo;
      server.close(() => resolve(port));
    });
  });
}

/** @throws where there is no redis-server on this machine */
export async function testRedis(scratch: string): Promise<TestRedis> {
  if (spawnSync('redis-server', ['--version']).error) {
    throw new Error('These tests need redis-server (Debian: apt-get install redis-server).');
  }
  const port = await freePort();
  const folder = join(scratch, 'redis');
  mkdirSync(folder);
  const options = {
    port,
    dir: folder,
    appendonly: 'yes',
    appendfsync: 'always',
    save: '',
    bind: '127.0.0.1',
  };
  const args = Object.entries(options).flatMap(([name, value]) => [`--${name}`, String(value)]);
  let server: ChildProcess | undefined;
  const client = new Redis(port, { lazyConnect: true, maxRetriesPerRequest: null, retryStrategy: () => 100 });
  client.on('error', () => undefined);
  const redis: TestRedis = {
    address: `redis://127.0.0.1:${port}`,
    client,
    start: async () => {
      server = spawn('redis-server', args, { stdio: 'ignore' });
      await client.ping();
    },
    kill: async () => {
      const ended = new Promise((resolve) => server?.once('exit', resolve));
      server?.kill('SIGKILL');
      await ended;
    },
    end: async () => {
      client.disconnect();
      await redis.kill();
    },
  };
  await redis.start();
  return redis;
}
