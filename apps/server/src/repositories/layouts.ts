import type { CircuitRecord, KeptLayout } from '@grim-lantern/contract';
import { layoutMark } from '@grim-lantern/drawing';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import type { Work } from '../work/work';

/** How circuits are drawn, as far as that has been worked out. */
export interface Layouts {
  /** The layout of a circuit; where there is none yet, or an older way of drawing's, it is worked out for the next who asks. */
  readonly of: (workshopId: string, record: CircuitRecord) => Promise<KeptLayout | undefined>;
  /** Begins to work a layout out; nobody waits for it. */
  readonly want: (workshopId: string, record: CircuitRecord) => void;
}

/**
 * @param work - what lays circuits out, away from what people wait for
 * @param failed - told of a layout that could not be made or kept: whoever asked draws the circuit themselves
 */
export function createLayouts(
  { sequelize }: Database,
  work: Work,
  failed: (error: unknown) => void,
): Layouts {
  const begun = new Set<string>();
  const keep = async (workshopId: string, { id, circuit }: CircuitRecord) => {
    const layout = await work.run('layout', { circuit });
    await sequelize.query(
      `INSERT INTO circuit_layouts (workshop_id, circuit_id, layout) VALUES ($workshopId, $id, $layout)
        ON CONFLICT (workshop_id, circuit_id) DO UPDATE SET layout = EXCLUDED.layout`,
      { bind: { workshopId, id, layout: JSON.stringify(layout) } },
    );
  };
  const want: Layouts['want'] = (workshopId, record) => {
    const name = `${workshopId} ${record.id}`;
    // Once a run of the server: what failed would fail again.
    if (begun.has(name)) return;
    begun.add(name);
    keep(workshopId, record).catch(failed);
  };
  return {
    want,
    async of(workshopId, record) {
      const [kept] = await sequelize.query<{ layout: KeptLayout }>(
        `SELECT layout FROM circuit_layouts WHERE workshop_id = $workshopId AND circuit_id = $id`,
        { bind: { workshopId, id: record.id }, type: QueryTypes.SELECT },
      );
      if (kept?.layout.mark === layoutMark(record.circuit)) return kept.layout;
      want(workshopId, record);
      return undefined;
    },
  };
}
