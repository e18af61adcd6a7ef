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
  return {
    find: async (keys) => {
      const rows = await database.pieces.bulkGet([...keys]);
      // A row that is none is done again.
      const sound = rows.filter(
        (row) => row !== undefined && !schema.validate(row, { convert: false }).error,
      );
      return new Map((sound as StoredPiece[]).map(({ id, out }) => [id, out]));
    },
    keep: async (key, out) => {
      await database.pieces.put({ id: key, study, out });
    },
  };
}
