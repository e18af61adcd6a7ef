// What the parts of a map share: what is drawn, and where.

import type { StudyAxis } from '@plateau/core';
import type { Plane } from './planes.ts';

/** The least and the most elevation on all maps that share a scale. */
export interface Scale {
  readonly least: number;
  readonly most: number;
}

export interface Marks {
  /** cells by their numbers in the study */
  readonly plateau: ReadonlySet<number>;
  readonly own: number | undefined;
  readonly peak: number | undefined;
  readonly middle: number | undefined;
}

export interface TerrainMapProps {
  readonly name: string;
  /** over it, in its picture too */
  readonly title: string;
  readonly axes: readonly StudyAxis[];
  readonly plane: Plane;
  /** of every cell of the study: the figure, turned over where less of it is better; NaN where there is none */
  readonly elevation: Float64Array;
  readonly scale: Scale;
  /** below it is water */
  readonly level: number;
  readonly marks: Marks;
  /** writes the figure of a cell */
  readonly write: (cell: number) => string;
  /** cells that one could not live with */
  readonly barred?: ((cell: number) => boolean) | undefined;
  readonly lit: number | undefined;
  readonly onLight: (cell: number) => void;
  readonly onPoint: (cell: number | undefined) => void;
  /** one of several small ones */
  readonly small?: boolean;
}

/** Bands of elevation, each with its tint. */
export const TINTS = 7;
/** Room round the cells for the axes and the title. */
export const LEFT = 58;
export const BOTTOM = 38;
export const TOP = 24;

/** Between the places of a list nothing lies. */
export const isSmooth = (up: StudyAxis, right: StudyAxis): boolean => 'dial' in up && 'dial' in right;
