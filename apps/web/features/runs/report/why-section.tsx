'use client';

import { isoFromDay, type WhyDay, type WhySpan } from '@plateau/core';
import { useState } from 'react';
import type { KeptRun } from '@/model/rows.ts';
import { askedOf } from '@/model/runs/kept.ts';
import { Candidates } from '@/parts/inspect/candidates.tsx';
import { Conditions, ruleName } from '@/parts/inspect/conditions.tsx';
import { VERDICTS } from '@/parts/trades/verdicts.ts';
import { count, ratio } from '@/ui/format.ts';
import { Select } from '@/ui/select.tsx';
import { useAnswer } from '@/ui/use-answer.ts';
import { type Asked as AskedRun, askWhy, askWhyBetween } from '@/workers/run-client.ts';
import { type Asked, WhyForm } from './why-form.tsx';
import { WhySpanTable } from './why-span-table.tsx';

interface Answers {
  readonly day?: WhyDay | undefined;
  readonly span?: WhySpan | undefined;
}

async function answerTo(run: AskedRun, { symbol, from, to }: Asked): Promise<Answers> {
  return from === to
    ? { day: await askWhy(run, symbol, from) }
    : { span: await askWhyBetween(run, symbol, from, to) };
}

interface WhySectionProps {
  readonly kept: KeptRun;
  /** of a blend: the parts that can be asked, by their places */
  readonly parts?: readonly (readonly [place: number, name: string])[];
  readonly onDay: (day: number) => void;
}

/** Any instrument on any day, or over a span: each condition, membership, rank, and what kept it out. */
export function WhySection({ kept, parts, onDay }: WhySectionProps) {
  const [asked, setAsked] = useState<Asked>();
  const [part, setPart] = useState(parts?.[0]?.[0] ?? 0);
  const { value: answer, fault } = useAnswer(asked && (() => answerTo(askedOf(kept, part), asked)), [
    kept,
    part,
    asked,
  ]);
  return (
    <div className="grid gap-3" aria-live="polite">
      {parts && (
        <p className="flex items-center gap-2">
          Part
          <Select
            label="Part"
            value={String(part)}
            choices={parts.map(([place, name]) => [String(place), name] as const)}
            onChange={(place) => setPart(Number(place))}
          />
        </p>
      )}
      <WhyForm onAsk={setAsked} />
      {fault && (
        <p role="alert" className="text-loss">
          {fault}
        </p>
      )}
      {answer?.day && <Answer why={answer.day} />}
      {answer?.span && <WhySpanTable why={answer.span} onDay={onDay} />}
    </div>
  );
}

/** Why an instrument that was no candidate was none, as far as its rules do not say it themselves. */
function whyNone({ heldSince, rotation }: WhyDay): string {
  if (heldSince !== undefined && !rotation) return `It was held, since ${isoFromDay(heldSince)}.`;
  if (!rotation) return '';
  const { reviewed, nextReview, place, of, value, before, hold, keep } = rotation;
  const held = heldSince === undefined ? '' : `It was held, since ${isoFromDay(heldSince)}. `;
  if (!reviewed) {
    const next = nextReview === undefined ? '' : `; the next review was on ${isoFromDay(nextReview)}`;
    return `${held}The rotation does not review its holdings on that day${next}.`;
  }
  if (place === 0) return `${held}It was not among the ${count(of)} that the rotation ranked.`;
  const by = Number.isNaN(value) ? '' : `, with ${ratio(value, 4)}`;
  const after = before
    ? `, after ${before.symbol}${Number.isNaN(before.value) ? '' : ` with ${ratio(before.value, 4)}`}`
    : '';
  return `${held}It stood at place ${place} of ${count(of)}${by}${after}; the rotation fills ${hold} places and keeps what stands within ${keep}.`;
}

function Answer({ why }: { why: WhyDay }) {
  const { symbol, day, member, rules, candidates } = why;
  if (day === undefined) return <p>{symbol} had no bar yet.</p>;
  const own = candidates.filter((candidate) => candidate.symbol === symbol);
  return (
    <>
      <p data-testid="why">
        On {isoFromDay(day)} {symbol} was {member ? '' : 'not '}a member of the universe
        {own.length > 0
          ? ` and a candidate: ${own.map(({ side, outcome }) => `${side}, ${VERDICTS[outcome]}`).join('; ')}.`
          : `, and no candidate. ${whyNone(why)}`}
      </p>
      {rules.map(({ path, conditions }) => (
        <Conditions key={path} name={ruleName(path)} rows={conditions} />
      ))}
      {candidates.length > 0 && <Candidates rows={candidates} marked={symbol} />}
    </>
  );
}
