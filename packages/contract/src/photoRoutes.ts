import { z } from 'zod';
import { newPhotoQuery, photoFilingSchema, photoRecordSchema } from './photo';
import type { Route } from './route';
import { badBody, everyone, notFound, trained } from './route';

/** Photos: of a vehicle, of what is on it, of what was found in a job. */
export const photoRoutes = {
  photos: {
    method: 'get',
    path: '/api/vehicles/{vehicleId}/photos',
    summary: 'The photos of a vehicle and of what is on it, oldest first, without their bytes',
    who: everyone,
    reply: z.object({ photos: z.array(photoRecordSchema) }),
    refusals: notFound,
  },
  addPhoto: {
    method: 'put',
    path: '/api/vehicles/{vehicleId}/photos/{photoId}',
    summary: 'Keep a photo (JPEG, PNG or WebP); the same one again is not stored twice',
    who: everyone,
    bytes: 'body',
    query: newPhotoQuery,
    reply: photoRecordSchema,
    refusals: {
      ...notFound,
      409: 'The id is taken by something else.',
      413: 'The photo is larger than 3 MB.',
      422: 'It is no picture that can be shown; nothing was stored.',
    },
  },
  photoFile: {
    method: 'get',
    path: '/api/photos/{photoId}/file',
    summary: 'A photo, as it was kept',
    who: everyone,
    bytes: 'reply',
    reply: z.instanceof(ArrayBuffer),
    refusals: notFound,
  },
  filePhoto: {
    method: 'put',
    path: '/api/photos/{photoId}',
    summary: 'Give a photo other words, put it away or bring it back',
    who: trained,
    body: photoFilingSchema,
    reply: photoRecordSchema,
    refusals: { ...badBody, ...notFound },
  },
} as const satisfies Readonly<Record<string, Route>>;
