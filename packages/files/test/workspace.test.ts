// A workspace out and in again, whole; and damaged ones, refused with a sentence.

import { strToU8, zipSync } from 'fflate';
import { describe, expect, it } from 'vitest';
import { barsFrom } from '../../core/test/market.ts';
import { barsCsv } from '../src/bars-export.ts';
import { readWorkspace, readWorkspaceBars, type WorkspaceTables, WorkspaceWriter } from '../src/workspace.ts';

const bars = barsFrom(
  Array.from({ length: 700 }, (_x, i) => {
    const close = 10 + Math.sin(i) / 3 + 1 / (i + 3);
    return { open: close, high: close * 1.01, low: close / 1.01, close, volume: i * 7 };
  }),
);
const adjusted = { ...bars, factor: bars.close.map((c) => 1 / c) };
const tables: WorkspaceTables = {
  listings: [{ symbol: 'AA', name: '=1+1 <b>Kelp</b>' }, { symbol: 'B.B' }],
  universes: [{ id: 'u', members: [{ symbol: 'AA', from: 3 }] }],
  sheets: [{ id: 's', draft: { enter: 'close > ' } }],
  blends: [{ id: 'b', draft: { form: 'apart' } }],
  studies: [{ id: 'st', study: { kind: 'edge' } }],
  followed: [],
  logbook: [{ id: 'l', key: '[]' }],
  runs: [{ id: 'r', data: 'ab' }],
  repairs: [],
  layouts: [{ shape: 'a | b' }],
  settings: [{ key: 'k', value: { deep: [1, null] } }],
};

function written(): Uint8Array {
  const pieces: Uint8Array[] = [];
  const writer = new WorkspaceWriter((piece) => pieces.push(piece));
  writer.addBars('AA', bars);
  writer.addBars('B.B', adjusted);
  writer.finish(tables);
  return Uint8Array.from(Buffer.concat(pieces));
}

describe('a workspace', () => {
  it('comes back to the last bit, and is written the same twice', async () => {
    const zip = written();
    expect(Buffer.compare(zip, written())).toBe(0);
    const contents = readWorkspace(zip);
    expect(contents).toMatchObject(tables);
    const [a, b] = contents.bars;
    if (!a || !b) throw new Error('no bars');
    expect(await readWorkspaceBars(zip, a)).toEqual(bars);
    expect(await readWorkspaceBars(zip, b)).toEqual(adjusted);
    expect(barsCsv(await readWorkspaceBars(zip, b))).toBe(barsCsv(adjusted));
  });

  it('that is none is refused with a sentence', () => {
    const json = (value: unknown) => zipSync({ 'workspace.json': strToU8(JSON.stringify(value)) });
    expect(() => readWorkspace(strToU8('Kelp'))).toThrow('no zip');
    expect(() => readWorkspace(zipSync({ 'a.csv': strToU8('1') }))).toThrow('no workspace');
    expect(() => readWorkspace(zipSync({ 'workspace.json': strToU8('{') }))).toThrow('cannot be read');
    expect(() => readWorkspace(json({ format: 'plateau-workspace/9' }))).toThrow('plateau-workspace/9');
    expect(() => readWorkspace(json(null))).toThrow('undefined');
    expect(() => readWorkspace(json({ format: 'plateau-workspace/1', listings: [{}] }))).toThrow('damaged');
    expect(() => readWorkspace(written().slice(0, 9000))).toThrow('damaged');
  });

  it('whose bars were changed or lost is refused', async () => {
    const zip = written();
    const [first] = readWorkspace(zip).bars;
    if (!first) throw new Error('no bars');
    const changed = zip.slice();
    changed[2000] = (changed[2000] ?? 0) ^ 1;
    await expect(readWorkspaceBars(changed, first)).rejects.toThrow('were changed');
    await expect(readWorkspaceBars(zip, { ...first, path: 'bars/none' })).rejects.toThrow('missing');
  });
});
