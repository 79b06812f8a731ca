import { z } from 'zod';
import { linkSchema, lookAtLinkSchema, settingsSchema } from './access';
import { accessRoutes } from './accessRoutes';
import { circuitSchema } from './circuit';
import { jobEventSchema, loggedEventSchema } from './job';
import { portableJobSchema } from './jobFile';
import { archiveJobSchema, jobListQuery, jobPageSchema, jobSummarySchema } from './jobList';
import { keptLayoutSchema } from './layout';
import { newFuseBoxSchema, savedFuseBoxSchema } from './fuseBox';
import { colleagueSchema, newVehicleSchema, kitSchema, vehicleRecordSchema, vehicleSchema } from './people';
import { photoRoutes } from './photoRoutes';
import type { Route } from './route';
import { badBody, everyone, notFound, trained } from './route';
import { lookAtPhotoSchema, reportShownSchema, sharedReportSchema, shareReportSchema } from './sharedReport';
import { newRelayEntrySchema, relayEntrySchema } from './relayEntry';
import { longText, moment, shortText, uuid } from './text';
import { traceFilingSchema, traceRecordSchema } from './trace';

const id = uuid();
const noLink = { 404: 'The link has ended, or was never one.', 429: 'Too many attempts; wait.' };

export const newJobSchema = z.strictObject({
  id,
  vehicleId: id,
  circuitId: id,
  title: shortText,
  author: id,
  at: moment,
  complaintEventId: id,
  complaint: longText,
});

/** One revision of a circuit. It never changes: a change is a revision that follows it. */
export const circuitRecordSchema = z.strictObject({
  id,
  vehicleId: id,
  circuit: circuitSchema,
  /** The notation as it was typed, remarks and all, where the circuit was written. */
  source: z.string().max(200_000, 'Expected at most 200,000 characters.').optional(),
  /** The revision that this one changes; absent for a first one. */
  follows: id.optional(),
  /** Who drew it, when, and why; absent for what was imported. */
  drawn: z.strictObject({ author: id, at: moment, why: z.string().max(400) }).optional(),
});

/** A revision as it is read, with the way it is drawn, once that has been worked out. */
const drawnCircuitSchema = circuitRecordSchema.extend({ layout: keptLayoutSchema.optional() });

/** A revision in the workshop's list. */
export const circuitSummarySchema = z.object({
  id,
  name: shortText,
  vehicle: vehicleSchema,
  /** From 1, along what it follows. */
  revision: z.number().int().min(1),
  /** The last revision of the same circuit: itself, where nothing follows it. */
  latest: id,
});

export const workshopSchema = z.object({
  ...settingsSchema.shape,
  technicians: z.array(colleagueSchema),
  vehicles: z.array(vehicleRecordSchema),
  circuits: z.array(circuitSummarySchema),
});

/** One change of a vehicle or of a fuse box of it. */
export const historyLineSchema = z.object({
  at: z.iso.datetime(),
  /** Null where it is from before authors were noted. */
  who: z.string().nullable(),
  about: z.string(),
  /** What changed, in words; empty where it was not there before, or is not now. */
  changes: z.array(z.object({ what: z.string(), before: z.string(), after: z.string() })),
});
export type HistoryLine = z.infer<typeof historyLineSchema>;

export const appendEventsSchema = z.strictObject({
  events: z
    .array(jobEventSchema)
    .min(1, 'Expected at least one event.')
    .max(200, 'Expected at most 200 events.'),
});
export const eventsSchema = z.object({ events: z.array(loggedEventSchema) });

export type Workshop = z.infer<typeof workshopSchema>;
export type NewJob = z.infer<typeof newJobSchema>;
export type CircuitRecord = z.infer<typeof circuitRecordSchema>;
export type CircuitSummary = z.infer<typeof circuitSummarySchema>;

/** The whole API; the server serves exactly these, and the description is generated from them. */
export const routes = {
  ...accessRoutes,
  ...photoRoutes,
  alive: {
    method: 'get',
    path: '/api/alive',
    summary: 'Whether the server itself answers: what supervises it restarts it where it does not',
    who: 'anybody',
    reply: z.object({ status: z.literal('alive') }),
    refusals: {},
  },
  health: {
    method: 'get',
    path: '/api/health',
    summary: 'Whether it can serve, the server and its database; and how long requests were held up lately',
    who: 'anybody',
    reply: z.object({
      status: z.literal('ready'),
      /** How long the thread that answers was held up at the longest, in the last minute or two. */
      longestDelayMs: z.number().min(0),
    }),
    refusals: { 503: 'The database cannot be reached.' },
  },
  workshop: {
    method: 'get',
    path: '/api/workshop',
    summary: 'The workshop, its technicians and the circuits that it has',
    who: everyone,
    reply: workshopSchema,
    refusals: {},
  },
  saveKit: {
    method: 'put',
    path: '/api/technicians/{technicianId}/kit',
    summary: 'Keep what a technician works with',
    who: everyone,
    body: kitSchema,
    reply: colleagueSchema,
    refusals: { ...badBody, ...notFound },
  },
  saveVehicle: {
    method: 'put',
    path: '/api/vehicles/{vehicleId}',
    summary: 'Keep a vehicle, new or known, with what it may draw at rest',
    who: trained,
    body: newVehicleSchema,
    reply: vehicleRecordSchema,
    refusals: { ...badBody, 404: 'The id is no UUID.' },
  },
  vehicleHistory: {
    method: 'get',
    path: '/api/vehicles/{vehicleId}/history',
    summary: 'Who changed what about a vehicle and its fuse boxes, newest first',
    who: everyone,
    reply: z.object({ lines: z.array(historyLineSchema) }),
    refusals: notFound,
  },
  centres: {
    method: 'get',
    path: '/api/vehicles/{vehicleId}/centres',
    summary: 'The fuse and relay centres of a vehicle; those removed last, to be brought back',
    who: everyone,
    reply: z.object({ centres: z.array(savedFuseBoxSchema) }),
    refusals: notFound,
  },
  saveFuseBox: {
    method: 'put',
    path: '/api/centres/{centreId}',
    summary: 'Keep a fuse and relay centre, new or known',
    who: trained,
    body: newFuseBoxSchema,
    reply: savedFuseBoxSchema,
    refusals: { ...badBody, ...notFound },
  },
  removeFuseBox: {
    method: 'delete',
    path: '/api/centres/{centreId}',
    summary: 'Remove a fuse and relay centre from the lists; keeping it again brings it back',
    who: trained,
    reply: savedFuseBoxSchema,
    refusals: notFound,
  },
  relayEntries: {
    method: 'get',
    path: '/api/vehicles/{vehicleId}/relay-entries',
    summary: 'What was found out about the relays of a vehicle, oldest first',
    who: everyone,
    reply: z.object({ entries: z.array(relayEntrySchema) }),
    refusals: notFound,
  },
  addRelayEntry: {
    method: 'put',
    path: '/api/relay-entries/{entryId}',
    summary: 'Add what was found out about a relay; the same entry again is not stored twice',
    who: everyone,
    body: newRelayEntrySchema,
    reply: relayEntrySchema,
    refusals: { ...badBody, ...notFound },
  },
  jobs: {
    method: 'get',
    path: '/api/jobs',
    summary: 'A page of the list of jobs, each with where it stands',
    who: everyone,
    query: jobListQuery,
    reply: jobPageSchema,
    refusals: { 422: 'The query does not hold what was expected.' },
  },
  archiveJob: {
    method: 'put',
    path: '/api/jobs/{jobId}/archived',
    summary: 'Take a job out of the lists, or bring it back',
    who: trained,
    body: archiveJobSchema,
    reply: jobSummarySchema,
    refusals: { ...badBody, ...notFound },
  },
  reportShown: {
    method: 'get',
    path: '/api/jobs/{jobId}/report-link',
    summary: 'Whether the report of a job is shown to whoever has its link',
    who: trained,
    reply: reportShownSchema,
    refusals: notFound,
  },
  shareReport: {
    method: 'post',
    path: '/api/jobs/{jobId}/report-link',
    summary: 'Make a link that shows the report of one job, and nothing else; an earlier one no longer works',
    who: trained,
    body: shareReportSchema,
    reply: linkSchema,
    refusals: { ...badBody, ...notFound },
  },
  endReportLink: {
    method: 'delete',
    path: '/api/jobs/{jobId}/report-link',
    summary: 'End the link to the report of a job',
    who: trained,
    reply: reportShownSchema,
    refusals: notFound,
  },
  sharedReport: {
    method: 'post',
    path: '/api/reports/look',
    summary: 'What the report of one job is written from, for whoever has its link',
    who: 'anybody',
    body: lookAtLinkSchema,
    reply: sharedReportSchema,
    refusals: { ...badBody, ...noLink },
  },
  sharedPhoto: {
    method: 'post',
    path: '/api/reports/photo',
    summary: 'A photo in the report of one job, for whoever has its link',
    who: 'anybody',
    body: lookAtPhotoSchema,
    bytes: 'reply',
    reply: z.instanceof(ArrayBuffer),
    refusals: { ...badBody, ...noLink },
  },
  openJob: {
    method: 'post',
    path: '/api/jobs',
    summary: 'Open a job with its complaint',
    who: everyone,
    body: newJobSchema,
    reply: jobSummarySchema,
    refusals: { ...badBody, ...notFound },
  },
  importJob: {
    method: 'post',
    path: '/api/jobs/import',
    summary: 'Take in a job as a document, whole: its vehicle, circuit, technicians and events',
    who: trained,
    body: portableJobSchema,
    megabytes: 20,
    reply: jobSummarySchema,
    refusals: badBody,
  },
  job: {
    method: 'get',
    path: '/api/jobs/{jobId}',
    summary: 'One job',
    who: everyone,
    reply: jobSummarySchema,
    refusals: notFound,
  },
  events: {
    method: 'get',
    path: '/api/jobs/{jobId}/events',
    summary: 'The events of a job, oldest first, after a sequence number',
    who: everyone,
    query: {
      after: z.coerce
        .number()
        .int('Expected a whole number.')
        .min(0, 'Expected 0 or more.')
        .max(2 ** 31 - 1, 'Expected less than 2^31.')
        .default(0),
    },
    reply: eventsSchema,
    refusals: { ...notFound, 422: 'The query does not hold what was expected.' },
  },
  appendEvents: {
    method: 'post',
    path: '/api/jobs/{jobId}/events',
    summary: 'Append events; one that is stored already is not stored twice',
    who: everyone,
    body: appendEventsSchema,
    megabytes: 5,
    reply: eventsSchema,
    refusals: { ...badBody, ...notFound },
  },
  traces: {
    method: 'get',
    path: '/api/jobs/{jobId}/traces',
    summary: 'The recordings that are kept with a job, oldest first, without their samples',
    who: everyone,
    reply: z.object({ traces: z.array(traceRecordSchema) }),
    refusals: notFound,
  },
  addTrace: {
    method: 'put',
    path: '/api/jobs/{jobId}/traces/{traceId}',
    summary: 'Keep a recording with a job; the same one again is not stored twice',
    who: everyone,
    bytes: 'body',
    query: { author: uuid('Expected the id of a technician.') },
    reply: traceRecordSchema,
    refusals: {
      ...notFound,
      409: 'The id is taken by something else.',
      413: 'The recording is larger than 256 MB.',
      422: 'It is no recording that can be read; nothing was stored.',
    },
  },
  traceFile: {
    method: 'get',
    path: '/api/traces/{traceId}/file',
    summary: 'A recording, sample for sample',
    who: everyone,
    bytes: 'reply',
    reply: z.instanceof(ArrayBuffer),
    refusals: notFound,
  },
  fileTrace: {
    method: 'put',
    path: '/api/traces/{traceId}',
    summary: 'File a recording: which of two it is, and whether it is still wanted',
    who: trained,
    body: traceFilingSchema,
    reply: traceRecordSchema,
    refusals: { ...badBody, ...notFound },
  },
  addCircuit: {
    method: 'post',
    path: '/api/circuits',
    summary: 'Add a circuit to a vehicle, or a revision that follows another',
    who: trained,
    body: circuitRecordSchema,
    megabytes: 5,
    reply: circuitRecordSchema,
    refusals: {
      ...badBody,
      ...notFound,
      409: 'The id is taken by something else, or another revision follows the same one already.',
    },
  },
  circuit: {
    method: 'get',
    path: '/api/circuits/{circuitId}',
    summary: 'One circuit document, with its layout where that is known',
    who: everyone,
    reply: drawnCircuitSchema,
    refusals: notFound,
  },
} as const satisfies Readonly<Record<string, Route>>;

export type RouteName = keyof typeof routes;
/** What a request replies with when it succeeds. */
export type Reply<R extends RouteName> = z.infer<(typeof routes)[R]['reply']>;
