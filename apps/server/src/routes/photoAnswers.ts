import { routes } from '@grim-lantern/contract';
import { z } from 'zod';
import { refuseStrangers } from '../access/visit';
import type { Database } from '../database/database';
import { validated } from '../errors/validated';
import type { SignedIn } from '../http/answers';
import { idIn } from '../http/idIn';
import { createPhotoRepository } from '../repositories/photoRepository';

/** What people ask about photos. */
export function photoAnswers(database: Database): SignedIn<'photos' | 'addPhoto' | 'filePhoto'> {
  return {
    photos: async (request, { workshopId }) => {
      const vehicleId = idIn(request, 'vehicleId', 'vehicle/unknown');
      return { photos: [...(await createPhotoRepository(database, workshopId).list(vehicleId))] };
    },
    async addPhoto(request, visit) {
      // A refusal in the middle must still be answered: the rest is let run out, not cut off.
      const bytes = request.iterator({ destroyOnReturn: false });
      try {
        const { of, job, ...said } = validated(z.object(routes.addPhoto.query), request.query);
        refuseStrangers(visit, [said.author], 'author');
        const vehicleId = idIn(request, 'vehicleId', 'vehicle/unknown');
        const id = idIn(request, 'photoId', 'photo/unknown');
        const photo = { ...said, id, vehicleId, of: of ?? null, jobId: job ?? null, bytes };
        return await createPhotoRepository(database, visit.workshopId).add(photo);
      } finally {
        request.resume();
      }
    },
    filePhoto(request, { workshopId }) {
      const id = idIn(request, 'photoId', 'photo/unknown');
      const filing = validated(routes.filePhoto.body, request.body);
      return createPhotoRepository(database, workshopId).file(id, filing);
    },
  };
}
