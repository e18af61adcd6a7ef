// Dials as text, one a line: `pull = 7, 2 to 10 step 1`.

export interface DialText {
  readonly value: number;
  readonly from?: number;
  readonly to?: number;
  readonly step?: number;
}

const NUMBER = String.raw`(-?(?:\d+\.?\d*|\.\d+))`;
const LINE = new RegExp(
  String.raw`^\s*([A-Za-z][A-Za-z0-9_ ]*?)\s*=\s*${NUMBER}\s*(?:,\s*${NUMBER}\s+to\s+${NUMBER}(?:\s+step\s+${NUMBER})?)?\s*$`,
);

export type DialsRead =
  | { readonly ok: true; readonly dials: Readonly<Record<string, DialText>> }
  | { readonly ok: false; readonly message: string };

export function readDials(text: string): DialsRead {
  const dials: Record<string, DialText> = {};
  for (const line of text.split('\n')) {
    if (line.trim() === '') continue;
    const match = LINE.exec(line);
    if (!match)
      return {
        ok: false,
        message: `“${line.trim().slice(0, 40)}” is no dial; write: pull = 7, 2 to 10 step 1`,
      };
    const [, name = '', value, from, to, step] = match;
    dials[name] = {
      value: Number(value),
      ...(from !== undefined ? { from: Number(from) } : {}),
      ...(to !== undefined ? { to: Number(to) } : {}),
      ...(step !== undefined ? { step: Number(step) } : {}),
    };
  }
  return { ok: true, dials };
}

export function writeDials(dials: Readonly<Record<string, DialText>>): string {
  return Object.entries(dials)
    .map(([name, { value, from, to, step }]) => {
      const range =
        from === undefined || to === undefined
          ? ''
          : `, ${from} to ${to}${step === undefined ? '' : ` step ${step}`}`;
      return `${name} = ${value}${range}`;
    })
    .join('\n');
}
