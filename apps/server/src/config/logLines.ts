/** Lines wait so long for others that are written with them, in milliseconds. */
const gatheredFor = 100;

/**
 * Where a logger writes: to a stream, several lines at once, so that no request waits for its own. Where whoever read them is gone,
 * nobody is told, and nothing waits for them. (The logger's usual stream would try for ever, at the end of the process, to write what it
 * still holds.) What waits when the process ends is written then.
 */
export function logLines(stream: NodeJS.WriteStream): { write(line: string): void } {
  let lines = '';
  let due: NodeJS.Timeout | null = null;
  const flush = () => {
    due = null;
    const written = lines;
    lines = '';
    if (written !== '') stream.write(written);
  };
  stream.on('error', () => undefined);
  process.on('exit', flush);
  return {
    write(line) {
      lines += line;
      due ??= setTimeout(flush, gatheredFor);
    },
  };
}
