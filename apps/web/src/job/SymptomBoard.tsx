import type { Circuit, JobFact, ReadingValue } from '@grim-lantern/core';
import { instrumentById, stateWords, suspectName, watchedLoadName } from '@grim-lantern/core';
import type { Diagnosis } from '../worker/useDiagnosis';
import type { BoardTile } from '../worker/dossier';

const names: Readonly<Record<string, string>> = { dead: 'Dead', weak: 'Weak', works: 'Works' };

/** Every consumer of the circuit: works, weak, dead or not tried, as the vehicle stands. One tap each. */
export function SymptomBoard({
  circuit,
  diagnosis,
  record,
}: {
  readonly circuit: Circuit;
  readonly diagnosis: Diagnosis;
  readonly record: ((fact: JobFact) => string) | null;
}) {
  const { dossier, job, assessment } = diagnosis;
  if (dossier === null) return <p className="text-dim py-6 text-lg">Looking what is on this circuit …</p>;
  const tap = ({ at, last }: BoardTile, value: ReadingValue, typed: string) =>
    record?.({
      type: 'reading-taken',
      test: { instrument: 'load', at },
      state: job.state,
      value,
      typed,
      ...(last === null ? {} : { corrects: last.id }),
    });
  return (
    <section aria-label="Symptoms" className="py-4">
      <h2 className="text-2xl font-semibold">What works, what does not?</h2>
      <p className="text-dim mt-1 mb-3">
        As the vehicle stands: {stateWords(circuit, job.state)}. Switch things on above, then tap what you
        see.
      </p>
      <ul className="flex flex-col gap-2">
        {dossier.board.map((tile) => (
          <Tile
            key={tile.at}
            tile={tile}
            name={watchedLoadName(circuit, tile.at)}
            disabled={record === null}
            effect={effectOf(circuit, assessment.suspicion.effects, tile)}
            onTap={(value, typed) => tap(tile, value, typed)}
          />
        ))}
      </ul>
    </section>
  );
}

/** What the last tap on a tile cleared. */
function effectOf(
  circuit: Circuit,
  effects: Diagnosis['assessment']['suspicion']['effects'],
  { last }: BoardTile,
): string | null {
  const effect = effects.find(({ id }) => id === last?.id);
  if (effect === undefined) return null;
  const { cleared } = effect;
  if (cleared.length === 0) return 'Clears nothing by itself.';
  const shown = cleared.slice(0, 3).map((id) => suspectName(circuit, id));
  const more = cleared.length - shown.length;
  return `Clears ${shown.join(', ')}${more > 0 ? ` and ${more} more` : ''}.`;
}

function Tile({
  tile: { at, healthy, last },
  name,
  disabled,
  effect,
  onTap,
}: {
  tile: BoardTile;
  name: string;
  disabled: boolean;
  effect: string | null;
  onTap: (value: ReadingValue, typed: string) => void;
}) {
  const { display } = instrumentById('load');
  const outcomes = display.kind === 'outcomes' ? display.outcomes : [];
  const chosen = last?.value.kind === 'outcome' ? last.value.outcome : null;
  return (
    <li className="border-line bg-raised border px-3 py-2" data-testid={`tile-${at}`}>
      <div className="flex items-center gap-2">
        <span className="min-w-0 grow">
          <span className="block text-lg leading-tight font-medium">{name}</span>
          <span className="text-dim text-[14px]">
            {chosen === null ? 'not tried' : names[chosen]} · healthy: {healthy.toLowerCase()}
          </span>
        </span>
        <span role="group" aria-label={name} className="border-line flex shrink-0 border">
          {outcomes.map(({ id, name: word }) => (
            <button
              key={id}
              type="button"
              aria-pressed={chosen === id}
              disabled={disabled}
              className={`min-h-12 min-w-14 px-2 text-[15px] font-medium ${chosen === id ? 'bg-ink text-ground' : 'text-dim hover:text-ink'}`}
              onClick={() => {
                if (chosen !== id) onTap({ kind: 'outcome', outcome: id }, word);
              }}
            >
              {word}
            </button>
          ))}
        </span>
      </div>
      {effect !== null && <p className="text-dim mt-1 text-[14px]">{effect}</p>}
    </li>
  );
}
