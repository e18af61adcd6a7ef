// The bars of a universe as one zip, which the headless runner takes as it is.

import type { Bars, Universe } from '@plateau/core';
import { barsCsv } from './bars-export.ts';
import { barsParquet } from './bars-to-parquet.ts';
import { universeCsv } from './universe-csv.ts';
import { ZipPieces } from './zip-pieces.ts';

export type BarsForm = 'csv' | 'parquet';

/** Writes bars/SYMBOL.csv or .parquet an instrument, and the members as universe.csv beside them. */
export class BarsZipWriter {
  readonly #zip: ZipPieces;
  readonly #form: BarsForm;

  /** @param take is given the zip's bytes as they come */
  constructor(form: BarsForm, take: (piece: Uint8Array<ArrayBuffer>) => void) {
    this.#form = form;
    this.#zip = new ZipPieces(take);
  }

  add(symbol: string, bars: Bars): void {
    const path = `bars/${symbol}.${this.#form}`;
    if (this.#form === 'csv') this.#zip.addPacked(path, barsCsv(bars));
    else this.#zip.addStored(path, barsParquet(bars));
  }

  finish(members: Universe): void {
    this.#zip.addPacked('universe.csv', universeCsv(members));
    this.#zip.end();
  }
}
