import type { Circuit, ForeseenOutcome, ProposedAction } from '@grim-lantern/core';
import {
  cautionsOf,
  instruction,
  instrumentById,
  minutes,
  moveWords,
  outcomeName,
  placeById,
  whyWords,
  worth,
} from '@grim-lantern/core';
import { ReadingEntry } from '../entry/ReadingEntry';
import { partAt } from '../photos/partAt';
import { PhotosHere } from '../photos/PhotosHere';
import { HowTo } from '../help/HowTo';
import { purposeWords, exactly } from './actionWords';
import { useRecording } from '../entry/recording';

/** One action: what to set, where to put the probe, what may hurt, and the answers. */
export function ActionCard({
  circuit,
  action,
  others,
  onHold,
}: {
  circuit: Circuit;
  action: ProposedAction;
  others: readonly ProposedAction[];
  onHold: (outcome: ForeseenOutcome | null) => void;
}) {
  const record = useRecording();
  const { purpose, test, state, work, outcomes, bits } = action;
  const why = whyWords(action, others);
  const place = instrumentById(test.instrument).place(circuit, test.at);
  const where = place === undefined ? undefined : placeById(circuit, place)?.name;
  const steps = [
    ...work.strips
      .map((id) => circuit.strips.find((strip) => strip.id === id))
      .map((strip) => `Take off: ${strip?.name} (${minutes(strip?.minutes ?? 0)}).`),
    ...work.moves.map((move) => moveWords(circuit, move)),
    ...(where === undefined ? [] : [`At: ${where}.`]),
  ];
  return (
    <article
      className="flex flex-col"
      data-testid="next"
      data-instrument={test.instrument}
      data-at={test.at}
      data-state={JSON.stringify(state)}
    >
      <div className="flex items-baseline justify-between">
        <span className="text-dim">{purposeWords[purpose]}</span>
        <span className="text-dim shrink-0 pl-3" title={exactly(action)}>
          {purpose === 'search' && `${worth(bits)} · `}
          <span className="font-mono text-[13px]">{minutes(work.minutes)}</span>
        </span>
      </div>
      <div className="mb-1 flex items-start gap-2">
        <h2 className="grow text-[22px] leading-tight font-semibold sm:text-[26px]">
          {instruction(circuit, test)}
        </h2>
        <PhotosHere circuit={circuit} place={place ?? null} part={partAt(circuit, test.at)} />
        <HowTo instrument={test.instrument} />
      </div>
      {why !== '' && <p className="text-dim text-[15px] max-sm:order-last max-sm:mt-2 sm:mb-2">{why}</p>}
      <ol className="mb-2 flex flex-wrap gap-x-4 gap-y-1">
        {steps.map((words, index) => (
          <li key={words} className="flex gap-1.5">
            <span className="text-dim font-mono text-[13px] leading-[1.6]">{index + 1}</span>
            {words}
          </li>
        ))}
      </ol>
      <Cautions cautions={cautionsOf(circuit, action)} />
      <ReadingEntry
        circuit={circuit}
        test={test}
        outcomes={outcomes}
        disabled={record === null}
        onHold={onHold}
        onRead={(entered) => {
          onHold(null);
          record?.({ type: 'reading-taken', test, state, ...entered });
        }}
      />
      <SplitBar outcomes={outcomes} />
    </article>
  );
}

function Cautions({ cautions }: { cautions: readonly string[] }) {
  if (cautions.length === 0) return null;
  return (
    <ul aria-label="Cautions" className="border-clash mb-2 border-l-4 pl-3 text-[15px]">
      {cautions.map((caution) => (
        <li key={caution} className="py-[1px]">
          {caution}
        </li>
      ))}
    </ul>
  );
}

/** How the reading splits what is left: one length per outcome. */
function SplitBar({ outcomes }: { outcomes: readonly ForeseenOutcome[] }) {
  return (
    <div className="mt-3 flex h-2 gap-[2px]" aria-hidden>
      {outcomes.map(({ outcome, probability }) => (
        <span key={outcomeName(outcome)} className="bg-dim" style={{ width: `${probability * 100}%` }} />
      ))}
    </div>
  );
}
