import type { Problem } from '@grim-lantern/contract';

/** Every refusal of the API: its status and its sentence. The sentence of a field's own flaw takes its place. */
const problems = {
  'request/not-json': { status: 400, message: 'The body is not JSON that can be read.' },
  'request/too-large': { status: 413, message: 'The body is larger than this address takes.' },
  'request/field': { status: 422, message: 'A field does not hold what was expected.' },
  'request/unstorable': {
    status: 422,
    message: 'The database cannot store one of these values; nothing was stored.',
  },
  'request/no-such-address': { status: 404, message: 'There is nothing at this address.' },
  'request/other-site': {
    status: 403,
    message: 'The request comes from another site or address than this workshop’s own.',
  },
  'request/too-many': {
    status: 429,
    message: 'Too many attempts from this address: wait a quarter of an hour.',
  },
  'sign-in/needed': { status: 401, message: 'Nobody is signed in here: sign in.' },
  'sign-in/wrong': { status: 401, message: 'Login and password do not belong together: check both.' },
  'sign-in/wrong-pin': {
    status: 401,
    message: 'That is not the PIN: try again, or sign in with the password.',
  },
  'sign-in/code': {
    status: 401,
    message: 'Expected the 6 digits that your authenticator shows now.',
  },
  'sign-in/wait': { status: 429, message: 'Too many wrong attempts: wait.' },
  'role/not-allowed': {
    status: 403,
    message: 'Your role in this workshop does not allow that: ask a technician or the owner.',
  },
  'author/not-here': {
    status: 403,
    message: 'Its author has never signed in on this device: sign in as them once, then send it again.',
  },
  'link/unknown': {
    status: 404,
    message: 'This link has been used or is too old: ask the owner of the workshop for a new one.',
  },
  'report-link/unknown': {
    status: 404,
    message: 'This link shows no report any more: ask the workshop that sent it for a new one.',
  },
  'setup/closed': {
    status: 403,
    message: 'This link makes no workshop: use the one that ./lantern up --fresh prints.',
  },
  'login/taken': { status: 409, message: 'Somebody has this login already: expected another one.' },
  'person/id-taken': { status: 409, message: 'This id belongs to somebody else already.' },
  'person/active': { status: 422, message: 'They still have access: end it first.' },
  'person/last-owner': {
    status: 422,
    message: 'A workshop needs an owner: make somebody else an owner first.',
  },
  'job/unknown': { status: 404, message: 'There is no such job in this workshop.' },
  'circuit/unknown': { status: 404, message: 'There is no such circuit in this workshop.' },
  'vehicle/unknown': { status: 404, message: 'There is no such vehicle in this workshop.' },
  'centre/unknown': { status: 404, message: 'There is no such fuse centre in this workshop.' },
  'centre/id-taken': { status: 409, message: 'This id belongs to a fuse centre of another vehicle.' },
  'centre/changed': {
    status: 409,
    message: 'Somebody has changed this fuse box since you opened it: look at both, then save again.',
  },
  'vehicle/changed': {
    status: 409,
    message: 'Somebody has changed this vehicle since you opened it: look at both, then save again.',
  },
  'relay-entry/unknown': { status: 404, message: 'There is no such entry about a relay in this workshop.' },
  'relay-entry/id-taken': {
    status: 409,
    message: 'An entry with this id is stored already, and it says something else.',
  },
  'trace/unknown': { status: 404, message: 'There is no such recording in this workshop.' },
  'trace/id-taken': { status: 409, message: 'This id belongs to another recording already.' },
  'trace/too-large': { status: 413, message: 'The recording is larger than 256 MB.' },
  'trace/unreadable': { status: 422, message: 'It is no recording that can be read.' },
  'photo/unknown': { status: 404, message: 'There is no such photo in this workshop.' },
  'photo/id-taken': { status: 409, message: 'This id belongs to another photo already.' },
  'photo/too-large': { status: 413, message: 'The photo is larger than 3 MB.' },
  'photo/unreadable': { status: 422, message: 'It is no picture that can be shown: JPEG, PNG or WebP.' },
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
  'event/time': {
    status: 422,
    message:
      'Its time is more than a day ahead of the server’s: set the clock of this device, then send it again.',
  },
  'event/id-taken': {
    status: 409,
    message: 'An event with this id is stored already, and it says something else.',
  },
  'technician/unknown': { status: 422, message: 'The author is not among the technicians of the document.' },
  'job/order': { status: 422, message: 'That comes later in the order of work.' },
  'reading/unknown': { status: 422, message: 'There is no such reading in this job to withdraw.' },
  'database/unreachable': { status: 503, message: 'The database cannot be reached; nothing was stored.' },
  'database/no-room': {
    status: 503,
    message:
      'The database has no room left, on its disk or in its memory; nothing was stored. Make room: what waits is sent again.',
  },
  'station/unknown': { status: 404, message: 'This workshop has no such device.' },
  'archive/not-empty': {
    status: 409,
    message: 'An archive goes into a workshop without vehicles: make one with ./lantern up --fresh.',
  },
  'archive/unreadable': {
    status: 422,
    message: 'It is no archive of a workshop that can be read; nothing was stored.',
  },
  'archive/flaw': { status: 422, message: 'A file of the archive does not fit; nothing was stored.' },
  'server/busy': { status: 503, message: 'The server has too much to do at the moment; nothing was stored.' },
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
