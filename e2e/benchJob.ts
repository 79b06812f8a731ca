import { randomUUID } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { inProject } from '../scripts/paths';
import type { Client } from './client';

/** The demo's workshop, as its documents have it. */
export const demo = JSON.parse(readFileSync(inProject('demo/workshop.json'), 'utf8')) as {
  id: string;
  circuits: { id: string; vehicleId: string; file: string }[];
};
/** The circuit that benches open their jobs on. */
export const benchCircuit = demo.circuits[0]!;

/** Opens a job in the client's name. @returns its id */
export async function openJob(client: Client): Promise<string> {
  const id = randomUUID();
  const { id: circuitId, vehicleId } = benchCircuit;
  const job = {
    id,
    vehicleId,
    circuitId,
    title: 'Bench',
    author: client.person,
    at: new Date().toISOString(),
  };
  await client.send('POST', '/api/jobs', { ...job, complaintEventId: randomUUID(), complaint: 'All.' });
  return id;
}
