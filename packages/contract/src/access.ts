import { lengthUnits, sizeUnits } from '@grim-lantern/core';
import { z } from 'zod';
import { shortText, uuid } from './text';

/** What a person may do in a workshop. */
export const roles = ['owner', 'technician', 'apprentice'] as const;
export const roleSchema = z.enum(roles, 'Expected owner, technician or apprentice.');
export type Role = z.infer<typeof roleSchema>;

/** What a person signs in with: any case, stored in lower case. */
export const loginSchema = z
  .string()
  .trim()
  .toLowerCase()
  .regex(/^[^\s]{3,120}$/u, 'Expected 3 to 120 characters without spaces, such as an e-mail address.');

/** A password that is being chosen. NIST SP 800-63B: length counts, not kinds of characters. */
export const newPasswordSchema = z
  .string()
  .min(12, 'Expected at least 12 characters: a short sentence is easy to remember.')
  .max(200, 'Expected at most 200 characters.');
/** One that is being entered: whatever it is, it is compared. */
const enteredPassword = z.string().max(200, 'Expected at most 200 characters.');
export const pinSchema = z.string().regex(/^[0-9]{4,8}$/, 'Expected 4 to 8 digits.');
const code = z.string().regex(/^[0-9]{6}$/, 'Expected the 6 digits that the authenticator shows.');
/** Of 32 random bytes, base64url. */
const token = z.string().regex(/^[A-Za-z0-9_-]{43}$/, 'Expected the whole link.');
const id = uuid();

/** Who is signed in. */
export const personSchema = z.object({
  id,
  name: shortText,
  role: roleSchema,
  /** Whether a password, a PIN and a second factor are set. */
  password: z.boolean(),
  pin: z.boolean(),
  secondFactor: z.boolean(),
});
const choiceSchema = z.object({ id, name: shortText, role: roleSchema });

/** What the page needs before anything else. */
export const sessionSchema = z.object({
  /** Null while nobody is signed in. */
  person: personSchema.nullable(),
  workshop: z.object({ id, name: z.string() }).nullable(),
  /** The demo's people, who sign in with one tap; only where the server is reached on its own machine. */
  demo: z.array(choiceSchema),
  /** The people who sign in on this device with a PIN. */
  device: z.array(choiceSchema),
  /** Whether the installation waits for its first workshop. */
  empty: z.boolean(),
});

export const signInSchema = z.strictObject({
  login: loginSchema,
  password: enteredPassword,
  code: code.optional(),
  /** Whether others sign in on this device too, by their PIN. */
  shared: z.boolean().optional(),
});
export const signInDemoSchema = z.strictObject({ person: id });
export const signInPinSchema = z.strictObject({ person: id, pin: pinSchema });

const currencySchema = z
  .string()
  .regex(/^[A-Z]{3}$/, 'Expected a currency of three letters, such as EUR (ISO 4217).');
const price = z
  .number('Expected a number.')
  .min(0, 'Expected 0 or more.')
  .max(1e6, 'Expected at most a million.');
/** What an owner sets for the workshop. */
export const settingsSchema = z.strictObject({
  name: shortText,
  currency: currencySchema,
  hourlyRate: price,
  askFrom: price,
  /** What lengths and sizes of wires are shown and typed in. */
  lengths: z.enum(lengthUnits, 'Expected m or ft.').default('m'),
  sizes: z.enum(sizeUnits, 'Expected mm² or AWG.').default('mm²'),
  /** The current that a vehicle may draw at rest, in amps, where nothing else is entered for it. */
  restLimitAmps: z
    .number('Expected a number.')
    .positive('Expected more than 0.')
    .max(10, 'Expected at most 10 A.')
    .default(0.05),
});

/** A device on which people of the workshop sign in. */
export const stationSchema = z.object({
  id,
  /** Empty while nobody has named it. */
  name: z.string(),
  /** Whether those who have signed in there sign in by their PIN. */
  shared: z.boolean(),
  /** The names of those who have signed in there. */
  people: z.array(z.string()),
  /** When somebody who is signed in there last asked for something; null where nobody is. */
  lastUsed: z.iso.datetime().nullable(),
});
export type Station = z.infer<typeof stationSchema>;
export const changeStationSchema = z.strictObject({
  name: z.string().trim().max(120, 'Expected at most 120 characters.'),
  /** Signs everybody out there; nobody signs in there by PIN any more. */
  signOut: z.boolean(),
});

export const setupSchema = z.strictObject({
  token,
  workshop: settingsSchema,
  owner: z.strictObject({ name: shortText, login: loginSchema, password: newPasswordSchema }),
});

/** A person of the workshop, as its owner sees them. */
export const memberSchema = choiceSchema.extend({
  login: z.string().nullable(),
  /** False for one who has left: no sign-in, but the work stays under the name. */
  active: z.boolean(),
  /** Whether an unused link to choose a password is out. */
  invited: z.boolean(),
});
export const inviteSchema = z.strictObject({ id, name: shortText, role: roleSchema });
export const changeMemberSchema = z.strictObject({ name: shortText, role: roleSchema, active: z.boolean() });
/** A link to choose a password with; its token is told once, to the owner. */
export const linkSchema = z.object({ token, expiresAt: z.iso.datetime() });

export const lookAtLinkSchema = z.strictObject({ token });
export const linkAboutSchema = z.object({
  workshop: z.string(),
  name: shortText,
  role: roleSchema,
  login: z.string().nullable(),
});
export const acceptLinkSchema = z.strictObject({ token, login: loginSchema, password: newPasswordSchema });

export const ownSecretsSchema = z.strictObject({
  /** The present one: nobody changes another's on an unattended tablet. */
  password: enteredPassword,
  newPassword: newPasswordSchema.optional(),
  /** Null to do without. */
  pin: pinSchema.nullable().optional(),
  secondFactor: z
    .union([z.strictObject({ secret: z.string().regex(/^[A-Z2-7]{32}$/), code }), z.null()])
    .optional(),
});

/** One line of who did what. */
export const auditLineSchema = z.object({
  number: z.number().int(),
  at: z.iso.datetime(),
  who: z.string(),
  what: z.string(),
  about: z.string(),
  from: z.string(),
});

export type Session = z.infer<typeof sessionSchema>;
export type Person = z.infer<typeof personSchema>;
export type Member = z.infer<typeof memberSchema>;
export type Settings = z.infer<typeof settingsSchema>;
export type SignIn = z.infer<typeof signInSchema>;
export type Setup = z.infer<typeof setupSchema>;
export type OwnSecrets = z.infer<typeof ownSecretsSchema>;
export type AuditLine = z.infer<typeof auditLineSchema>;
