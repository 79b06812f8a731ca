export {
  appendEventsSchema,
  circuitRecordSchema,
  eventsSchema,
  newJobSchema,
  routes,
  workshopSchema,
} from './api';
export type { CircuitRecord, CircuitSummary, HistoryLine, NewJob, Reply, RouteName, Workshop } from './api';
export { circuitSchema } from './circuit';
export { faultProblem, faultSchema } from './fault';
export { jobEventSchema, operatingStateSchema } from './job';
export { eventFlaws, jobFileSchema, portableJobSchema } from './jobFile';
export type { JobFile, PortableJob } from './jobFile';
export { fuseBoxRecordSchema, fuseBoxSchema } from './fuseBox';
export type { FuseBoxRecord } from './fuseBox';
export { relayEntrySchema, socketLayoutSchema } from './relayEntry';
export type { RelayEntry } from './relayEntry';
export { checkedTraceHeader, traceFilingSchema, traceHeaderSchema } from './trace';
export type { TraceFiling, TraceRecord } from './trace';
export { newVehicleSchema, kitSchema, technicianSchema, vehicleSchema } from './people';
export type { Colleague, Technician, Vehicle, VehicleRecord } from './people';
export {
  archivedJobSchema,
  archivedPeopleSchema,
  archivedPhotoSchema,
  archivedRecordingSchema,
  archivedVehicleSchema,
} from './archive';
export { mostPhotoBytes, photoRecordSchema, photoSubjects } from './photo';
export type { PhotoFiling, PhotoRecord, PhotoSubject } from './photo';
export { publishedSchemas } from './publishedSchemas';
export { openApi } from './openApi';
export { firstProblem } from './firstProblem';
export { unstorable, unstorableText, uuid } from './text';
export { everyone, problemSchema, signInRefusals, trained } from './route';
export { linesType, progressLineSchema } from './progress';
export type { Progress, ProgressLine, Tell } from './progress';
export type { Problem, Route } from './route';
export { loginSchema, newPasswordSchema, pinSchema, roles, settingsSchema, setupSchema } from './access';
export type {
  AuditLine,
  Member,
  OwnSecrets,
  Person,
  Role,
  Session,
  Settings,
  Setup,
  SignIn,
  Station,
} from './access';
export { jobFilters, jobListQuery, jobOrders, jobPageSchema, jobSummarySchema, mostJobs } from './jobList';
export type { JobFilter, JobOrder, JobStanding, JobSummary } from './jobList';
export { keptLayoutSchema } from './layout';
export type { KeptLayout } from './layout';
export { mostReportDays } from './sharedReport';
export type { SharedReport } from './sharedReport';
