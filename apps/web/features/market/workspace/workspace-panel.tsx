'use client';

import { Download, FolderInput } from 'lucide-react';
import { useState } from 'react';
import type { WorkspaceProgress, WorkspaceSummary } from '@/model/workspace.ts';
import { deleteStore } from '@/store/opening.ts';
import { noteTakenOut } from '@/store/taken-out.ts';
import { Button } from '@/ui/button';
import { Confirm } from '@/ui/confirm.tsx';
import { bytes, count, dayOfMoment } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';
import { saveBlob } from '@/ui/save-file.ts';
import { useFileChoice } from '@/ui/use-file-choice.tsx';
import { packWorkspace, restoreWorkspace, summarizeWorkspace } from '@/workers/workspace-client.ts';
import { KeptApp } from './kept-app.tsx';
import { StorageUse } from './storage-use.tsx';

type State =
  | { readonly step: 'idle' }
  | { readonly step: 'packing' | 'restoring'; readonly progress: WorkspaceProgress }
  | { readonly step: 'packed'; readonly bytes: number }
  | { readonly step: 'chosen'; readonly file: File; readonly holds: WorkspaceSummary }
  | { readonly step: 'failed'; readonly message: string };

const START: WorkspaceProgress = { done: 0, total: 1 };

/** Everything kept in this browser: out as one file, back in, and how much room it takes. */
export function WorkspacePanel() {
  const [state, setState] = useState<State>({ step: 'idle' });
  const fail = (error: unknown): void =>
    setState({ step: 'failed', message: error instanceof Error ? error.message : String(error) });
  const busy = state.step === 'packing' || state.step === 'restoring';

  const pack = (): void => {
    setState({ step: 'packing', progress: START });
    packWorkspace((progress) => setState({ step: 'packing', progress })).then((zip) => {
      saveBlob(`plateau workspace ${dayOfMoment(Date.now())}.zip`, zip);
      void noteTakenOut();
      setState({ step: 'packed', bytes: zip.size });
    }, fail);
  };
  const { field, choose } = useFileChoice({
    label: 'Workspace file',
    accept: '.zip',
    onFile: (file) =>
      summarizeWorkspace(file).then((holds) => setState({ step: 'chosen', file, holds }), fail),
  });
  const restore = (file: File): void => {
    setState({ step: 'restoring', progress: START });
    restoreWorkspace(file, (progress) => setState({ step: 'restoring', progress }))
      // Every place holds something of the old workspace in memory; a fresh page holds none.
      .then(() => window.location.assign('/market?panel=workspace'), fail);
  };
  return (
    <div className="min-h-0 flex-1 overflow-auto pt-2">
      <section aria-label="Workspace file" className="border-b border-hairline pb-4">
        <h2 className="font-serif text-xl">The whole workspace as one file</h2>
        <p className="max-w-[44rem] py-1 text-soft">
          Instruments with their bars as Parquet; universes, sheets, blends, studies, repairs and settings as
          JSON. It comes back as it was, in this browser or on another machine.
        </p>
        <div className="flex gap-2 pt-1">
          <Button disabled={busy} onClick={pack}>
            <Download size={14} aria-hidden /> Take the workspace out
          </Button>
          <Button disabled={busy} onClick={choose}>
            <FolderInput size={14} aria-hidden /> Bring one back
          </Button>
          {field}
        </div>
        <div aria-live="polite">
          <Said state={state} onRestore={restore} onLeave={() => setState({ step: 'idle' })} />
        </div>
      </section>
      <StorageUse />
      <KeptApp />
      <StartOver disabled={busy} />
    </div>
  );
}

interface SaidProps {
  readonly state: State;
  readonly onRestore: (file: File) => void;
  readonly onLeave: () => void;
}

/** What the packing or the restoring is at, or came to. */
function Said({ state, onRestore, onLeave }: SaidProps) {
  return (
    <>
      {(state.step === 'packing' || state.step === 'restoring') && (
        <p className="flex items-center gap-3 pt-3">
          <Progress
            label="Instruments"
            value={state.progress.done}
            max={state.progress.total}
            className="h-2 w-60"
          />
          {state.step === 'packing' ? 'Packing' : 'Reading'}: {count(state.progress.done)} of{' '}
          {count(state.progress.total, 'instrument')}
        </p>
      )}
      {state.step === 'packed' && (
        <p className="pt-3">The workspace is in your downloads, {bytes(state.bytes)}.</p>
      )}
      {state.step === 'failed' && (
        <p role="alert" className="pt-3 text-loss">
          {state.message} The store is as it was.
        </p>
      )}
      {state.step === 'chosen' && (
        <div className="mt-3 border border-strong bg-raised p-3">
          <p>
            {state.file.name} holds {count(state.holds.instruments, 'instrument')},{' '}
            {count(state.holds.universes, 'universe')}, {count(state.holds.sheets, 'sheet')},{' '}
            {count(state.holds.blends, 'blend')}, {count(state.holds.studies, 'study')} and{' '}
            {count(state.holds.repairs, 'repair')}. It takes the place of everything kept here; take this
            workspace out first if you may want it again.
          </p>
          <div className="flex gap-2 pt-2">
            <Button
              className="border-strong bg-accent-paper font-semibold"
              onClick={() => onRestore(state.file)}
            >
              Replace what is here
            </Button>
            <Button onClick={onLeave}>Cancel</Button>
          </div>
        </div>
      )}
    </>
  );
}

function StartOver({ disabled }: { disabled: boolean }) {
  const empty = async (): Promise<void> => {
    await deleteStore();
    window.location.assign('/market');
  };
  return (
    <section aria-label="Start over" className="py-4">
      <h2 className="font-serif text-lg">Start over</h2>
      <p className="py-1 text-soft">
        Empties this browser of everything Plateau keeps, and begins again with the demo market.
      </p>
      <Confirm
        trigger={<Button disabled={disabled}>Start over …</Button>}
        title="Empty this browser of everything?"
        act="Empty everything"
        onAct={() => void empty()}
      >
        Instruments, universes, sheets, blends, their logbooks, kept runs and studies go. It can be brought
        back only from a workspace file.
      </Confirm>
    </section>
  );
}
