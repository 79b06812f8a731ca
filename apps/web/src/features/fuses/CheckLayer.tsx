import type { FuseCheck, FuseWork, JobState } from '@grim-lantern/core';
import { stateWords } from '@grim-lantern/core';
import { Segments } from '../../ui/Segments';
import type { FuseLayerProps } from './fusePanelProps';
import { useRecording } from '../entry/recording';

const legs = [
  { id: 'feed', name: 'supply leg' },
  { id: 'load', name: 'load leg' },
] as const;
const seen = [
  { id: 'dark', name: 'Dark' },
  { id: 'dim', name: 'Dim' },
  { id: 'bright', name: 'Bright' },
] as const;

/** Both legs of every fuse with a lamp to ground, and when each is fed. */
export function CheckLayer({ circuit, job, work, selected, onSelect }: FuseLayerProps) {
  return (
    <>
      <h2 className="text-2xl font-semibold">Lamp to ground on both legs</h2>
      <p className="text-dim mt-1 mb-3">
        As the vehicle stands: {stateWords(circuit, job.state)}. Two taps a fuse; never one reading across it.
      </p>
      <ul aria-label="Fuses leg by leg">
        {work.checks.map((check) => (
          <CheckRow
            key={check.fuse.id}
            {...{ check, job }}
            chosen={selected === check.fuse.id}
            onSelect={() => onSelect(check.fuse.id)}
          />
        ))}
      </ul>
      <FedTables work={work} />
    </>
  );
}

function CheckRow({
  check: { fuse, feed, load, shouldLight, verdict },
  job,
  chosen,
  onSelect,
}: {
  check: FuseCheck;
  job: JobState;
  chosen: boolean;
  onSelect: () => void;
}) {
  const record = useRecording();
  const now = { feed, load };
  const bad = verdict !== 'good' && verdict !== 'not read' && verdict !== 'not fed in this state';
  return (
    <li
      data-testid={`check-${fuse.id}`}
      className={`border-line border-b py-2 ${chosen ? 'bg-raised' : ''}`}
      onFocus={onSelect}
    >
      <div className="mb-1 flex items-baseline justify-between gap-3">
        <span>
          <span className="font-mono text-lg font-semibold">{fuse.cavity}</span>{' '}
          <span className="text-dim text-[15px]">
            {fuse.ratingAmps} A · {shouldLight ? 'should light now' : 'not fed in this state'}
          </span>
        </span>
        <span className={verdict === 'good' ? 'text-agree' : bad ? 'text-clash' : 'text-dim'}>{verdict}</span>
      </div>
      <div className="grid grid-cols-2 gap-2">
        {legs.map(({ id, name }) => (
          <div key={id}>
            <span className="text-dim text-[14px]">{name}</span>
            <Segments
              label=""
              name={`${fuse.name}, ${name}`}
              chosen={now[id] ?? ''}
              positions={seen}
              disabled={record === null}
              onChoose={(outcome) =>
                record?.({
                  type: 'reading-taken',
                  test: { instrument: 'lamp-to-ground', at: `${fuse.id}.${id}` },
                  state: job.state,
                  value: { kind: 'outcome', outcome },
                  typed: outcome,
                })
              }
            />
          </div>
        ))}
      </div>
    </li>
  );
}

/** For each control that feeds something: each fuse in each of its positions. */
function FedTables({ work }: { work: FuseWork }) {
  return work.fed.map(({ control, positions, fuses }) => (
    <div key={control} className="mt-4 overflow-x-auto">
      <table className="w-full text-left" aria-label={`Fed when: ${control}`}>
        <thead>
          <tr className="text-dim text-[15px]">
            <th className="py-1 pr-3 font-normal">Fed when</th>
            {positions.map(({ id, name }) => (
              <th key={id} className="px-2 py-1 text-center font-normal">
                {name}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {fuses.map(({ fuse, fed }) => (
            <tr key={fuse.id} className="border-line border-t">
              <th className="py-1 pr-3 font-normal">{fuse.name}</th>
              {fed.map((each, index) => (
                <td key={positions[index]?.id} className={`px-2 py-1 text-center ${each ? '' : 'text-dim'}`}>
                  {each ? '● fed' : '○ not'}
                </td>
              ))}
            </tr>
          ))}
        </tbody>
      </table>
    </div>
  ));
}
