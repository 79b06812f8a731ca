import {
  currentShown,
  currentWhat,
  instruction,
  isAfterRepair,
  readingWords,
  stateWords,
  midSentence,
} from '@grim-lantern/core';
import type { Circuit, CurrentReading, LedgerReading } from '@grim-lantern/core';
import { format } from 'date-fns';
import { useOpenJob, useWorkbench } from './openJob';
import { useRecording } from '../entry/recording';
import { MeterCamera, ReadingPhotos } from '../photos/ReadingPhotos';

/** What was read, newest first, each with its state and what it did to the suspicion. */
export function Ledger({ unsent }: { readonly unsent: ReadonlySet<string> }) {
  const { circuit, diagnosis, technicians } = useOpenJob();
  const { correct } = useWorkbench();
  const { job, assessment, dossier } = diagnosis;
  const { effects, likelyMistake } = assessment.posterior;
  if (job.readings.length + job.currents.length === 0) {
    return <p className="text-dim py-3">Nothing read yet.</p>;
  }
  return (
    <ol aria-label="Ledger" className="flex flex-col">
      {[...job.currents].reverse().map((current) => (
        <CurrentLine
          key={current.id}
          {...{ circuit, current }}
          author={technicians.find(({ id }) => id === current.author)?.name ?? ''}
        />
      ))}
      {[...job.readings].reverse().map((reading) => {
        const effect = effects.find(({ id }) => id === reading.id);
        return (
          <LedgerLine
            key={reading.id}
            {...{ circuit, reading }}
            author={technicians.find(({ id }) => id === reading.author)?.name ?? ''}
            unsent={unsent.has(reading.id)}
            effect={
              effect === undefined
                ? isAfterRepair(job, reading)
                  ? 'after the repair'
                  : ''
                : effectWords(effect.cleared.length, effect.revived.length, effect.bits)
            }
            mistake={likelyMistake === reading.id ? (dossier.mistakeExpected ?? '') : null}
            misleading={dossier.misleading[reading.id] ?? null}
            onCorrect={() => correct(reading)}
          />
        );
      })}
    </ol>
  );
}

/** Amps by clamp or ammeter. */
function CurrentLine({
  circuit,
  current,
  author,
}: {
  circuit: Circuit;
  current: CurrentReading;
  author: string;
}) {
  const record = useRecording();
  const gone = current.withdrawn !== null;
  return (
    <li
      data-testid="current"
      className={`border-line flex flex-wrap items-center gap-x-3 gap-y-1 border-b py-1.5 ${gone ? 'text-dim' : ''}`}
    >
      <span className="text-dim font-mono text-[12px]">{format(new Date(current.at), 'HH:mm')}</span>
      <span className="min-w-0 grow">
        <span className={gone ? 'line-through' : ''}>{currentWhat(circuit, current)}</span>
        <span className="text-dim block text-[14px]">
          {stateWords(circuit, current.state)} · {author}
          {gone && ` · withdrawn: ${current.withdrawn}`}
        </span>
      </span>
      <span className={`font-mono text-[15px] font-semibold ${gone ? 'line-through' : ''}`}>
        {currentShown(current)}
      </span>
      {!gone && (
        <button
          type="button"
          className="key border-line px-2 text-[15px]"
          disabled={record === null}
          onClick={() =>
            record?.({ type: 'reading-withdrawn', reading: current.id, why: 'entered in error' })
          }
        >
          Withdraw
        </button>
      )}
    </li>
  );
}

function LedgerLine({
  circuit,
  reading,
  author,
  unsent,
  effect,
  mistake,
  misleading,
  onCorrect,
}: {
  circuit: Circuit;
  reading: LedgerReading;
  author: string;
  unsent: boolean;
  effect: string;
  /** What it should have shown, where it is likely a mistake; else null. */
  mistake: string | null;
  /** What it cannot mean though it seems to. */
  misleading: string | null;
  onCorrect: () => void;
}) {
  const record = useRecording();
  const gone = reading.withdrawn !== null;
  const time = format(new Date(reading.at), 'HH:mm');
  const what = `${instruction(circuit, reading.test)}, ${time}`;
  return (
    <li
      data-testid="reading"
      data-withdrawn={gone}
      className={`border-line grid grid-cols-[minmax(0,1fr)_auto] items-center gap-x-3 gap-y-1 border-b py-1.5 md:grid-cols-[52px_minmax(0,1.3fr)_130px_minmax(0,1fr)_auto] ${gone ? 'text-dim' : ''}`}
    >
      <span className="text-dim hidden font-mono text-[12px] md:block">{time}</span>
      <span className="min-w-0">
        <span className={gone ? 'line-through' : ''}>{instruction(circuit, reading.test)}</span>
        <span className="text-dim block text-[14px]">
          <span className="md:hidden">{time} · </span>
          {stateWords(circuit, reading.state)} · {author}
        </span>
        {misleading !== null && !gone && (
          <span className="border-ink mt-1 block border-l-4 pl-2 text-[15px]">{misleading}</span>
        )}
        <ReadingPhotos reading={reading.id} what={what} />
      </span>
      <span
        className={`text-right font-mono text-[15px] font-semibold md:text-left ${gone ? 'line-through' : ''}`}
      >
        {readingWords(reading)}
      </span>
      <span className="text-dim text-[14px]">
        {gone ? `withdrawn: ${reading.withdrawn}` : effect}
        {unsent && <span className="text-clash block">not sent yet</span>}
        {mistake !== null && !gone && (
          <span className="text-clash block">
            fits worst: take it again
            {mistake !== '' && `. By all the others it should show ${midSentence(mistake)}`}
          </span>
        )}
      </span>
      {gone ? (
        <span />
      ) : (
        <span className="flex flex-wrap items-start gap-1">
          <MeterCamera reading={reading.id} what={what} />
          <button
            type="button"
            className="key border-line px-2 text-[15px]"
            disabled={record === null}
            aria-label={`Correct: ${instruction(circuit, reading.test)}`}
            onClick={onCorrect}
          >
            Correct
          </button>
          <button
            type="button"
            className="key border-line px-2 text-[15px]"
            disabled={record === null}
            aria-label={`Withdraw: ${instruction(circuit, reading.test)}`}
            onClick={() =>
              record?.({
                type: 'reading-withdrawn',
                reading: reading.id,
                why: mistake === null ? 'entered in error' : 'it fits worst',
              })
            }
          >
            Withdraw
          </button>
        </span>
      )}
    </li>
  );
}

function effectWords(cleared: number, revived: number, bits: number): string {
  const suspects = (count: number) => `${count} suspect${count === 1 ? '' : 's'}`;
  if (cleared > 0 && cleared >= revived) return `${suspects(cleared)} cleared`;
  if (revived > 0) return `${suspects(revived)} in doubt`;
  if (bits >= 0.05) return 'narrows it';
  return bits <= -0.05 ? 'opens it up again' : 'changes little';
}
