import type { Circuit, ProvingMove } from '@grim-lantern/core';
import { minutes, movesBetween, moveWords, tellsNothing, worth } from '@grim-lantern/core';
import { ReadingEntry } from '../entry/ReadingEntry';
import { useState } from 'react';
import { LikeRelays } from './LikeRelays';
import type { RelayLayerProps } from './relayPanelProps';
import { useRecording } from '../entry/recording';

/** What is done at the relay that proves part of its circuit at a stroke: each with its cautions, worth and outcomes. */
export function ProveLayer(props: RelayLayerProps) {
  const { work, relay } = props;
  if (work.moves.length === 0) {
    return (
      <p className="text-lg">
        No position of the controls makes {relay.name} pull on this drawing, or nothing hangs on it: there is
        nothing to watch.
      </p>
    );
  }
  return (
    <>
      <h2 className="text-2xl font-semibold">Prove it at a stroke</h2>
      <p className="text-dim mt-1">Swap first or pins first: each has its price. What each would tell now:</p>
      {[...work.moves]
        .sort((one, other) => rateOf(other) - rateOf(one))
        .map((move) => (
          <Move key={move.id} {...props} move={move} />
        ))}
      <LikeRelays {...props} />
    </>
  );
}

function rateOf({ foreseen }: ProvingMove): number {
  return foreseen === null ? 0 : foreseen.bits / foreseen.work.minutes;
}

function Move({ move, circuit, job, onHold }: RelayLayerProps & { readonly move: ProvingMove }) {
  const { id, words, proves, cautions, foreseen, state } = move;
  const [open, setOpen] = useState(false);
  const steps = movesBetween(circuit, job.state, state);
  return (
    <article className="border-line mt-4 border-t pt-3" data-testid={`move-${id.replace(' ', '-')}`}>
      <h3 className="text-lg leading-snug font-semibold">{words}.</h3>
      <p className="text-dim text-[15px]">{worthWords(foreseen)}</p>
      <ul className="border-clash text-clash my-2 border-l-4 pl-3 text-[15px]">
        {cautions.map((each) => (
          <li key={each}>{each}</li>
        ))}
      </ul>
      <p className="text-[15px]">{proves}</p>
      <button
        type="button"
        className="key border-line mt-2"
        aria-expanded={open}
        onClick={() => setOpen(!open)}
      >
        {open ? 'Cancel' : 'Do it'}
      </button>
      {open && <Entry {...{ circuit, move, steps, onHold }} onDone={() => setOpen(false)} />}
    </article>
  );
}

function Entry({
  circuit,
  move: { test, state, foreseen },
  steps,
  onHold,
  onDone,
}: {
  readonly circuit: Circuit;
  readonly move: ProvingMove;
  readonly steps: ReturnType<typeof movesBetween>;
  readonly onHold: RelayLayerProps['onHold'];
  readonly onDone: () => void;
}) {
  const record = useRecording();
  return (
    <div className="mt-2">
      {steps.length > 0 && (
        <ol className="mb-2 list-decimal pl-6">
          {steps.map((step) => (
            <li key={moveWords(circuit, step)}>{moveWords(circuit, step)}</li>
          ))}
        </ol>
      )}
      <ReadingEntry
        circuit={circuit}
        test={test}
        outcomes={foreseen?.outcomes ?? []}
        disabled={record === null}
        onHold={onHold}
        onRead={(entered) => {
          record?.({ type: 'reading-taken', test, state, ...entered });
          onDone();
        }}
      />
    </div>
  );
}

function worthWords(foreseen: ProvingMove['foreseen']): string {
  if (foreseen === null || tellsNothing(foreseen.bits)) return 'Worth next to nothing now.';
  return `It ${worth(foreseen.bits)} and takes ${minutes(foreseen.work.minutes)}.`;
}
