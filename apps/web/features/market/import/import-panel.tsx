'use client';

import { faultInLayout, type Layout, type TableChoice } from '@plateau/files';
import { clsx } from 'clsx';
import { Download } from 'lucide-react';
import { useDropzone } from 'react-dropzone';
import type {
  Duplicates,
  ImportProgress,
  ImportReport,
  Inspected,
  LookProgress,
} from '@/model/market/import.ts';
import { Button } from '@/ui/button';
import { count, bytes as sizeText } from '@/ui/format.ts';
import { Progress } from '@/ui/progress.tsx';
import { saveFile } from '@/ui/save-file.ts';
import { Select } from '@/ui/select.tsx';
import { FileLayout } from './file-layout.tsx';
import { reportCsv } from './report-csv.ts';
import { useImport } from './use-import.ts';
import { usePastedTable } from './use-pasted-table.ts';

/** Files in: dropped, looked at, corrected, read, reported. */
export function ImportPanel() {
  const { state, duplicates, setDuplicates, onDrop, change, cut, call, read, stop, again } = useImport();
  const { getRootProps, getInputProps, isDragActive, open } = useDropzone({ onDrop, noClick: true });
  usePastedTable(state.step === 'choose' ? onDrop : undefined);

  return (
    <div {...getRootProps()} className="flex h-full min-h-0 flex-col pt-2" role="region" aria-label="Import">
      <h2 className="sr-only">Import</h2>
      <input {...getInputProps({ 'aria-label': 'Files of bars' })} />
      {state.step === 'choose' && (
        <div
          className={clsx(
            'contours flex flex-1 flex-col items-center justify-center gap-3 border border-dashed',
            isDragActive ? 'border-accent bg-accent-paper' : 'border-strong',
          )}
        >
          <p className="font-serif text-lg">Drop files or folders here</p>
          <p className="max-w-96 text-center text-soft">
            CSV in any notation, also packed (.csv.gz), XLSX, Parquet, or a zip of them: one instrument a
            file, one long table, or a column an instrument. Or paste a table copied from a spreadsheet. You
            see how each will be read before anything is kept.
          </p>
          <Button onClick={open}>Choose files</Button>
        </div>
      )}
      {state.step === 'looking' && <Looking progress={state.progress} onStop={stop} />}
      {state.step === 'check' && (
        <Check
          files={state.files}
          skipped={state.skipped}
          duplicates={duplicates}
          onDuplicates={setDuplicates}
          onChange={change}
          onCut={(k, choice) => void cut(k, choice)}
          onCall={call}
          onRead={() => read(state.files)}
          onBack={again}
        />
      )}
      {state.step === 'reading' && <Reading {...state} onStop={stop} />}
      {state.step === 'done' && <Done report={state.report} onAgain={again} />}
      {state.step === 'failed' && (
        <div role="alert" className="p-6">
          <p>{state.message}</p>
          <Button className="mt-3" onClick={again}>
            Choose other files
          </Button>
        </div>
      )}
    </div>
  );
}

interface CheckProps {
  readonly files: readonly Inspected[];
  readonly skipped: readonly string[];
  readonly duplicates: Duplicates;
  readonly onDuplicates: (mode: Duplicates) => void;
  readonly onChange: (k: number, layout: Layout) => void;
  readonly onCut: (k: number, choice: TableChoice) => void;
  readonly onCall: (k: number, symbol: string) => void;
  readonly onRead: () => void;
  readonly onBack: () => void;
}

/** Layouts of one shape are shown once, with the first file that has it. */
function Check(props: CheckProps) {
  const { files, skipped, duplicates, onDuplicates, onChange, onCut, onCall, onRead, onBack } = props;
  const firsts = files
    .map((file, k) => ({ file, k }))
    .filter(({ file, k }) => files.findIndex((f) => f.shape === file.shape && !f.fault) === k || file.fault);
  const ready = files.filter((file) => !file.fault && !faultInLayout(file.layout));
  const size = files.reduce((sum, file) => sum + file.size, 0);
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <div className="flex items-center gap-3 border-b border-hairline py-1">
        <span>
          {files.length === 1 ? '1 file' : `${count(files.length)} files`}, {sizeText(size)}
        </span>
        <span className="flex items-center gap-1.5 text-soft">
          Instruments already here
          <Select
            label="Instruments already here"
            value={duplicates}
            choices={DUPLICATES}
            onChange={onDuplicates}
          />
        </span>
        <span className="ml-auto flex gap-2">
          <Button onClick={onBack}>Other files</Button>
          <Button
            disabled={ready.length === 0}
            onClick={onRead}
            className="border-strong bg-accent-paper font-semibold"
          >
            {ready.length === 1 ? 'Read 1 file' : `Read ${count(ready.length)} files`}
          </Button>
        </span>
      </div>
      <div className="min-h-0 flex-1 overflow-auto" tabIndex={0} role="region" aria-label="Files to read">
        {skipped.map((line) => (
          <p key={line} className="pt-1 text-soft">
            Left out: {line}
          </p>
        ))}
        {firsts.map(({ file, k }) => (
          <FileLayout
            key={`${k} ${file.path}`}
            file={file}
            alike={files.filter((f) => f.shape === file.shape && !f.fault).length}
            onChange={(layout) => onChange(k, layout)}
            onCut={(choice) => onCut(k, choice)}
            onCall={(symbol) => onCall(k, symbol)}
          />
        ))}
      </div>
    </div>
  );
}

const DUPLICATES: readonly (readonly [Duplicates, string])[] = [
  ['replace', 'are replaced'],
  ['merge', 'are merged, the new bars winning'],
  ['keep', 'stay as they are'],
];

function Looking({ progress, onStop }: { progress: LookProgress | undefined; onStop: () => void }) {
  const { files = 0, of } = progress ?? {};
  return (
    <div className="p-6">
      <Progress
        label="Files looked at"
        value={of === undefined ? undefined : files}
        max={of ?? 1}
        className="h-2 w-80"
      />
      <p className="py-2 text-soft" aria-live="polite">
        {of !== undefined
          ? `Looking at the files: ${count(files)} of ${count(of)} …`
          : files > 1
            ? `Unpacking: ${count(files)} files …`
            : 'Looking at the files …'}
      </p>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

function Reading({
  progress: { bytes, total, rows },
  started,
  onStop,
}: {
  progress: ImportProgress;
  started: number;
  onStop: () => void;
}) {
  const seconds = (performance.now() - started) / 1000;
  const share = Math.min(1, bytes / Math.max(1, total));
  const left = share > 0 ? (seconds / share) * (1 - share) : undefined;
  return (
    <div className="p-6">
      <Progress label="Files read" value={share} className="h-2 w-80" />
      <p className="py-2" aria-live="polite">
        {count(rows, 'row')}, {Math.round(share * 100)}%
        {left !== undefined && seconds > 1
          ? `, ${count(Math.round(rows / seconds), 'row')} a second, about ${Math.ceil(left)} s left`
          : ''}
      </p>
      <Button onClick={onStop}>Stop</Button>
    </div>
  );
}

function Done({ report, onAgain }: { report: ImportReport; onAgain: () => void }) {
  return (
    <div className="flex min-h-0 flex-1 flex-col">
      <p className="py-2" role="status">
        {count(report.instruments)} {report.instruments === 1 ? 'instrument' : 'instruments'} with{' '}
        {count(report.bars, 'bar')} came into the market, from {count(report.rows, 'row')};{' '}
        {report.refused === 1 ? '1 row was refused' : `${count(report.refused, 'row')} were refused`}.
        {report.repairs > 0 &&
          ` ${count(report.repairs)} splits and dividends were laid over instruments that were here; each can be taken back there.`}
        {report.kept.length > 0 &&
          ` Of those already here, ${count(report.kept.length)} stayed as they were.`}
      </p>
      <div className="flex gap-2 pb-2">
        <Button onClick={onAgain}>Import more</Button>
        <Button
          disabled={report.notes.length === 0}
          onClick={() => saveFile('import report.csv', 'text/csv', reportCsv(report.notes))}
        >
          <Download size={14} aria-hidden /> Report
        </Button>
      </div>
      <ul className="min-h-0 flex-1 overflow-auto border-t border-hairline pt-1" aria-label="Report">
        {report.notes.slice(0, 500).map((note, k) => (
          <li key={k} className={note.kind === 'refused' ? 'text-loss' : 'text-soft'}>
            {[note.file, note.line && `line ${note.line}`, note.symbol].filter(Boolean).join(', ')}:{' '}
            {note.kind}, {note.message}
          </li>
        ))}
      </ul>
    </div>
  );
}
