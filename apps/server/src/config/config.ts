import { firstProblem } from '@grim-lantern/contract';
import { z } from 'zod';

const port = z.coerce.number().int().min(1).max(65_535);

/** What the server takes from its environment. */
const configSchema = z.object({
  DATABASE_URL: z.url({ protocol: /^postgres(ql)?$/, error: 'Expected postgres://user@host:port/name.' }),
  PORT: port.default(7180),
  /** The address that it listens on. */
  HOST: z.string().default('127.0.0.1'),
  /** Names that it is reached by, separated by commas. */
  ALLOWED_HOSTS: z
    .string()
    .default('')
    .transform((text) => text.split(',').flatMap((each) => (each.trim() === '' ? [] : [each.trim()]))),
  /** How many proxies stand before it. */
  PROXIES: z.coerce.number().int().min(0).max(9).default(0),
  TLS_CERT: z.string().optional(),
  TLS_KEY: z.string().optional(),
  /** Folder of the built web application. */
  WEB_ROOT: z.string().optional(),
  /** Folder of the demo, which an empty database gets; none without it. */
  DEMO_ROOT: z.string().optional(),
  /** Lets one workshop be made, by the link that carries it. */
  SETUP_TOKEN: z
    .string()
    .regex(/^[A-Za-z0-9_-]{43}$/)
    .optional(),
  /** “1”: it ends when its standard input does, with whoever started it. */
  ENDS_WITH_INPUT: z.string().optional(),
  /** Where the start command puts the nightly backups. */
  BACKUP_FOLDER: z.string().optional(),
  LOG_LEVEL: z.string().default('warn'),
});

export type Config = z.infer<typeof configSchema>;

/** @throws {Error} naming the variable and what was expected */
export function readConfig(environment: NodeJS.ProcessEnv): Config {
  const parsed = configSchema.safeParse(environment);
  if (!parsed.success) throw new Error(`Environment. ${firstProblem(parsed.error).message}`);
  if ((parsed.data.TLS_CERT === undefined) !== (parsed.data.TLS_KEY === undefined)) {
    throw new Error('Environment. TLS_CERT and TLS_KEY: expected both or neither.');
  }
  return parsed.data;
}
