import { parseArgs } from 'node:util';
import { backUp, restore } from './backups';
import { fromCaller } from './paths';
import { usingDatabase } from './postgres';

/** `./lantern backup [FILE]` and `./lantern restore FILE [--while-running]`. */
async function main(): Promise<void> {
  const { positionals, values } = parseArgs({
    allowPositionals: true,
    options: { 'while-running': { type: 'boolean', default: false } },
  });
  const [command, given] = positionals;
  if (command === 'backup') {
    const stamp = new Date().toISOString().slice(0, 16).replace(/[:T]/g, '-');
    const file = fromCaller(given ?? `grim-lantern-${stamp}.tar`);
    const { tables } = await usingDatabase((url) => backUp(url, file));
    const rows = Object.values(tables).reduce((sum, table) => sum + table.rows, 0);
    process.stdout.write(`${file}: ${Object.keys(tables).length} tables, ${rows} rows.\n`);
    return;
  }
  if (given === undefined) throw new Error('Expected the file of a backup: ./lantern restore FILE.');
  const kept = await usingDatabase((url) =>
    restore(url, fromCaller(given), { whileInUse: values['while-running'] }),
  );
  process.stdout.write(
    kept === null
      ? 'Restored.\n'
      : `Restored. What was there is kept in the same cluster as the database “${kept}”.\n`,
  );
}

main().catch((error: unknown) => {
  process.stderr.write(`${error instanceof Error ? error.message : String(error)}\n`);
  process.exitCode = 1;
});
