import { z } from 'zod';
import { circuitSchema } from './circuit';
import { jobFileSchema } from './jobFile';
import { traceHeaderSchema } from './trace';

/**
 * The JSON Schemas of the open documents, by file name, generated from what the application checks with. What a
 * schema cannot say (that a terminal is one of the circuit's) is checked when a document is read.
 */
export function publishedSchemas(): ReadonlyMap<string, unknown> {
  const generated = (schema: z.ZodType) => z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
  return new Map([
    ['circuit.schema.json', generated(circuitSchema)],
    ['job.schema.json', generated(jobFileSchema)],
    ['trace-header.schema.json', generated(traceHeaderSchema)],
  ]);
}
