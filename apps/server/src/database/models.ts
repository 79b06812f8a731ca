import type { JobStanding, PhotoRecord, RelayEntry, Role, TraceRecord } from '@grim-lantern/contract';
import type { Circuit, FuseBox, JobEvent, JobStage, Kit, LengthUnit, SizeUnit } from '@grim-lantern/core';
import type { CreationOptional, InferAttributes, InferCreationAttributes, Sequelize } from 'sequelize';
import { DataTypes, Model } from 'sequelize';

class WorkshopRow extends Model<InferAttributes<WorkshopRow>, InferCreationAttributes<WorkshopRow>> {
  declare id: string;
  declare name: string;
  declare hourlyRate: CreationOptional<number>;
  declare askFrom: CreationOptional<number>;
  declare currency: CreationOptional<string>;
  declare lengths: CreationOptional<LengthUnit>;
  declare sizes: CreationOptional<SizeUnit>;
  declare restLimitAmps: CreationOptional<number>;
}

/** A person of the workshop. */
export class TechnicianRow extends Model<
  InferAttributes<TechnicianRow>,
  InferCreationAttributes<TechnicianRow>
> {
  declare workshopId: string;
  declare id: string;
  declare name: string;
  declare kit: CreationOptional<Kit | null>;
  declare role: CreationOptional<Role>;
  /** False for one who has left. */
  declare active: CreationOptional<boolean>;
  /** In lower case, of one person in the whole installation; null while no password is chosen. */
  declare login: CreationOptional<string | null>;
  declare passwordHash: CreationOptional<string | null>;
  declare pinHash: CreationOptional<string | null>;
  declare totpSecret: CreationOptional<string | null>;
  /** The half minute of the last code that was taken: none is taken twice. */
  declare totpStep: CreationOptional<number>;
  /** Wrong passwords and PINs since the last right one. */
  declare failures: CreationOptional<number>;
  declare lockedUntil: CreationOptional<Date | null>;
}

export class VehicleRow extends Model<InferAttributes<VehicleRow>, InferCreationAttributes<VehicleRow>> {
  declare workshopId: string;
  declare id: string;
  declare name: string;
  declare service: string;
  declare restLimitAmps: CreationOptional<number>;
  declare batteryAmpHours: CreationOptional<number>;
  declare plate: CreationOptional<string>;
  declare vin: CreationOptional<string>;
  declare mileageKm: CreationOptional<number | null>;
  declare notes: CreationOptional<string>;
  declare archivedAt: CreationOptional<Date | null>;
  /** Counted up by the database. */
  declare version: CreationOptional<number>;
  declare authorId: CreationOptional<string | null>;
}

export class FuseBoxRow extends Model<InferAttributes<FuseBoxRow>, InferCreationAttributes<FuseBoxRow>> {
  declare workshopId: string;
  declare id: string;
  declare vehicleId: string;
  declare document: FuseBox;
  /** Counted up by the database. */
  declare version: CreationOptional<number>;
  declare authorId: CreationOptional<string | null>;
  declare removedAt: CreationOptional<Date | null>;
}

export class RelayEntryRow extends Model<
  InferAttributes<RelayEntryRow>,
  InferCreationAttributes<RelayEntryRow>
> {
  declare workshopId: string;
  declare id: string;
  declare vehicleId: string;
  declare authorId: string;
  declare at: Date;
  declare document: Pick<RelayEntry, 'centre' | 'cavity' | 'entry'>;
}

export class CircuitRow extends Model<InferAttributes<CircuitRow>, InferCreationAttributes<CircuitRow>> {
  declare workshopId: string;
  declare id: string;
  declare vehicleId: string;
  declare name: string;
  declare document: Circuit;
  declare follows: CreationOptional<string | null>;
  declare source: CreationOptional<string | null>;
  declare authorId: CreationOptional<string | null>;
  declare drawnAt: CreationOptional<Date | null>;
  declare why: CreationOptional<string | null>;
}

export class JobRow extends Model<InferAttributes<JobRow>, InferCreationAttributes<JobRow>> {
  declare workshopId: string;
  declare id: string;
  declare vehicleId: string;
  declare circuitId: string;
  declare title: string;
  declare openedAt: Date;
  declare lastSequence: CreationOptional<number>;
  declare stage: CreationOptional<JobStage>;
  /** When its newest event came. */
  declare lastAt: CreationOptional<Date>;
  /** Everybody who has an event in it. */
  declare authors: CreationOptional<string[]>;
  declare archivedAt: CreationOptional<Date | null>;
  /** What the evidence said at `standingSequence`; null before it was worked out once. */
  declare standing: CreationOptional<JobStanding | null>;
  declare standingSequence: CreationOptional<number>;
}

export class JobEventRow extends Model<InferAttributes<JobEventRow>, InferCreationAttributes<JobEventRow>> {
  declare workshopId: string;
  declare jobId: string;
  declare sequence: number;
  declare id: string;
  declare authorId: string;
  declare body: JobEvent;
}

export class TraceRow extends Model<InferAttributes<TraceRow>, InferCreationAttributes<TraceRow>> {
  declare workshopId: string;
  declare id: string;
  declare jobId: string;
  declare authorId: string;
  declare at: Date;
  declare document: Omit<TraceRecord, 'id' | 'jobId' | 'author' | 'picture'>;
  declare sha256: Buffer;
  declare overview: Buffer;
}

class TracePieceRow extends Model<InferAttributes<TracePieceRow>, InferCreationAttributes<TracePieceRow>> {
  declare workshopId: string;
  declare traceId: string;
  declare piece: number;
  declare bytes: Buffer;
}

export class PhotoRow extends Model<InferAttributes<PhotoRow>, InferCreationAttributes<PhotoRow>> {
  declare workshopId: string;
  declare id: string;
  declare vehicleId: string;
  declare jobId: string | null;
  declare authorId: string;
  declare at: Date;
  declare document: Pick<PhotoRecord, 'shows' | 'of' | 'caption' | 'width' | 'height' | 'type'>;
  declare sha256: Buffer;
  declare bytes: Buffer;
  declare removedAt: CreationOptional<Date | null>;
}

export interface Models {
  readonly Workshop: typeof WorkshopRow;
  readonly Technician: typeof TechnicianRow;
  readonly Vehicle: typeof VehicleRow;
  readonly Centre: typeof FuseBoxRow;
  readonly RelayEntry: typeof RelayEntryRow;
  readonly Circuit: typeof CircuitRow;
  readonly Job: typeof JobRow;
  readonly JobEvent: typeof JobEventRow;
  readonly Trace: typeof TraceRow;
  readonly TracePiece: typeof TracePieceRow;
  readonly Photo: typeof PhotoRow;
}

// Made anew for each column: Sequelize writes the column's own name into what it is given.
const key = () => ({ type: DataTypes.UUID, primaryKey: true });
const uuid = () => ({ type: DataTypes.UUID, allowNull: false });
const text = () => ({ type: DataTypes.TEXT, allowNull: false });

/**
 * Binds the models to one connection; the schema itself is the migrations' business. Each call makes classes of
 * its own, so that two databases in one process do not share them.
 */
export function defineModels(sequelize: Sequelize): Models {
  return {
    ...peopleModels(sequelize),
    ...vehicleModels(sequelize),
    ...jobModels(sequelize),
    ...traceModels(sequelize),
  };
}

const optionsFor = (sequelize: Sequelize) => (tableName: string) => ({
  sequelize,
  tableName,
  modelName: tableName,
  timestamps: false,
  underscored: true,
});

function peopleModels(sequelize: Sequelize): Pick<Models, 'Workshop' | 'Technician'> {
  const options = optionsFor(sequelize);
  return {
    Workshop: class extends WorkshopRow {}.init(
      {
        id: key(),
        name: text(),
        hourlyRate: DataTypes.DOUBLE,
        askFrom: DataTypes.DOUBLE,
        currency: DataTypes.TEXT,
        lengths: DataTypes.TEXT,
        sizes: DataTypes.TEXT,
        restLimitAmps: DataTypes.DOUBLE,
      },
      options('workshops'),
    ),
    Technician: class extends TechnicianRow {}.init(
      {
        workshopId: key(),
        id: key(),
        name: text(),
        kit: DataTypes.JSONB,
        role: DataTypes.TEXT,
        active: DataTypes.BOOLEAN,
        login: DataTypes.TEXT,
        passwordHash: DataTypes.TEXT,
        pinHash: DataTypes.TEXT,
        totpSecret: DataTypes.TEXT,
        totpStep: DataTypes.BIGINT,
        failures: DataTypes.INTEGER,
        lockedUntil: DataTypes.DATE,
      },
      options('technicians'),
    ),
  };
}

function vehicleModels(sequelize: Sequelize): Pick<Models, 'Vehicle' | 'Centre' | 'RelayEntry'> {
  const options = optionsFor(sequelize);
  return {
    Vehicle: class extends VehicleRow {}.init(
      {
        workshopId: key(),
        id: key(),
        name: text(),
        service: text(),
        restLimitAmps: DataTypes.DOUBLE,
        batteryAmpHours: DataTypes.DOUBLE,
        plate: DataTypes.TEXT,
        vin: DataTypes.TEXT,
        mileageKm: DataTypes.DOUBLE,
        notes: DataTypes.TEXT,
        archivedAt: DataTypes.DATE,
        version: DataTypes.INTEGER,
        authorId: DataTypes.UUID,
      },
      options('vehicles'),
    ),
    Centre: class extends FuseBoxRow {}.init(
      {
        workshopId: key(),
        id: key(),
        vehicleId: uuid(),
        document: { type: DataTypes.JSONB, allowNull: false },
        version: DataTypes.INTEGER,
        authorId: DataTypes.UUID,
        removedAt: DataTypes.DATE,
      },
      options('fuse_centres'),
    ),
    RelayEntry: class extends RelayEntryRow {}.init(
      {
        workshopId: key(),
        id: key(),
        vehicleId: uuid(),
        authorId: uuid(),
        at: { type: DataTypes.DATE, allowNull: false },
        document: { type: DataTypes.JSONB, allowNull: false },
      },
      options('relay_entries'),
    ),
  };
}

function jobModels(sequelize: Sequelize): Pick<Models, 'Circuit' | 'Job' | 'JobEvent'> {
  const options = optionsFor(sequelize);
  return {
    Circuit: class extends CircuitRow {}.init(
      {
        workshopId: key(),
        id: key(),
        vehicleId: uuid(),
        name: text(),
        document: { type: DataTypes.JSONB, allowNull: false },
        follows: DataTypes.UUID,
        source: DataTypes.TEXT,
        authorId: DataTypes.UUID,
        drawnAt: DataTypes.DATE,
        why: DataTypes.TEXT,
      },
      options('circuits'),
    ),
    Job: class extends JobRow {}.init(
      {
        workshopId: key(),
        id: key(),
        vehicleId: uuid(),
        circuitId: uuid(),
        title: text(),
        openedAt: { type: DataTypes.DATE, allowNull: false },
        lastSequence: { type: DataTypes.INTEGER, allowNull: false, defaultValue: 0 },
        stage: DataTypes.TEXT,
        lastAt: DataTypes.DATE,
        authors: DataTypes.ARRAY(DataTypes.UUID),
        archivedAt: DataTypes.DATE,
        standing: DataTypes.JSONB,
        standingSequence: DataTypes.INTEGER,
      },
      options('jobs'),
    ),
    JobEvent: class extends JobEventRow {}.init(
      {
        workshopId: key(),
        jobId: key(),
        sequence: { type: DataTypes.INTEGER, primaryKey: true },
        id: uuid(),
        authorId: uuid(),
        body: { type: DataTypes.JSONB, allowNull: false },
      },
      options('job_events'),
    ),
  };
}

function traceModels(sequelize: Sequelize): Pick<Models, 'Trace' | 'TracePiece' | 'Photo'> {
  const options = optionsFor(sequelize);
  const bytes = () => ({ type: DataTypes.BLOB, allowNull: false });
  return {
    Trace: class extends TraceRow {}.init(
      {
        workshopId: key(),
        id: key(),
        jobId: uuid(),
        authorId: uuid(),
        at: { type: DataTypes.DATE, allowNull: false },
        document: { type: DataTypes.JSONB, allowNull: false },
        sha256: bytes(),
        overview: bytes(),
      },
      options('traces'),
    ),
    TracePiece: class extends TracePieceRow {}.init(
      {
        workshopId: key(),
        traceId: key(),
        piece: { type: DataTypes.INTEGER, primaryKey: true },
        bytes: bytes(),
      },
      options('trace_pieces'),
    ),
    Photo: class extends PhotoRow {}.init(
      {
        workshopId: key(),
        id: key(),
        vehicleId: uuid(),
        jobId: DataTypes.UUID,
        authorId: uuid(),
        at: { type: DataTypes.DATE, allowNull: false },
        document: { type: DataTypes.JSONB, allowNull: false },
        sha256: bytes(),
        bytes: bytes(),
        removedAt: DataTypes.DATE,
      },
      options('photos'),
    ),
  };
}
