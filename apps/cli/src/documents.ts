import { circuitSchema, firstProblem, jobFileSchema } from '@grim-lantern/contract';
import type { JobFile } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { readFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import type { z } from 'zod';
import { CliProblem } from './cliProblem';

/** Reads a circuit document. @throws {CliProblem} naming the file, the field and what was expected */
export function readCircuit(file: string): Circuit {
  return checked(circuitSchema, readJson(file), file);
}

/**
 * Reads a job document. Its circuit may stand in a file of its own, named as `{ "file": "…" }` from the job's folder.
 * @throws {CliProblem} as above
 */
export function readJob(file: string): JobFile {
  const document = readJson(file);
  if (!isRecord(document)) throw new CliProblem(`${file}: Expected a JSON object.`, 1);
  const { circuit } = document;
  if (!isRecord(circuit) || typeof circuit['file'] !== 'string')
    return checked(jobFileSchema, document, file);
  const elsewhere = resolve(dirname(file), circuit['file']);
  return checked(jobFileSchema, { ...document, circuit: readCircuit(elsewhere) }, file);
}

function readJson(file: string): unknown {
  let text: string;
  try {
    text = readFileSync(file, 'utf8');
  } catch {
    throw new CliProblem(`${file}: Expected a file that can be read.`, 1);
  }
  try {
    return JSON.parse(text);
  } catch {
    throw new CliProblem(`${file}: Expected JSON.`, 1);
  }
}

function checked<T>(schema: z.ZodType<T>, document: unknown, file: string): T {
  const parsed = schema.safeParse(document);
  if (!parsed.success) throw new CliProblem(`${file}: ${firstProblem(parsed.error).message}`, 1);
  return parsed.data;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}
