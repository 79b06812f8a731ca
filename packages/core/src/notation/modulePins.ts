import type { ModulePin } from '../circuit/parts/module';
import { readCondition, writtenCondition } from './conditionNotation';
import type { Cursor } from './cursor';
import { writtenQuantity } from './quantities';

/** Words that say what a module's pin does. */
export const pinRoleWords = ['supply', 'ground', 'input', 'low-side', 'high-side', 'sensor'] as const;

/**
 * Reads what a module's pin does, the pin's number taken: `supply`, `ground`, `input up 2kΩ`, `low-side when key=run`,
 * `high-side from 1 when 17 low`, `sensor 5V 0.05A`.
 * @param whenNotSaid - the condition of an output that says none
 * @throws {LineFlaw}
 */
export function readModulePin(
  cursor: Cursor,
  pin: string,
  whenNotSaid: () => Extract<ModulePin, { drivenWhen: unknown }>['drivenWhen'],
): ModulePin {
  if (cursor.takeWord('supply')) return { pin, role: 'supply' };
  if (cursor.takeWord('ground')) return { pin, role: 'ground' };
  if (cursor.takeWord('input')) return inputPin(cursor, pin);
  if (cursor.takeWord('sensor')) {
    const [volts, amps] = [cursor.quantity(), cursor.quantity()];
    if (volts?.unit !== 'V' || amps?.unit !== 'A') {
      throw cursor.flaw(`Expected the volts and amps of sensor supply ${pin}, such as “sensor 5V 0.05A”.`);
    }
    return { pin, role: 'sensor supply', volts: volts.value, limitAmps: amps.value };
  }
  for (const side of ['low-side', 'high-side'] as const) {
    if (!cursor.takeWord(side)) continue;
    const figures = outputFigures(cursor);
    const drivenWhen = cursor.takeWord('when') ? readCondition(cursor) : whenNotSaid();
    return { pin, role: `${side} output`, drivenWhen, ...figures };
  }
  throw cursor.flaw(
    `What does pin ${pin} do? Expected supply, ground, input up, input down, low-side, high-side or sensor.`,
  );
}

function inputPin(cursor: Cursor, pin: string): ModulePin {
  const pull = (['up', 'down'] as const).find((each) => cursor.takeWord(each)) ?? 'up';
  const figures: { pullOhms?: number; pullTo?: string; highAboveVolts?: number } = {};
  for (;;) {
    if (cursor.takeWord('to')) figures.pullTo = cursor.word('the supply pin that it is pulled up to');
    else if (cursor.takeWord('above')) figures.highAboveVolts = expected(cursor, 'V', 'above 2.5V');
    else {
      const taken = cursor.taken;
      const quantity = cursor.quantity();
      if (quantity?.unit !== 'Ω') {
        cursor.backTo(taken);
        return { pin, role: 'input', pull, ...figures };
      }
      figures.pullOhms = quantity.value;
    }
  }
}

function outputFigures(cursor: Cursor) {
  const figures: { supply?: string; onOhms?: number; leakOhms?: number; limitAmps?: number } = {};
  for (;;) {
    if (cursor.takeWord('from')) figures.supply = cursor.word('the supply pin that feeds it');
    else if (cursor.takeWord('on')) figures.onOhms = expected(cursor, 'Ω', 'on 0.1Ω');
    else if (cursor.takeWord('leaks')) figures.leakOhms = expected(cursor, 'Ω', 'leaks 100kΩ');
    else if (cursor.takeWord('limit')) figures.limitAmps = expected(cursor, 'A', 'limit 8A');
    else return figures;
  }
}

function expected(cursor: Cursor, unit: 'V' | 'Ω' | 'A', example: string): number {
  const quantity = cursor.quantity();
  if (quantity?.unit !== unit) throw cursor.flaw(`Expected a figure such as “${example}”.`);
  return quantity.value;
}

/** The same pin, number and all, as `readModulePin` reads it. */
export function writtenModulePin(pin: ModulePin): string {
  switch (pin.role) {
    case 'supply':
    case 'ground':
      return `${pin.pin} ${pin.role}`;
    case 'sensor supply':
      return `${pin.pin} sensor ${writtenQuantity(pin.volts, 'V')} ${writtenQuantity(pin.limitAmps, 'A')}`;
    case 'input':
      return [
        pin.pin,
        'input',
        pin.pull,
        ...(pin.pullOhms === undefined ? [] : [writtenQuantity(pin.pullOhms, 'Ω')]),
        ...(pin.pullTo === undefined ? [] : ['to', pin.pullTo]),
        ...(pin.highAboveVolts === undefined ? [] : ['above', writtenQuantity(pin.highAboveVolts, 'V')]),
      ].join(' ');
    case 'low-side output':
    case 'high-side output':
      return [
        pin.pin,
        pin.role.replace(' output', ''),
        ...(pin.supply === undefined ? [] : ['from', pin.supply]),
        ...(pin.onOhms === undefined ? [] : ['on', writtenQuantity(pin.onOhms, 'Ω')]),
        ...(pin.leakOhms === undefined ? [] : ['leaks', writtenQuantity(pin.leakOhms, 'Ω')]),
        ...(pin.limitAmps === undefined ? [] : ['limit', writtenQuantity(pin.limitAmps, 'A')]),
        'when',
        writtenCondition(pin.drivenWhen),
      ].join(' ');
  }
}
