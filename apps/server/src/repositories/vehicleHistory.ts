import type { FuseBox } from '@grim-lantern/core';
import type { HistoryLine } from '@grim-lantern/contract';
import { QueryTypes } from 'sequelize';
import type { Database } from '../database/database';
import { expectVehicle } from './expectVehicle';

/** A row as it was at one of its versions, as the database wrote it down. */
interface Version {
  readonly of: 'vehicles' | 'fuse_centres';
  readonly id: string;
  readonly at: Date;
  readonly who: string | null;
  readonly content: Readonly<Record<string, unknown>>;
}

/** What of a vehicle is told of when it changes, by its column. */
const vehicleFields: readonly (readonly [string, string])[] = [
  ['name', 'Name'],
  ['service', 'Owner or service'],
  ['plate', 'Plate'],
  ['vin', 'VIN'],
  ['mileage_km', 'Mileage, km'],
  ['notes', 'Notes'],
  ['rest_limit_amps', 'Current at rest, A'],
  ['battery_amp_hours', 'Battery, Ah'],
];

/**
 * Who changed what about a vehicle and its fuse boxes, newest first: each version against the one before it.
 * @throws {ApiProblem} where the workshop has no such vehicle
 */
export async function vehicleHistory(
  { sequelize, models }: Database,
  workshopId: string,
  vehicleId: string,
): Promise<HistoryLine[]> {
  await expectVehicle(models, workshopId, vehicleId);
  const versions = await sequelize.query<Version>(
    `WITH every AS (
        SELECT of_table AS of, id, version, content FROM earlier_versions WHERE workshop_id = $workshop
          AND (of_table = 'vehicles' AND id = $vehicle
            OR of_table = 'fuse_centres' AND content->>'vehicle_id' = $vehicle::text)
        UNION ALL SELECT 'vehicles', id, version, to_jsonb(v) FROM vehicles v
          WHERE workshop_id = $workshop AND id = $vehicle
        UNION ALL SELECT 'fuse_centres', id, version, to_jsonb(c) FROM fuse_centres c
          WHERE workshop_id = $workshop AND vehicle_id = $vehicle)
      SELECT e.of, e.id, (e.content->>'saved_at')::timestamptz AS at, p.name AS who, e.content FROM every e
        LEFT JOIN technicians p ON p.workshop_id = $workshop AND p.id = (e.content->>'author_id')::uuid
        ORDER BY e.of, e.id, e.version`,
    { bind: { workshop: workshopId, vehicle: vehicleId }, type: QueryTypes.SELECT },
  );
  const lines = versions.flatMap((version, index): HistoryLine[] => {
    const before = versions[index - 1];
    const known = before?.of === version.of && before.id === version.id ? before.content : null;
    const changes = version.of === 'vehicles' ? ofVehicle(known, version) : ofBox(known, version);
    // A row from before there was a history has no author; nothing is known of how it came to be.
    if (changes.length === 0) return [];
    return [{ at: version.at.toISOString(), who: version.who, about: nameOf(version), changes }];
  });
  return lines.sort((one, other) => (one.at < other.at ? 1 : -1)).slice(0, 500);
}

type Change = HistoryLine['changes'][number];
const boxOf = (content: Version['content']) => content['document'] as FuseBox;
const nameOf = ({ of, content }: Version) =>
  of === 'vehicles' ? 'The vehicle' : `Fuse box ${boxOf(content).name}`;
const words = (value: unknown) =>
  typeof value === 'string' || typeof value === 'number' ? String(value) : '';
const made: Change = { what: 'Entered', before: '', after: '' };

function ofVehicle(before: Version['content'] | null, { content }: Version): Change[] {
  if (before === null) return [made];
  const fields = vehicleFields.flatMap(([column, what]) =>
    before[column] === content[column]
      ? []
      : [{ what, before: words(before[column]), after: words(content[column]) }],
  );
  const archived = content['archived_at'] !== null;
  const moved = archived !== (before['archived_at'] !== null);
  return moved
    ? [...fields, { what: archived ? 'Archived' : 'Brought back', before: '', after: '' }]
    : fields;
}

function ofBox(before: Version['content'] | null, { content }: Version): Change[] {
  if (before === null) return [made];
  const removed = content['removed_at'] !== null;
  const moved = removed !== (before['removed_at'] !== null);
  const [old, fresh] = [boxOf(before), boxOf(content)];
  const told = (['Name', 'Place', 'Grid'] as const).flatMap((what) => {
    const [one, other] = [boxWords(old)[what], boxWords(fresh)[what]];
    return one === other ? [] : [{ what, before: one, after: other }];
  });
  const [was, is] = [cavityWords(old), cavityWords(fresh)];
  const cavities = [...new Set([...was.keys(), ...is.keys()])].flatMap((number) => {
    const [one, other] = [was.get(number) ?? '', is.get(number) ?? ''];
    return one === other ? [] : [{ what: `Cavity ${number}`, before: one, after: other }];
  });
  return [
    ...told,
    ...cavities,
    ...(moved ? [{ what: removed ? 'Removed' : 'Brought back', before: '', after: '' }] : []),
  ];
}

/** What is said of a box as a whole. */
const boxWords = ({ name, place, columns, rows, turned }: FuseBox) => ({
  Name: name,
  Place: place,
  Grid: `${columns} × ${rows}${turned === 0 ? '' : `, turned by ${turned}°`}`,
});

/** What is said of each cavity of a box, by its number. */
function cavityWords({ cavities }: FuseBox): ReadonlyMap<string, string> {
  return new Map(
    cavities.map(({ number, label, labelled, fitted, column, row, kind }) => {
      const fuse = (one: typeof labelled) => (one === null ? '' : `${one.ratingAmps} A ${one.style}`);
      const parts = [label, kind === 'fuse' ? '' : kind, fuse(labelled)];
      const inIt = fitted === null ? '' : `fitted ${fuse(fitted)}`;
      return [number, [...parts, inIt, `at ${column}/${row}`].filter((each) => each !== '').join(', ')];
    }),
  );
}
