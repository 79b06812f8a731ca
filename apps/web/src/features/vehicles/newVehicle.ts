import type { VehicleRecord } from '@grim-lantern/contract';

/** A vehicle that nobody has entered yet. @param restLimitAmps - the workshop's usual one */
export const newVehicle = (id: string, restLimitAmps: number): VehicleRecord => ({
  id,
  name: '',
  service: '',
  plate: '',
  vin: '',
  mileageKm: null,
  notes: '',
  archived: false,
  rest: { limitAmps: restLimitAmps, batteryAmpHours: 70 },
  version: 0,
});
