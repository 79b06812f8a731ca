import { z } from 'zod';
import { shortText } from './text';

const id = z.uuid('Expected a UUID.');

export const technicianSchema = z.object({ id, name: shortText });
export const vehicleSchema = z.object({ id, name: shortText, service: shortText });

export type Technician = z.infer<typeof technicianSchema>;
export type Vehicle = z.infer<typeof vehicleSchema>;
