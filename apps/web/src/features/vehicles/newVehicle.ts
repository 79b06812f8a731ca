import type { VehicleRecord } from '@grim-lantern/contract';

/** A vehicle that nobody has entered yet. */
export const newVehicle = (id: string): VehicleRecord => ({
  id,
  name: '',
  service: '',
  plate: '',
  vin: '',
  mileageKm: null,
  notes: '',
  archived: false,
  rest: { limitAmps: 0.05, batteryAmpHours: 70 },
  version: 0,
});
