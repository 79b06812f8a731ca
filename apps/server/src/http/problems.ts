import type { Problem } from '@grim-lantern/contract';

/** Every refusal of the API: its status and its sentence. The sentence of a field's own flaw takes its place. */
const problems = {
  'request/not-json': { status: 400, message: 'The body is not JSON that can be read.' },
  'request/too-large': { status: 413, message: 'The body is larger than 5 MB.' },
  'request/field': { status: 422, message: 'A field does not hold what was expected.' },
  'request/no-such-address': { status: 404, message: 'There is nothing at this address.' },
  'job/unknown': { status: 404, message: 'There is no such job in this workshop.' },
  'circuit/unknown': { status: 404, message: 'There is no such circuit in this workshop.' },
  'vehicle/unknown': { status: 404, message: 'There is no such vehicle in this workshop.' },
  'centre/unknown': { status: 404, message: 'There is no such fuse centre in this workshop.' },
  'centre/id-taken': { status: 409, message: 'This id belongs to a fuse centre of another vehicle.' },
  'relay-entry/unknown': { status: 404, message: 'There is no such entry about a relay in this workshop.' },
  'relay-entry/id-taken': {
    status: 409,
    message: 'An entry with this id is stored already, and it says something else.',
  },
  'trace/unknown': { status: 404, message: 'There is no such recording in this workshop.' },
  'trace/id-taken': { status: 409, message: 'This id belongs to another recording already.' },
  'trace/too-large': { status: 413, message: 'The recording is larger than 256 MB.' },
  'trace/unreadable': { status: 422, message: 'It is no recording that can be read.' },
  'technician/none': { status: 404, message: 'There is no such technician in this workshop.' },
  'circuit/id-taken': {
    status: 409,
    message: 'This id belongs to another circuit already: expected a new one.',
  },
  'circuit/followed': {
    status: 409,
    message: 'Somebody has saved a newer revision of this circuit: merge it with yours, then save.',
  },
  'circuit/not-later': {
    status: 422,
    message: 'A job goes on with a later revision of its own circuit only.',
  },
  'circuit/other-vehicle': {
    status: 422,
    message: 'A revision belongs to the vehicle of the one that it follows.',
  },
  'job/id-taken': { status: 409, message: 'This id belongs to another job already.' },
  'event/id-taken': {
    status: 409,
    message: 'An event with this id is stored already, and it says something else.',
  },
  'technician/unknown': { status: 422, message: 'The author is not a technician of this workshop.' },
  'job/order': { status: 422, message: 'That comes later in the order of work.' },
  'reading/unknown': { status: 422, message: 'There is no such reading in this job to withdraw.' },
  'database/unreachable': { status: 503, message: 'The database cannot be reached; nothing was stored.' },
  'server/broken': { status: 500, message: 'The server failed on this request; nothing was stored.' },
} as const;

export type ProblemCode = keyof typeof problems;

/** A refusal on its way to the error handler, the one place that turns it into a reply. */
export class ApiProblem extends Error {
  readonly status: number;

  constructor(
    readonly code: ProblemCode,
    readonly field?: string,
    message?: string,
  ) {
    super(message ?? problems[code].message);
    this.name = 'ApiProblem';
    this.status = problems[code].status;
  }

  body(): Problem {
    const { code, message, field } = this;
    return field === undefined ? { code, message } : { code, message, field };
  }
}
