import type { Circuit, Condition, Part } from '@grim-lantern/core';
import {
  assumedOfPart,
  assumedOfWire,
  bodyKinds,
  checkCircuit,
  footprintIds,
  hazards,
  fuseStyles,
  mostSections,
  showsItself,
} from '@grim-lantern/core';
import { z } from 'zod';
import { localId, shortText, terminal } from './text';

const positive = z.number().positive('Expected a number above 0.').finite();
const minutes = z.number().min(0, 'Expected 0 minutes or more.').max(600, 'Expected at most 600 minutes.');

const share = z.number().min(0, 'Expected a share from 0 to 1.').max(1, 'Expected a share from 0 to 1.');

const place = z.strictObject({
  id: localId,
  name: shortText,
  reachMinutes: minutes,
  strip: localId.optional(),
  hazards: z.array(z.enum(hazards)).readonly(),
  visibility: z.number().min(0).max(1),
  caution: z.string().max(300).optional(),
  where: z.tuple([share, share]).readonly().optional(),
});

const strip = z.strictObject({ id: localId, name: shortText, minutes });

const control = z.strictObject({
  id: localId,
  name: shortText,
  minutes,
  momentary: z.boolean().optional(),
  positions: z
    .array(z.strictObject({ id: localId, name: shortText, caution: z.string().max(300).optional() }))
    .min(1, 'Expected at least one position.')
    .readonly(),
});

const ruledOut = z.strictObject({ controls: z.record(localId, localId), why: shortText });

const condition: z.ZodType<Condition> = z.lazy(() =>
  z.union([
    z.strictObject({ control: localId, is: localId }),
    z.strictObject({ input: localId, is: z.enum(['high', 'low']) }),
    z.strictObject({ all: z.array(condition).readonly() }),
    z.strictObject({ any: z.array(condition).readonly() }),
    z.strictObject({ not: condition }),
  ]),
);

const common = {
  id: localId,
  name: shortText,
  place: localId,
  price: z.number().min(0).max(1e6).optional(),
  assumed: z.array(z.enum(assumedOfPart)).readonly().optional(),
};
/** How a load shows that it works. */
const shows = z.enum(showsItself).optional();
const fuseStyle = z.enum(fuseStyles);
const inFuseBox = { centre: shortText, cavity: shortText };

const part = z.discriminatedUnion('kind', [
  z.strictObject({ ...common, kind: z.literal('battery'), volts: positive, internalOhms: positive }),
  z.strictObject({ ...common, kind: z.literal('ground') }),
  z.strictObject({
    ...common,
    ...inFuseBox,
    kind: z.literal('fuse'),
    style: fuseStyle,
    ratingAmps: positive,
  }),
  z.strictObject({
    ...common,
    ...inFuseBox,
    kind: z.literal('relay'),
    coilOhms: positive,
    suppressionOhms: positive.optional(),
    suppressionDiode: z.boolean().optional(),
    solidState: z.boolean().optional(),
    footprint: z.enum(footprintIds).optional(),
    pullInVolts: positive.optional(),
    dropOutVolts: positive.optional(),
    coilBand: z.strictObject({ leastOhms: positive, mostOhms: positive }).optional(),
    pins: z.strictObject({
      coilFeed: shortText,
      coilCommand: shortText,
      supply: shortText,
      normallyOpen: shortText,
      secondOpen: shortText.optional(),
      normallyClosed: shortText.optional(),
    }),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('switch'),
    control: localId,
    legs: z
      .array(z.strictObject({ a: localId, b: localId, closedIn: z.array(localId).readonly() }))
      .min(1, 'Expected at least one leg.')
      .readonly(),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('lamp'),
    watts: positive,
    count: z.number().int().min(1).max(20),
    shows,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('two-filament lamp'),
    watts: z.tuple([positive, positive]).readonly(),
    uses: z.tuple([shortText, shortText]).readonly(),
    shows,
  }),
  z.strictObject({ ...common, kind: z.literal('diode') }),
  z.strictObject({
    ...common,
    kind: z.enum(['resistor', 'heater', 'solenoid', 'motor']),
    ohms: positive,
    shows,
  }),
  z.strictObject({
    ...common,
    kind: z.literal('potentiometer'),
    ohms: positive,
    share: z.number().min(0, 'Expected 0 to 1.').max(1, 'Expected 0 to 1.'),
  }),
  z.strictObject({ ...common, kind: z.literal('fusible link'), ratingAmps: positive }),
  z.strictObject({ ...common, kind: z.literal('breaker'), ratingAmps: positive }),
  z.strictObject({
    ...common,
    kind: z.literal('module'),
    drawAmps: positive.optional(),
    pins: z
      .array(
        z.union([
          z.strictObject({ pin: localId, role: z.enum(['supply', 'ground']) }),
          z.strictObject({
            pin: localId,
            role: z.enum(['low-side output', 'high-side output']),
            drivenWhen: condition,
            supply: localId.optional(),
            onOhms: positive.optional(),
            leakOhms: positive.optional(),
            limitAmps: positive.optional(),
          }),
          z.strictObject({
            pin: localId,
            role: z.literal('input'),
            pull: z.enum(['up', 'down']),
            pullOhms: positive.optional(),
            pullTo: localId.optional(),
            highAboveVolts: positive.optional(),
          }),
          z.strictObject({
            pin: localId,
            role: z.literal('sensor supply'),
            volts: positive,
            limitAmps: positive,
          }),
        ]),
      )
      .readonly(),
  }),
  z.strictObject({
    ...common,
    kind: z.literal('connector'),
    cavities: z.array(localId).min(1, 'Expected at least one cavity.').readonly(),
    halves: z.tuple([shortText, shortText]).readonly(),
  }),
  z.strictObject({ ...common, kind: z.literal('splice') }),
]) satisfies z.ZodType<Part>;

const section = z.strictObject({
  id: localId,
  name: shortText,
  from: terminal,
  to: terminal,
  areaMm2: positive.max(200, 'Expected at most 200 mm².'),
  lengthMetres: positive.max(100, 'Expected at most 100 m.'),
  colour: shortText,
  places: z.array(localId).min(1, 'Expected at least one place.').readonly(),
  assumed: z.array(z.enum(assumedOfWire)).readonly().optional(),
});

/** The circuit document. A file that does not fit is refused whole, with the path of the field and what was expected. */
export const circuitSchema = z
  .strictObject({
    format: z.literal('grim-lantern/circuit'),
    version: z.literal(1),
    name: shortText,
    nominalVolts: z.union([z.literal(12), z.literal(24)]),
    body: z.enum(bodyKinds).optional(),
    places: z.array(place).readonly(),
    strips: z.array(strip).readonly(),
    controls: z.array(control).readonly(),
    ruledOut: z.array(ruledOut).max(200).readonly().optional(),
    parts: z.array(part).max(20_000).readonly(),
    sections: z
      .array(section)
      .max(
        mostSections,
        `Expected at most ${mostSections} sections. Leave out what cannot be the cause of what is searched for.`,
      )
      .readonly(),
  })
  .superRefine((circuit: Circuit, context) => {
    for (const flaw of checkCircuit(circuit)) {
      context.addIssue({ code: 'custom', path: flaw.path.split('.'), message: flaw.message });
    }
  }) satisfies z.ZodType<Circuit>;
