import type { Circuit } from '../../circuit/circuit';
import type { OperatingState } from '../../circuit/operatingState';
import { placeById } from '../../circuit/terminals';
import type { Hypothesis } from '../../faults/hypotheses';
import { hypothesesOf } from '../../faults/hypotheses';
import { sights } from '../../faults/sights';
import { suspectName } from '../../text/outcomes';
import type { RecordingOf } from './circuitRecording';
import { fuseById, recordingsOf } from './circuitRecording';
import type { LiveScene } from './liveRecorder';

/** What can be wrong for the simulated recorder, as it is chosen from a list. */
export interface LiveChoice {
  readonly id: string;
  readonly name: string;
  readonly mayComeAndGo: boolean;
}

/** A simulated recording as it is asked for: the same setting gives the same recording. */
export interface LiveSetting {
  readonly circuit: Circuit;
  readonly state: OperatingState;
  readonly fuse: string;
  /** The id of a choice; `nothing`, or `hidden`: drawn at random. */
  readonly choice: string;
  /** For a choice that may; what is hidden does as it is drawn. */
  readonly comesAndGoes: boolean;
  readonly seconds: number;
}

/** How often a hidden fault that may come and go does. */
const hiddenLoose = 0.7;

const choiceId = ({ suspect, name }: Hypothesis) => `${suspect} ${name}`;

/** Everything that would show in a fuse's current: one of each kind, the middle one of its ohms. */
export function liveChoices(circuit: Circuit, state: OperatingState, fuse: string): readonly LiveChoice[] {
  return showing(circuit, recordingsOf(circuit, state, fuse)).map((each) => ({
    id: choiceId(each),
    name: `${suspectName(circuit, each.suspect)}: ${each.name}`,
    mayComeAndGo: each.mayComeAndGo && sights(circuit, each.suspect).length > 0,
  }));
}

function showing(circuit: Circuit, recordingOf: RecordingOf): readonly Hypothesis[] {
  const families = new Map<number, Hypothesis[]>();
  for (const each of hypothesesOf(circuit)) {
    if (each.fault !== null) families.set(each.family, [...(families.get(each.family) ?? []), each]);
  }
  const kindWith = (wrong: Hypothesis | null) => recordingOf(wrong, 10).kind;
  const healthy = kindWith(null);
  return [...families.values()]
    .map((family) => family[Math.floor(family.length / 2)]!)
    .filter((each) => kindWith(each) !== healthy);
}

/** A scene for the recorder, and in words what it is made of. */
export interface DrawnScene {
  readonly scene: LiveScene;
  readonly truth: string;
}

/** @param random - uniform numbers in [0, 1), seeded */
export function liveScene(
  { circuit, state, fuse, choice, comesAndGoes, seconds }: LiveSetting,
  random: () => number,
): DrawnScene {
  const recordingOf = recordingsOf(circuit, state, fuse);
  const all = choice === 'nothing' ? [] : showing(circuit, recordingOf);
  const drawn = all[Math.floor(random() * all.length)];
  const wrong = choice === 'hidden' ? drawn : all.find((each) => choiceId(each) === choice);
  const places = wrong?.mayComeAndGo === true ? sights(circuit, wrong.suspect) : [];
  const place = places[Math.floor(random() * places.length)];
  const loose = place !== undefined && (choice === 'hidden' ? random() < hiddenLoose : comesAndGoes);
  const { style, ratingAmps } = fuseById(circuit, fuse);
  return {
    scene: {
      recording: recordingOf(wrong ?? null, seconds, loose),
      loosePlace: loose ? place : null,
      fuse: { style, ratingAmps },
    },
    truth:
      wrong === undefined
        ? 'Nothing was wrong.'
        : `${suspectName(circuit, wrong.suspect)}: ${wrong.name}${loose ? `, coming and going at: ${placeById(circuit, place)?.name ?? place}` : ''}.`,
  };
}
