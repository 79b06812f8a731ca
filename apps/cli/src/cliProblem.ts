/** What the command line was given does not do: one sentence, and the exit code that goes with it. */
export class CliProblem extends Error {
  constructor(
    message: string,
    /** 1: a document does not fit. 2: the command itself does not. */
    readonly exitCode: 1 | 2,
  ) {
    super(message);
    this.name = 'CliProblem';
  }
}
