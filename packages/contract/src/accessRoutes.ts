import { z } from 'zod';
import {
  acceptLinkSchema,
  auditLineSchema,
  changeMemberSchema,
  inviteSchema,
  linkAboutSchema,
  linkSchema,
  lookAtLinkSchema,
  memberSchema,
  ownSecretsSchema,
  sessionSchema,
  settingsSchema,
  setupSchema,
  signInDemoSchema,
  signInPinSchema,
  signInSchema,
} from './access';
import type { Route } from './route';
import { badBody, everyone, notFound, ownerOnly } from './route';

const refusedSignIn = {
  ...badBody,
  401: 'They do not belong together.',
  429: 'Too many attempts; wait.',
};
const members = z.object({ members: z.array(memberSchema) });

/** Who is there: signing in and out, people, settings. */
export const accessRoutes = {
  session: {
    method: 'get',
    path: '/api/session',
    summary: 'Who is signed in, and who could be with one tap or a PIN',
    who: 'anybody',
    reply: sessionSchema,
    refusals: {},
  },
  signIn: {
    method: 'post',
    path: '/api/session',
    summary: 'Sign in with a password',
    who: 'anybody',
    body: signInSchema,
    reply: sessionSchema,
    refusals: refusedSignIn,
  },
  signInDemo: {
    method: 'post',
    path: '/api/session/demo',
    summary: 'Sign in as one of the people of the demo, on the server’s own machine only',
    who: 'anybody',
    body: signInDemoSchema,
    reply: sessionSchema,
    refusals: refusedSignIn,
  },
  signInPin: {
    method: 'post',
    path: '/api/session/pin',
    summary: 'Sign in with a PIN on a shared device',
    who: 'anybody',
    body: signInPinSchema,
    reply: sessionSchema,
    refusals: refusedSignIn,
  },
  signOut: {
    method: 'delete',
    path: '/api/session',
    summary: 'Sign out here',
    who: 'anybody',
    reply: sessionSchema,
    refusals: {},
  },
  signOutEverywhere: {
    method: 'delete',
    path: '/api/sessions',
    summary: 'Sign out everywhere, this device included',
    who: everyone,
    reply: sessionSchema,
    refusals: {},
  },
  setup: {
    method: 'post',
    path: '/api/setup',
    summary: 'Make a workshop and its owner, with the link that the start command printed',
    who: 'anybody',
    body: setupSchema,
    reply: sessionSchema,
    refusals: refusedSignIn,
  },
  lookAtLink: {
    method: 'post',
    path: '/api/links/look',
    summary: 'Whom a link to choose a password is for',
    who: 'anybody',
    body: lookAtLinkSchema,
    reply: linkAboutSchema,
    refusals: { ...refusedSignIn, ...notFound },
  },
  acceptLink: {
    method: 'post',
    path: '/api/links',
    summary: 'Choose a password with a link, and sign in',
    who: 'anybody',
    body: acceptLinkSchema,
    reply: sessionSchema,
    refusals: { ...refusedSignIn, ...notFound },
  },
  changeOwnSecrets: {
    method: 'put',
    path: '/api/session/secrets',
    summary: 'Change one’s own password, PIN or second factor; other devices are signed out',
    who: everyone,
    body: ownSecretsSchema,
    reply: sessionSchema,
    refusals: refusedSignIn,
  },
  members: {
    method: 'get',
    path: '/api/people',
    summary: 'The people of the workshop',
    who: ownerOnly,
    reply: members,
    refusals: {},
  },
  invite: {
    method: 'post',
    path: '/api/people',
    summary: 'Add a person; the reply’s link lets them choose a password',
    who: ownerOnly,
    body: inviteSchema,
    reply: linkSchema,
    refusals: badBody,
  },
  changeMember: {
    method: 'put',
    path: '/api/people/{personId}',
    summary: 'Change a person’s name or role, or end or renew their access',
    who: ownerOnly,
    body: changeMemberSchema,
    reply: memberSchema,
    refusals: { ...badBody, ...notFound },
  },
  renewLink: {
    method: 'post',
    path: '/api/people/{personId}/link',
    summary: 'A new link to choose a password; earlier links no longer work',
    who: ownerOnly,
    reply: linkSchema,
    refusals: notFound,
  },
  saveSettings: {
    method: 'put',
    path: '/api/workshop/settings',
    summary: 'Save the workshop’s name, currency and prices',
    who: ownerOnly,
    body: settingsSchema,
    reply: settingsSchema,
    refusals: badBody,
  },
  audit: {
    method: 'get',
    path: '/api/audit',
    summary: 'Who signed in, changed, exported and deleted, newest first, 100 lines before a number',
    who: ownerOnly,
    query: {
      before: z.coerce
        .number()
        .int('Expected a whole number.')
        .min(1)
        .max(2 ** 31 - 1)
        .default(2 ** 31 - 1),
    },
    reply: z.object({ lines: z.array(auditLineSchema) }),
    refusals: { 422: 'The query does not hold what was expected.' },
  },
} as const satisfies Readonly<Record<string, Route>>;
