import { createContext } from 'react';

/** Whose photos are taken and shown below, and in which job; null outside of them. */
export const PhotoContext = createContext<{
  readonly vehicleId: string;
  readonly jobId: string | null;
} | null>(null);
