// What is followed out as files and in again. Apart, for their writer brings the rule language.

import {
  type FollowedFile,
  type FollowedRun,
  readFollowedFile,
  writableBlend,
  writeFollowedFile,
} from '@plateau/files';
import type { StoredFollowed } from '@/model/follow/followed.ts';
import { symbolAlone } from '@/model/market/alone.ts';
import { isBlendRun, type KeptRun, type StoredUniverse } from '@/model/rows.ts';
import { blendAskedOf } from '@/model/runs/kept.ts';
import { database } from '../database.ts';
import { readMembers } from '../market/universes.ts';
import { readOne } from '../read.ts';
import { tellMarketChanged } from '../tabs.ts';
import { act } from '../undo.ts';

/** The followed file of it, with the members of its universes as they are now. */
export async function followedFileOf(followed: StoredFollowed): Promise<string> {
  const { name, trusted, engine, tested, account, fills, events } = followed;
  const run = await writtenRun(followed.run);
  return writeFollowedFile({ name, trusted, engine, tested, account, fills, events, run });
}

async function writtenRun(run: KeptRun): Promise<FollowedRun> {
  if (!isBlendRun(run)) {
    const { to: _to, splitAt: _splitAt, ...request } = run.request;
    const members = await readMembers(run.universe);
    return { kind: 'run', request, universe: { id: run.universe, name: run.universeName, members } };
  }
  const { blend, benchmark, from } = blendAskedOf(run);
  const ids = new Set(blend.parts.flatMap((part) => (part.kind === 'strategy' ? [part.universe] : [])));
  const universes = [];
  for (const id of ids) {
    const universe = await readOne('universes', id);
    universes.push({ id, name: universe?.name ?? id, members: await readMembers(id) });
  }
  return { kind: 'blend', blend, benchmark, ...(from !== undefined && { from }), universes };
}

/** Puts a followed file beside the others; universes that are not here come with it. @throws with a sentence */
export async function importFollowed(file: File): Promise<string> {
  const read = readFollowedFile(await file.text(), file.name);
  if (!read.ok) throw new Error(read.problems[0]?.message ?? 'it cannot be read');
  const { run, ...rest } = read.value;
  const row: StoredFollowed = {
    ...rest,
    id: crypto.randomUUID(),
    at: Date.now(),
    run: keptOf(read.value),
  };
  const universes = run.kind === 'run' ? [run.universe] : run.universes;
  const missing: StoredUniverse[] = [];
  for (const universe of universes) {
    const isHere = symbolAlone(universe.id) !== undefined || (await readOne('universes', universe.id));
    if (!isHere) missing.push({ ...universe });
  }
  const told = (): void => {
    if (missing.length > 0) tellMarketChanged();
  };
  await act('runs', `“${row.name}” is followed from now on.`, {
    redo: () =>
      database
        .transaction('rw', database.universes, database.followed, async () => {
          await database.universes.bulkPut(missing);
          await database.followed.put(row);
        })
        .then(told),
    undo: () =>
      database
        .transaction('rw', database.universes, database.followed, async () => {
          await database.universes.bulkDelete(missing.map(({ id }) => id));
          await database.followed.delete(row.id);
        })
        .then(told),
  });
  return row.id;
}

/** A kept run as the file has it; what it does not tell of the run was not kept with it. */
function keptOf({ name, engine, tested, run }: FollowedFile): KeptRun {
  const { cagr, maxDrawdown, trades } = tested;
  const kept = {
    id: crypto.randomUUID(),
    name,
    at: Date.now(),
    sheet: '',
    data: '',
    engine,
    summary: JSON.stringify({ figures: { cagr, maxDrawdown, trades } }),
    tried: [],
  };
  if (run.kind === 'run') {
    const { request, universe } = run;
    return { ...kept, universeName: universe.name, universe: universe.id, request };
  }
  const { blend, benchmark, from, universes } = run;
  return {
    ...kept,
    universeName: universes.map((one) => one.name).join(', '),
    blend: writableBlend(blend),
    benchmark,
    ...(from !== undefined && { from }),
  };
}
