import { CliProblem } from './cliProblem';
import { runCommand } from './runCommand';

try {
  process.stdout.write(runCommand(process.argv.slice(2)));
} catch (error) {
  if (!(error instanceof CliProblem)) throw error;
  process.stderr.write(`${error.message}\n`);
  process.exitCode = error.exitCode;
}
