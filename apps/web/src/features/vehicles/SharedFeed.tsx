import type { Circuit, JobEvent, OperatingState, Suspect } from '@grim-lantern/core';
import { instrumentById, percent, restingState, suspectName, watchedLoadName } from '@grim-lantern/core';
import { useEffect, useMemo, useState } from 'react';
import { BoxMap } from '../boxes/BoxMap';
import { nothingSaid } from '../boxes/cavityContent';
import { useBoxes } from '../boxes/useFuseBoxes';
import { fuseIn } from '../fuses/fuseLayers';
import { HarnessMap } from '../harness/HarnessMap';
import { useHarnessLayout } from '../harness/useHarnessLayout';
import { glowOf } from '../harness/mapFacts';
import { Segments } from '../../ui/Segments';
import type { Recording } from '../entry/recording';
import { RecordingContext } from '../entry/recording';
import { StateStrip } from '../entry/StateStrip';
import { newId } from '../../data/newId';
import { askAboutJob } from '../../session/coreClient';

type Tap = Extract<JobEvent, { type: 'reading-taken' }>;

/** Loads of several diagrams at once, tapped as they are seen; the suspects that explain them, on box and harness. */
export function SharedFeed({
  circuit,
  vehicleId,
}: {
  readonly circuit: Circuit;
  readonly vehicleId: string;
}) {
  const [state, setState] = useState<OperatingState>(() => restingState(circuit));
  const [taps, setTaps] = useState<readonly Tap[]>([]);
  const suspects = useSuspects(vehicleId, circuit, taps);
  const glow = useMemo(() => glowOf(suspects ?? []), [suspects]);
  const load = instrumentById('load');
  const outcomes = load.display.kind === 'outcomes' ? load.display.outcomes : [];
  const setUp: Recording = (fact) => {
    if (fact.type === 'state-set') setState(fact.state);
    return '';
  };
  const tap = (at: string, outcome: string) => {
    const event: Tap = {
      id: newId(),
      author: '',
      at: new Date().toISOString(),
      type: 'reading-taken',
      test: { instrument: 'load', at },
      state,
      value: { kind: 'outcome', outcome },
      typed: outcome,
    };
    setTaps([...taps.filter((each) => each.test.at !== at), event]);
  };
  return (
    <>
      <RecordingContext value={setUp}>
        <StateStrip {...{ circuit, state }} />
      </RecordingContext>
      <main className="flex min-h-0 grow flex-col lg:grid lg:grid-cols-[minmax(0,1fr)_440px]">
        <div className="border-line flex min-h-0 flex-col lg:overflow-auto lg:border-r">
          <section aria-label="Harness" className="border-line h-[44vh] min-h-[260px] shrink-0 border-b">
            {/* Made anew when another suspect leads: the view closes in on it. */}
            <Glowing key={suspects?.[0]?.id} {...{ circuit, state, glow }} />
          </section>
          <Boxes {...{ circuit, vehicleId, glow }} />
        </div>
        {/* On a narrow screen what is tapped comes first, the picture of it after. */}
        <section
          aria-label="What works"
          className="order-first px-4 lg:order-none py-4 lg:overflow-auto lg:px-5"
        >
          <h2 className="text-2xl font-semibold">What is dead, what works?</h2>
          <p className="text-dim mt-1 mb-3">Switch things on above, then tap what you see, in any diagram.</p>
          <Suspects circuit={circuit} suspects={taps.length === 0 ? [] : suspects} />
          <ul className="mt-3">
            {load.targets(circuit).map((at) => {
              const known = taps.find(({ test }) => test.at === at)?.value;
              return (
                <li
                  key={at}
                  data-testid={`load-${at}`}
                  className="border-line flex flex-wrap items-center justify-between gap-2 border-b py-1.5"
                >
                  <span className="font-medium">{watchedLoadName(circuit, at)}</span>
                  <Segments
                    label=""
                    name={watchedLoadName(circuit, at)}
                    chosen={known?.kind === 'outcome' ? known.outcome : ''}
                    positions={outcomes}
                    disabled={false}
                    onChoose={(outcome) => tap(at, outcome)}
                  />
                </li>
              );
            })}
          </ul>
        </section>
      </main>
    </>
  );
}

/** The suspects behind what was tapped; null while they are worked out. */
function useSuspects(vehicleId: string, circuit: Circuit, taps: readonly Tap[]): readonly Suspect[] | null {
  const [suspects, setSuspects] = useState<readonly Suspect[] | null>(null);
  useEffect(() => {
    let current = true;
    const job = { circuitId: `overlay ${vehicleId}`, circuit, events: taps };
    askAboutJob(job, (core, change) => core.assessment(change)).then(
      ({ posterior }) => {
        if (current) setSuspects(posterior.suspects);
      },
      () => {
        if (current) setSuspects([]);
      },
    );
    return () => {
      current = false;
    };
  }, [vehicleId, circuit, taps]);
  return suspects;
}

const shownSuspects = 6;

function Suspects({ circuit, suspects }: { circuit: Circuit; suspects: readonly Suspect[] | null }) {
  if (suspects === null) return <p className="text-dim">Working out what explains it …</p>;
  return (
    <ol aria-label="What explains it">
      {suspects
        .filter(({ probability }) => probability >= 0.01)
        .slice(0, shownSuspects)
        .map(({ id, probability, kinds }) => (
          <li
            key={id}
            className="border-glow mb-1 flex items-baseline justify-between gap-3 border-l-4 py-0.5 pl-3"
          >
            <span>
              <span className="text-lg font-semibold">{suspectName(circuit, id)}</span>{' '}
              <span className="text-dim">{kinds[0]?.name}</span>
            </span>
            <span className="text-glow font-mono font-semibold">{percent(probability)}</span>
          </li>
        ))}
    </ol>
  );
}

function Glowing({
  circuit,
  state,
  glow,
}: {
  circuit: Circuit;
  state: OperatingState;
  glow: ReadonlyMap<string, number>;
}) {
  const layout = useHarnessLayout(circuit);
  if (layout === null) return <p className="text-dim p-5">Drawing the harness …</p>;
  return (
    <HarnessMap
      {...{ circuit, layout, state, glow }}
      standing={glow}
      readings={[]}
      flag={null}
      onPoint={() => undefined}
    />
  );
}

function Boxes({
  circuit,
  vehicleId,
  glow,
}: {
  circuit: Circuit;
  vehicleId: string;
  glow: ReadonlyMap<string, number>;
}) {
  const boxes = useBoxes(vehicleId, circuit);
  return (
    <div className="flex flex-col gap-4 p-3 lg:p-4">
      {boxes.map((box) => (
        <figure key={box.name}>
          <figcaption className="mb-1 text-lg font-semibold">{box.name}</figcaption>
          <BoxMap
            centre={box}
            selected={null}
            onSelect={() => undefined}
            content={(cavity) => {
              const relay = circuit.parts.find(
                (part) => part.kind === 'relay' && part.centre === box.name && part.cavity === cavity.number,
              );
              const id = fuseIn(circuit, box, cavity) ?? relay?.id;
              const chance = id === undefined ? 0 : (glow.get(id) ?? 0);
              return chance < 0.01 ? nothingSaid : { main: percent(chance), note: '', tone: 'glow' };
            }}
          />
        </figure>
      ))}
    </div>
  );
}
