import { type Day, entrySession, exitSession, isoFromDay, type Session, sessionText } from '@plateau/core';

type Entry = Parameters<typeof entrySession>[0];
type Exit = Parameters<typeof exitSession>[0];

/** The session of an entry; of a weekly or monthly run its tooltip names the bar. */
export const EntryDay = ({ of }: { of: Entry }) => <Told session={entrySession(of)} bar={of.entryDay} />;

/** The session of an exit, as {@link EntryDay} tells it. */
export function ExitDay({ of }: { of: Exit }) {
  const session = exitSession(of);
  return session ? <Told session={session} bar={of.exitDay} /> : 'open';
}

export const entryText = (of: Entry): string => sessionText(entrySession(of));
export const exitText = (of: Exit): string => {
  const session = exitSession(of);
  return session ? sessionText(session) : 'open';
};

function Told({ session, bar }: { session: Session; bar: Day | undefined }) {
  const text = sessionText(session);
  if (bar === undefined || text === isoFromDay(bar)) return text;
  return (
    <span title={`Filled ${session.within ? 'within' : 'on'} ${text}, in the bar dated ${isoFromDay(bar)}`}>
      {text}
    </span>
  );
}
