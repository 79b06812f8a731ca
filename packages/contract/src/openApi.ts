import { z } from 'zod';
import { routes } from './api';
import type { Route } from './route';
import { problemSchema, signInRefusals } from './route';

/** The description of the API as OpenAPI 3.1, generated from the schemas that both sides check with. */
export function openApi(): Record<string, unknown> {
  const paths: Record<string, Record<string, unknown>> = {};
  for (const [name, route] of Object.entries(routes)) {
    (paths[route.path] ??= {})[route.method] = operation(name, route);
  }
  return {
    openapi: '3.1.0',
    info: {
      title: 'Grim Lantern',
      version: '1',
      description: 'Jobs as logs of events, and the circuits they are about.',
    },
    paths,
  };
}

function operation(name: string, route: Route): Record<string, unknown> {
  const inPath = [...route.path.matchAll(/\{(\w+)\}/g)].map(([, parameter]) => ({
    name: parameter,
    in: 'path',
    required: true,
    schema: { type: 'string', format: 'uuid' },
  }));
  const inQuery = Object.entries(route.query ?? {}).map(([parameter, schema]) => ({
    name: parameter,
    in: 'query',
    required: !schema.safeParse(undefined).success,
    schema: jsonSchema(schema),
  }));
  const common = route.who === 'anybody' ? {} : signInRefusals;
  const refusals = Object.entries({ ...common, ...route.refusals }).map(([status, description]) => [
    status,
    { description, content: json(problemSchema) },
  ]);
  return {
    operationId: name,
    summary: route.summary,
    'x-who': route.who,
    parameters: [...inPath, ...inQuery],
    ...(route.bytes === 'body' ? { requestBody: { required: true, content: recording } } : {}),
    ...(route.body === undefined ? {} : { requestBody: { required: true, content: json(route.body) } }),
    responses: {
      200: { description: 'Done.', content: route.bytes === 'reply' ? recording : json(route.reply) },
      ...Object.fromEntries(refusals),
    },
  };
}

/** A `grim-lantern/trace` file. */
const recording = { 'application/octet-stream': { schema: { type: 'string', format: 'binary' } } };

function json(schema: z.ZodType) {
  return { 'application/json': { schema: jsonSchema(schema) } };
}

function jsonSchema(schema: z.ZodType): unknown {
  return z.toJSONSchema(schema, { io: 'input', unrepresentable: 'any' });
}
