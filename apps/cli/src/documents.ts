import { circuitSchema, firstProblem, jobFileSchema } from '@grim-lantern/contract';
import type { JobFile } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { notationFromWireList, readNotation } from '@grim-lantern/core';
import { readFileSync } from 'node:fs';
import { dirname, resolve } from 'node:path';
import Papa from 'papaparse';
import type { z } from 'zod';
import { CliProblem } from './cliProblem';

/**
 * Reads a circuit: a JSON document, a wire list (`.csv`) or circuit notation (any other ending).
 * @throws {CliProblem} naming the file, the field or line, and what was expected
 */
export function readCircuit(file: string): Circuit {
  if (file.endsWith('.json')) return checked(circuitSchema, readJson(file), file);
  const text = readText(file);
  return fromNotation(file.endsWith('.csv') ? notationFromWireList(wireRows(text)) : text, file);
}

function fromNotation(text: string, file: string): Circuit {
  const { circuit, flaws } = readNotation(text);
  const [first] = flaws;
  if (first !== undefined) {
    throw new CliProblem(`${file}: line ${first.line + 1}, column ${first.from + 1}: ${first.message}`, 1);
  }
  return checked(circuitSchema, circuit, file);
}

function wireRows(text: string): readonly (readonly string[])[] {
  return Papa.parse<string[]>(text.replace(/^\uFEFF/, ''), { skipEmptyLines: true }).data;
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

function readText(file: string): string {
  try {
    return readFileSync(file, 'utf8');
  } catch {
    throw new CliProblem(`${file}: Expected a file that can be read.`, 1);
  }
}

function readJson(file: string): unknown {
  const text = readText(file);
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
