// Pieces of a study in the store: what is done is there, whatever becomes of the tab.

import type { PieceStore } from '@plateau/core';
import Joi from 'joi';
import type { StoredPiece } from '@/model/studies/stored-study.ts';
import { database } from '../database.ts';

/** A piece's answer is a worker's, which names its kind; an edge's and a run's alike. */
const schema = Joi.object({
  id: Joi.string().length(16).required(),
  study: Joi.string().required(),
  out: Joi.object({ kind: Joi.string().required() }).unknown().required(),
});

export function piecesOf(study: string): PieceStore {
  const keep = inBatches((rows: readonly StoredPiece[]) => database.pieces.bulkPut([...rows]));
  return {
    find: async (keys) => {
      const rows = await database.pieces.bulkGet([...keys]);
      // A row that is none is done again.
      const sound = rows.filter(
        (row) => row !== undefined && !schema.validate(row, { convert: false }).error,
      );
      return new Map((sound as StoredPiece[]).map(({ id, out }) => [id, out]));
    },
    keep: (key, out) => keep({ id: key, study, out }),
  };
}

/** Rows written together: those that come while others are on their way to the disk wait for these, and go as one. */
function inBatches<Row>(write: (rows: readonly Row[]) => PromiseLike<unknown>): (row: Row) => Promise<void> {
  let waiting: Row[] = [];
  let next: Promise<void> | undefined;
  let writing: Promise<unknown> = Promise.resolve();
  return (row) => {
    waiting.push(row);
    next ??= writing.then(async () => {
      const rows = waiting;
      waiting = [];
      next = undefined;
      const written = Promise.resolve(write(rows));
      // One batch that has no room leaves the next to try.
      writing = written.catch(() => undefined);
      await written;
    });
    return next;
  };
}
