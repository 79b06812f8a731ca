import { z } from 'zod';
import type { Role } from './access';
import { roles } from './access';

/** One request of the API. */
export interface Route {
  readonly method: 'get' | 'post' | 'put' | 'delete';
  /** Parameters as `{name}`. */
  readonly path: string;
  readonly summary: string;
  /** Who may ask: anybody at all, or people of the workshop by their role. */
  readonly who: 'anybody' | readonly Role[];
  readonly body?: z.ZodType;
  /** The largest body, in MB (2^20 bytes); 1 where it does not say. */
  readonly megabytes?: number;
  /** What travels as bytes, a recording or an archive, in place of JSON. */
  readonly bytes?: 'body' | 'reply';
  readonly query?: Readonly<Record<string, z.ZodType>>;
  readonly reply: z.ZodType;
  /** Statuses other than 200, and when; those of every route are in `commonRefusals`. */
  readonly refusals: Readonly<Record<number, string>>;
}

export const everyone = roles;
/** All but those who are learning. */
export const trained = ['owner', 'technician'] as const satisfies readonly Role[];
export const ownerOnly = ['owner'] as const satisfies readonly Role[];

export const notFound = { 404: 'No such thing in this workshop.' };
export const badBody = {
  400: 'The body is not JSON.',
  409: 'The id is taken by something else.',
  413: 'The body is too large.',
  422: 'A field does not hold what was expected; nothing was stored.',
};

/** What every route may answer that is not for anybody. */
export const signInRefusals = {
  401: 'Nobody is signed in, or the sign-in has ended.',
  403: 'This person may not do that, or the request comes from another site.',
};

/** The body of every reply that is not a success. */
export const problemSchema = z.object({
  code: z.string(),
  /** One clear sentence. */
  message: z.string(),
  /** The field that it is about, as a path; absent where there is none. */
  field: z.string().optional(),
});
export type Problem = z.infer<typeof problemSchema>;
