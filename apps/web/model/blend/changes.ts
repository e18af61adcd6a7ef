// What led from one variant of a blend to another, in words.

import type { VariantSetting } from '../logbook/entry.ts';
import type { Draft } from '../sheet/sheet.ts';
import { blendFields, blendText, isShownInBlend } from './fields.ts';
import { type PartInDraft, partsOf } from './parts.ts';

const LONGEST_TEXT = 60;
const brief = (text: string): string =>
  text === '' ? 'nothing' : text.length > LONGEST_TEXT ? `${text.slice(0, LONGEST_TEXT - 1)}…` : text;

const settings = blendFields.filter(({ key }) => key !== 'name' && key !== 'notes');

function said(field: (typeof settings)[number], draft: Draft): string {
  if (!isShownInBlend(field, draft)) return '';
  const text = blendText(draft, field.key);
  return field.choices?.find(([value]) => value === text)?.[1] ?? text;
}

/** One line a difference: `review never to each month’s end`, `share of Dips 40 to 50`. */
export function blendChanges(before: Draft, after: Draft): string[] {
  const own = settings.flatMap((field) => {
    const [from, to] = [said(field, before), said(field, after)];
    return from === to ? [] : [`${field.label.toLowerCase()} ${brief(from)} to ${brief(to)}`];
  });
  return [...partChanges(partsOf(before), partsOf(after)), ...own];
}

function partChanges(before: readonly PartInDraft[], after: readonly PartInDraft[]): string[] {
  const known = new Map(before.map((part) => [part.id, part]));
  const lines = before
    .filter(({ id }) => !after.some((part) => part.id === id))
    .map(({ name }) => `${name} removed`);
  for (const part of after) {
    const was = known.get(part.id);
    if (!was) lines.push(`${part.name} added`);
    else lines.push(...changesOf(was, part));
  }
  const order = (parts: readonly PartInDraft[], others: readonly PartInDraft[]): string =>
    parts
      .map(({ id }) => id)
      .filter((id) => others.some((part) => part.id === id))
      .join(' ');
  if (order(before, after) !== order(after, before)) lines.push('the order of the parts');
  return lines;
}

function changesOf(was: PartInDraft, is: PartInDraft): string[] {
  const { name } = is;
  const lines: string[] = [];
  if (was.on !== is.on) lines.push(`${name} switched ${is.on}`);
  if (was.share !== is.share)
    lines.push(`share of ${name} ${was.share || 'nothing'} to ${is.share || 'nothing'}`);
  if (was.kind !== is.kind) lines.push(`${name} ${is.kind === 'frozen' ? 'frozen' : 'no longer frozen'}`);
  if (was.strategy !== is.strategy || was.universe !== is.universe) lines.push(`the rules of ${name}`);
  if (was.hold !== is.hold) lines.push(`${name} holds ${is.hold}`);
  if (was.cash !== is.cash) lines.push(`${name} earns ${is.cash}`);
  return lines;
}

const WHAT = { sheet: 'follows a sheet', frozen: 'frozen', hold: 'holds', cash: 'cash at' } as const;

function partWords({ on, share, kind, hold, cash }: PartInDraft): string {
  const what = kind === 'hold' ? `holds ${hold}` : kind === 'cash' ? `cash at ${cash}%` : WHAT[kind];
  return `${share || 'no share'}${share ? '%' : ''}, ${what}${on === 'off' ? ', off' : ''}`;
}

/** Every part and setting of variants, in words; what none shows is left out. */
export function blendVariantSettings(drafts: readonly Draft[]): VariantSetting[] {
  const parts = drafts.map(partsOf);
  const ids = [...new Set(parts.flatMap((own) => own.map(({ id }) => id)))];
  const nameOf = (id: string): string =>
    parts.flatMap((own) => own.find((part) => part.id === id)?.name ?? [])[0] ?? '';
  return [
    ...ids.map((id) => ({
      label: nameOf(id),
      texts: parts.map((own) => {
        const part = own.find((one) => one.id === id);
        return part ? partWords(part) : '';
      }),
    })),
    ...settings.map((field) => ({ label: field.label, texts: drafts.map((draft) => said(field, draft)) })),
  ].filter(({ texts }) => texts.some((text) => text !== ''));
}
