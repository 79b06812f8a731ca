import type { Workshop } from '@grim-lantern/contract';
import { readNotation, undrawnName, undrawnNotation } from '@grim-lantern/core';
import { fetchCircuit, storeDrawing } from '../../data/circuits';
import { newId } from '../../data/newId';
import { request, whyNot } from '../../data/request';
import { currentCircuits } from '../../data/workshop';

/**
 * The circuit that a job of a vehicle begins with while nothing is drawn: one of its volts that an earlier such job has begun and
 * nobody has drawn in, else a new one.
 * @returns its id, or in one sentence why there is none
 */
export async function undrawnCircuit(
  workshop: Workshop,
  vehicleId: string,
  nominalVolts: 12 | 24,
  author: string,
): Promise<{ readonly id: string } | { readonly why: string }> {
  const begun = currentCircuits(workshop).filter(
    ({ name, vehicle, revision }) => vehicle.id === vehicleId && name === undrawnName && revision === 1,
  );
  for (const { id } of begun) {
    const known = await fetchCircuit(id);
    if (known.status !== 'done') return { why: whyNot(known) };
    if (known.reply.circuit.nominalVolts === nominalVolts) return { id };
  }
  const boxes = await request('centres', { params: { vehicleId } });
  if (boxes.status !== 'done') return { why: whyNot(boxes) };
  const kept = boxes.reply.centres.filter(({ removed }) => !removed).map(({ centre }) => centre);
  const source = undrawnNotation(kept, nominalVolts);
  const id = newId();
  const { circuit } = readNotation(source);
  const why = 'A job was opened without a diagram';
  const answer = await storeDrawing({ id, vehicleId, circuit, source, author, why });
  return answer.status === 'done' ? { id } : { why: whyNot(answer) };
}
