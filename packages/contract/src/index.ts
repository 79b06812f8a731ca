export {
  appendEventsSchema,
  circuitRecordSchema,
  eventsSchema,
  jobSummarySchema,
  newJobSchema,
  problemSchema,
  routes,
  technicianSchema,
  vehicleSchema,
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
  Technician,
  Vehicle,
  Workshop,
} from './api';
export { circuitSchema } from './circuit';
export { jobEventSchema, operatingStateSchema } from './job';
export { jobFileSchema } from './jobFile';
export type { JobFile } from './jobFile';
export { publishedSchemas } from './publishedSchemas';
export { openApi } from './openApi';
export { firstProblem } from './firstProblem';
