import type { Settings } from '@grim-lantern/contract';
import type { Database } from '../database/database';

/** What an owner has set for a workshop. */
export async function settingsOf({ models }: Database, workshopId: string): Promise<Settings> {
  const { name, currency, hourlyRate, askFrom, lengths, sizes, restLimitAmps } =
    await models.Workshop.findOne({ where: { id: workshopId }, rejectOnEmpty: true });
  return { name, currency, hourlyRate, askFrom, lengths, sizes, restLimitAmps };
}
