import type {
  Circuit,
  ForeseenOutcome,
  JobState,
  ProposedAction,
  RelayPart,
  RelayWork,
  Test,
} from '@grim-lantern/core';
import type { Relays } from './useRelays';

/** What the panel of the relays and each of its layers are given. */
export interface RelayPanelProps extends Relays {
  readonly circuit: Circuit;
  readonly job: JobState;
  /** What the plan asks for next; null where that is not known, or nothing. */
  readonly planned: ProposedAction | null;
  /** Shows on the harness what would be left. */
  readonly onHold: (outcome: Pick<ForeseenOutcome, 'leaves'> | null) => void;
  readonly onShow: (test: Test | null) => void;
  /** Opens the entry of any reading at a point. */
  readonly onOther: (point: string | null) => void;
}

/** The same once the relay has been worked out. */
export type RelayLayerProps = Omit<RelayPanelProps, 'work' | 'relay'> & {
  readonly work: RelayWork;
  readonly relay: RelayPart;
};
