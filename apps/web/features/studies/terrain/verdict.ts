// What a terrain says, in sentences.

import { type CellFigureEntry, highlandOf, type Survey, type TerrainStudy } from '@plateau/core';
import { cellName } from '@/model/studies/axis-words.ts';
import { count, percent, ratio, written } from '@/ui/format.ts';

/** @example 32nd */
function ordinal(n: number): string {
  const tens = n % 100;
  const ending = tens > 10 && tens < 14 ? 'th' : (['th', 'st', 'nd', 'rd'][n % 10] ?? 'th');
  return `${count(n)}${ending}`;
}

/** A figure's name within a sentence: abbreviations stay as they are. @example maximum drawdown */
const inSentence = (name: string): string =>
  /^[A-Z][a-z]/.test(name) && !/^(Sharpe|Sortino)/.test(name)
    ? name.charAt(0).toLowerCase() + name.slice(1)
    : name;

export function terrainVerdict(study: TerrainStudy, survey: Survey, entry: CellFigureEntry): string[] {
  const { axes, split } = study;
  const { cells, figure, own, peak, peakDrop, plateau, spearman, afterOfBest } = survey;
  const land = highlandOf(axes, survey);
  const write = (value: number): string => written(value, entry.kind);
  const cell = (k: number): string => cellName(axes, cells[k]?.values ?? []);
  if (peak === undefined) return [`No setting has the figure “${entry.name}”.`];
  const sentences: string[] = [];
  if (own === undefined) sentences.push('Your setting is not among these.');
  else if (Number.isNaN(own.rank)) sentences.push(`Your setting has no ${inSentence(entry.name)}.`);
  else {
    const place = own.rank === 1 ? 'best' : `${ordinal(own.rank)} of ${count(land.known)}`;
    sentences.push(
      `Your setting is ${place} by ${inSentence(entry.name)}, with ${write(figure[own.cell] ?? Number.NaN)}.`,
    );
  }
  const drop = Number.isNaN(peakDrop)
    ? ''
    : `its neighbours are ${percent(Math.abs(peakDrop), 0)} ${peakDrop < 0 ? 'better' : 'worse'}`;
  const outside = plateau.includes(peak) ? '' : 'it lies outside the plateau';
  const why = [drop, outside].filter(Boolean).join(' and ');
  sentences.push(
    `The peak, ${cell(peak)} with ${write(figure[peak] ?? Number.NaN)}, ${survey.isLonePeak ? 'stands alone' : 'does not stand alone'}${why ? `: ${why}` : ''}.`,
  );
  if (land.size > 0 && land.middle) {
    const range = land.low === land.high ? write(land.low) : `${write(land.low)} to ${write(land.high)}`;
    sentences.push(
      `${count(land.size, 'setting')} round ${cellName(axes, land.middle)} ${land.size === 1 ? 'holds' : 'hold'} ${range}${own && plateau.includes(own.cell) ? ', yours among them' : ''}.`,
    );
  } else sentences.push('No setting lies above this water level.');
  if (split !== undefined && afterOfBest && spearman !== undefined) {
    sentences.push(
      `The best before the split was ${ordinal(afterOfBest.rank)} after it, with ${write(afterOfBest.figure)}; ranks before and after go together by ${ratio(spearman)} (Spearman).`,
    );
  }
  return sentences;
}
