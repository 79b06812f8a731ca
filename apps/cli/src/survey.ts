import type { Circuit, Hypothesis, OperatingState } from '@grim-lantern/core';
import { formatQuantity, simulatedSurvey, stateWords } from '@grim-lantern/core';

/** What a clamp and a meter would show, fuse after fuse, as a document. */
export function surveyDocument(circuit: Circuit, state: OperatingState, faults: readonly Hypothesis[]) {
  const wrong = faults.flatMap(({ fault }) => fault ?? []);
  const { batteryAmps, fuses } = simulatedSurvey(circuit, state, wrong, Math.random);
  return {
    faults: faults.map(({ suspect, name }) => `${suspect}=${name}`),
    batteryAmps,
    fuses: fuses.map(({ fuse, volts }) => ({ fuse: fuse.id, name: fuse.name, volts })),
  };
}

/** The same as lines, millivolts to a meter's last digit. */
export function surveyText(circuit: Circuit, state: OperatingState, faults: readonly Hypothesis[]): string {
  const { faults: named, batteryAmps, fuses } = surveyDocument(circuit, state, faults);
  const lines = fuses.map(({ name, volts }) => `  ${name}: ${(volts * 1000).toFixed(1)} mV`);
  const title = `${named.length === 0 ? 'Nothing wrong' : named.join(' and ')}; ${stateWords(circuit, state)}`;
  return `${title}\n  At the battery: ${formatQuantity(batteryAmps, 'A')}\n${lines.join('\n')}\n`;
}
