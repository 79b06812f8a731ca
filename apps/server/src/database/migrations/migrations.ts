import { jobsAsLogs } from './0001-jobs-as-logs';
import { workshopMoney } from './0002-workshop-money';
import { techniciansKit } from './0003-technicians-kit';
import { fuseCentres } from './0004-fuse-centres';
import { relayEntries } from './0005-relay-entries';
import { traces } from './0006-traces';
import { circuitRevisions } from './0007-circuit-revisions';
import { signIn } from './0008-sign-in';
import { versions } from './0009-versions';
import { jobList } from './0010-job-list';
import { logsStay } from './0011-never-removed';
import { reportLinks } from './0012-report-links';
import { photos } from './0013-photos';
import { guardedRows } from './0014-guarded-rows';
import { jobSearch } from './0015-job-search';
import { unitsAndStations } from './0016-units-and-stations';
import { circuitLayouts } from './0017-circuit-layouts';
import type { Migration } from './migration';

/** Every step, oldest first. */
export const migrations: readonly Migration[] = [
  jobsAsLogs,
  workshopMoney,
  techniciansKit,
  fuseCentres,
  relayEntries,
  traces,
  circuitRevisions,
  signIn,
  versions,
  jobList,
  logsStay,
  reportLinks,
  photos,
  guardedRows,
  jobSearch,
  unitsAndStations,
  circuitLayouts,
];
