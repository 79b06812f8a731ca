export {
  appendEventsSchema,
  circuitRecordSchema,
  eventsSchema,
  jobSummarySchema,
  newJobSchema,
  problemSchema,
  routes,
  workshopSchema,
} from './api';
export type {
  CircuitRecord,
  CircuitSummary,
  JobSummary,
  NewJob,
  Problem,
  Reply,
  Route,
  RouteName,
  Workshop,
} from './api';
export { circuitSchema } from './circuit';
export { faultProblem, faultSchema } from './fault';
export { jobEventSchema, operatingStateSchema } from './job';
export { jobFileSchema, portableJobSchema } from './jobFile';
export type { JobFile, PortableJob } from './jobFile';
export { centreRecordSchema, fuseCentreSchema } from './centre';
export type { CentreRecord } from './centre';
export { relayEntrySchema, socketLayoutSchema } from './relayEntry';
export type { RelayEntry } from './relayEntry';
export { checkedTraceHeader, traceFilingSchema, traceHeaderSchema } from './trace';
export type { TraceFiling, TraceRecord } from './trace';
export { keptVehicleSchema, kitSchema, technicianSchema, vehicleSchema } from './people';
export type { Colleague, Technician, Vehicle, VehicleRecord } from './people';
export { publishedSchemas } from './publishedSchemas';
export { openApi } from './openApi';
export { firstProblem } from './firstProblem';
