// Every reader of files, as the app puts them together, with one answer: what came of it, in a sentence.

import { faultsInBars } from '@plateau/core';
import { readBarsCsv } from '../src/bars-csv.ts';
import { unpack } from '../src/import/archive.ts';
import { Collector } from '../src/import/collect.ts';
import { faultInLayout, guessLayout, shapeOf } from '../src/import/layout.ts';
import { streamCsv } from '../src/import/stream-csv.ts';
import { readTable, tableKind } from '../src/import/tables.ts';
import { describeProblem, type Result } from '../src/problem.ts';
import { readRunFile } from '../src/run-file.ts';
import { readStrategyFile } from '../src/strategy-file.ts';
import { readUniverseCsv } from '../src/universe-csv.ts';
import { readWorkspace, readWorkspaceBars } from '../src/workspace.ts';

export type Reader = 'import' | 'bars' | 'universe' | 'strategy' | 'run' | 'workspace';

const text = (content: Uint8Array): string => new TextDecoder().decode(content);

/** “read: …” or “refused: …”. @throws what should have been words */
export async function readAny(how: Reader, path: string, content: Uint8Array): Promise<string> {
  switch (how) {
    case 'import':
      return importOf(path, content);
    case 'bars':
      return told(readBarsCsv(text(content), path), (bars) => {
        if (faultsInBars(bars).length > 0) throw new Error('unsound bars came in');
        return `${bars.day.length} bars`;
      });
    case 'universe':
      return told(readUniverseCsv(text(content), path), (members) => `${members.length} members`);
    case 'strategy':
      return told(readStrategyFile(text(content), path), ({ name }) => name);
    case 'run':
      return told(readRunFile(text(content), path), ({ name }) => name);
    case 'workspace':
      return workspaceOf(content);
  }
}

function told<T>(result: Result<T>, words: (value: T) => string): string {
  return result.ok
    ? `read: ${words(result.value)}`
    : `refused: ${result.problems.map(describeProblem).join('; ').slice(0, 300)}`;
}

async function importOf(path: string, content: Uint8Array): Promise<string> {
  const files = path.endsWith('.zip')
    ? unpack(content, (name) => tableKind(name) !== undefined)
    : { ok: true as const, entries: [{ path, bytes: content }] };
  if (!files.ok) return `refused: ${files.message}`;
  const collector = new Collector();
  const refused: string[] = [];
  for (const entry of files.entries) {
    const kind = tableKind(entry.path) ?? 'csv';
    const head = kind === 'csv' ? entry.bytes.slice(0, 200_000) : entry.bytes;
    const table = await readTable(kind, head);
    if (!table.ok) {
      refused.push(table.message);
      continue;
    }
    const preview = table.rows.slice(0, 40);
    const layout = guessLayout(preview);
    shapeOf(preview, layout);
    const fault = faultInLayout(layout);
    if (fault) {
      refused.push(fault);
      continue;
    }
    const file = collector.file(entry.path, layout);
    try {
      if (kind === 'csv') {
        await streamCsv(
          new Blob([entry.bytes.slice()]),
          (rows, mark) => file.text(rows, mark),
          () => {},
          layout.separator,
        );
      } else for (const row of table.rows) file.row(row);
    } catch (error) {
      // The app tells an error's message as it stands: it must be a sentence of ours, not the platform's.
      if ((error as Error).name !== 'Error') throw error;
      refused.push((error as Error).message);
    }
  }
  const { bars, notes } = collector.finish();
  for (const [symbol, its] of bars) {
    if (!/^[\p{L}\p{N}_^][\p{L}\p{N}_.&^-]*$/u.test(symbol)) throw new Error(`the symbol ${symbol} came in`);
    const [fault] = faultsInBars(its);
    if (fault) throw new Error(`unsound bars came in: ${fault.message}`);
  }
  const said = [...refused, ...notes.map(({ line, message }) => `line ${line}: ${message}`)];
  const words = said.slice(0, 3).join('; ').slice(0, 300);
  return bars.size > 0
    ? `read: ${bars.size} instruments${words && `; ${words}`}`
    : `refused: ${words || 'no rows'}`;
}

async function workspaceOf(content: Uint8Array): Promise<string> {
  let contents: ReturnType<typeof readWorkspace>;
  try {
    contents = readWorkspace(content);
    for (const bars of contents.bars) await readWorkspaceBars(content, bars);
  } catch (error) {
    if ((error as Error).name !== 'Error') throw error;
    return `refused: ${(error as Error).message}`;
  }
  return `read: ${contents.listings.length} listings`;
}
