import { spiceNetlist, stateSolver } from '@grim-lantern/core';
import { parseArgs } from 'node:util';
import { CliProblem } from './cliProblem';
import { convert } from './convert';
import { diagnose, reportDocument, reportText } from './diagnose';
import { readCircuit, readJob } from './documents';
import { parseState } from './parseState';
import { play, playDocument, playText } from './play';
import { parseFault, scanDocument, scanText } from './scan';
import { solveDocument, solveText } from './solve';
import { recordedCsv, traceDocument, traceText } from './trace';
import { surveyDocument, surveyText } from './survey';

const usage = `./lantern diagnose JOB.json [--json]
./lantern solve CIRCUIT.json [--state saloon=on,C7=apart,F17=lamp21,battery=off] [--json]
./lantern netlist CIRCUIT.json [--state …]
./lantern scan CIRCUIT.json [--state …] [--fault W09=open] [--json]
./lantern survey CIRCUIT.json [--state …] [--fault W09=open --fault …] [--json]
./lantern trace RECORDING.csv [--expected 11] [--rating 30] [--style "regular blade"] [--save OTHER.trace] [--json]
./lantern record CIRCUIT.json --fuse F30 [--state …] [--fault FAN=drags] [--seconds 20] [--seed 1]
./lantern convert CIRCUIT.json|.csv|.circuit --to text|json|csv|spice
./lantern play CIRCUIT.json --fault "W09=short to ground 0.3" [--symptom F17=blows@saloon=on] [--truth OTHER.json] [--spoil] [--seed 1] [--kit usual] [--json]`;

/** Runs one command. @returns what it prints. @throws {CliProblem} */
export function runCommand(words: readonly string[]): string {
  const { command, file, state, fault, json, ...rest } = understood(words);
  const asDocument = (value: unknown) => `${JSON.stringify(value, null, 2)}\n`;
  switch (command) {
    case 'diagnose': {
      const job = readJob(file);
      const report = diagnose(job);
      return json ? asDocument(reportDocument(job.circuit, report)) : reportText(job.circuit, report);
    }
    case 'solve': {
      const circuit = readCircuit(file);
      const set = parseState(circuit, state);
      return json ? asDocument(solveDocument(circuit, set)) : solveText(circuit, set);
    }
    case 'netlist': {
      const circuit = readCircuit(file);
      const { network, solve } = stateSolver(circuit, parseState(circuit, state));
      const { joined, floating } = solve(null);
      return spiceNetlist(network, joined, floating);
    }
    case 'scan': {
      const circuit = readCircuit(file);
      if (fault.length > 1) throw new CliProblem('--fault: Expected one fault for a scan.', 2);
      const [set, wrong] = [parseState(circuit, state), parseFault(circuit, fault[0] ?? '')];
      return json ? asDocument(scanDocument(circuit, set, wrong)) : scanText(circuit, set, wrong);
    }
    case 'survey': {
      const circuit = readCircuit(file);
      const set = parseState(circuit, state);
      const faults = fault.flatMap((each) => parseFault(circuit, each) ?? []);
      return json ? asDocument(surveyDocument(circuit, set, faults)) : surveyText(circuit, set, faults);
    }
    case 'trace': {
      const report = traceDocument(file, rest);
      return json ? asDocument(report) : traceText(report);
    }
    case 'record': {
      const circuit = readCircuit(file);
      const wrong = fault.flatMap((each) => parseFault(circuit, each) ?? []);
      return recordedCsv(circuit, parseState(circuit, state), wrong[0] ?? null, rest);
    }
    case 'convert': {
      const { text, losses } = convert(readCircuit(file), rest.to);
      if (losses.length > 0) process.stderr.write(`Not carried by this form: ${losses.join(', ')}.\n`);
      return text;
    }
    case 'play': {
      const circuit = readCircuit(file);
      const truth = rest.truth === undefined ? circuit : readCircuit(rest.truth);
      const report = play(circuit, truth, { fault, ...rest });
      return json ? asDocument(playDocument(report)) : playText(report);
    }
    default:
      throw new CliProblem(usage, 2);
  }
}

function understood(words: readonly string[]) {
  try {
    const { positionals, values } = parseArgs({
      args: [...words],
      allowPositionals: true,
      options: {
        state: { type: 'string', default: '' },
        fault: { type: 'string', multiple: true, default: [] },
        json: { type: 'boolean', default: false },
        expected: { type: 'string' },
        rating: { type: 'string' },
        style: { type: 'string', default: 'regular blade' },
        fuse: { type: 'string', default: '' },
        seconds: { type: 'string', default: '20' },
        seed: { type: 'string', default: '1' },
        save: { type: 'string' },
        symptom: { type: 'string', multiple: true, default: [] },
        truth: { type: 'string' },
        spoil: { type: 'boolean', default: false },
        kit: { type: 'string', default: 'usual' },
        to: { type: 'string', default: '' },
      },
    });
    const [command = '', file] = positionals;
    if (file === undefined || positionals.length !== 2) throw new CliProblem(usage, 2);
    return { command, file, ...values };
  } catch (error) {
    throw error instanceof CliProblem ? error : new CliProblem(usage, 2);
  }
}
