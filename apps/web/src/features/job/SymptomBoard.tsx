import type { Circuit, OperatingState, TapItem } from '@grim-lantern/core';
import {
  readingWords,
  stateWords,
  suspectName,
  watchedLoadName,
  midSentence,
  listWords,
} from '@grim-lantern/core';
import type { Diagnosis } from '../../session/useDiagnosis';
import { useOpenJob } from './openJob';
import { OutcomeKeys } from '../entry/OutcomeKeys';

/** Every consumer of the circuit: works, weak, dead or not tried, as the vehicle stands. One tap each. */
export function SymptomBoard() {
  const { circuit, diagnosis } = useOpenJob();
  const { dossier, job, assessment } = diagnosis;
  return (
    <section aria-label="Symptoms" className="py-4">
      <h2 className="text-2xl font-semibold">What works, what does not?</h2>
      <p className="text-dim mt-1 mb-3">
        As the vehicle stands: {stateWords(circuit, job.state)}. Switch things on above, then tap what you
        see.
      </p>
      <ul className="flex flex-col gap-2">
        {dossier.board.map((item) => (
          <Tile
            key={item.test.at}
            {...{ item }}
            name={watchedLoadName(circuit, item.test.at)}
            state={job.state}
            effect={effectOf(circuit, assessment.posterior.effects, item)}
          />
        ))}
      </ul>
    </section>
  );
}

/** What the last tap on a tile cleared. */
function effectOf(
  circuit: Circuit,
  effects: Diagnosis['assessment']['posterior']['effects'],
  { last }: TapItem,
): string | null {
  const effect = effects.find(({ id }) => id === last?.id);
  if (effect === undefined) return null;
  const { cleared } = effect;
  if (cleared.length === 0) return 'Clears nothing by itself.';
  const names = cleared.map((id) => suspectName(circuit, id));
  return `Clears ${listWords(names, 3)}.`;
}

function Tile({
  item,
  name,
  state,
  effect,
}: {
  item: TapItem;
  name: string;
  state: OperatingState;
  effect: string | null;
}) {
  const { test, healthy, last } = item;
  return (
    <li className="border-line bg-raised border px-3 py-2" data-testid={`tile-${test.at}`}>
      <div className="flex flex-wrap items-center gap-2 sm:flex-nowrap">
        <span className="min-w-0 grow basis-full sm:basis-0">
          <span className="block text-lg leading-tight font-medium">{name}</span>
          <span className="text-dim text-[14px]">
            {last === null ? 'not tried' : readingWords(last)} · healthy: {midSentence(healthy)}
          </span>
        </span>
        <OutcomeKeys {...{ item, name, state }} className="shrink-0" keyClassName="min-h-12 min-w-14 px-2" />
      </div>
      {effect !== null && <p className="text-dim mt-1 text-[14px]">{effect}</p>}
    </li>
  );
}
