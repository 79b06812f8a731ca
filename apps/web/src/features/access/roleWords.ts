import type { Role } from '@grim-lantern/contract';

/** Each role in a word. */
export const roleWords: Readonly<Record<Role, string>> = {
  owner: 'Owner',
  technician: 'Technician',
  apprentice: 'Apprentice',
};

/** Each role in a sentence. */
export const roleMeanings: Readonly<Record<Role, string>> = {
  owner: 'Everything, and people, prices and the record of who did what.',
  technician: 'Jobs from complaint to proof, vehicles, circuits and fuse boxes.',
  apprentice: 'Opens jobs and measures. Cause, repair, customer and closing are left to a technician.',
};
