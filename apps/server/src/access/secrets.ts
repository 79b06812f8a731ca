import { hash, verify } from '@node-rs/argon2';
import { createHash, randomBytes } from 'node:crypto';
import { Secret, TOTP } from 'otpauth';

/** argon2id with 19 MiB, two passes: the least that OWASP's password storage cheat sheet recommends. */
const options = { memoryCost: 19_456, timeCost: 2, parallelism: 1 };

/** The hash of a password or a PIN, salted, in PHC format. Work in a thread of its own: some 20 ms. */
export function hashSecret(secret: string): Promise<string> {
  return hash(secret.normalize('NFKC'), options);
}

/** Compared with where there is none, so that an unknown name takes as long as a wrong password. */
const nobody = hash(randomBytes(16).toString('hex'), options);

/** Whether a password or a PIN is the one that was hashed; false, as slowly, where there is none. */
export async function isSecret(hashed: string | null, secret: string): Promise<boolean> {
  const right = await verify(hashed ?? (await nobody), secret.normalize('NFKC'));
  return right && hashed !== null;
}

/** A token for a cookie or a link: 32 random bytes, base64url. */
export function newToken(): string {
  return randomBytes(32).toString('base64url');
}

/** What is stored of a token. It is random: no salt is needed. */
export function tokenHash(token: string): Buffer {
  return createHash('sha256').update(token).digest();
}

/** Seconds of one code. */
const period = 30;

/**
 * The half minute since 1970 that six digits belong to, the present one or one beside it (RFC 6238); null where they are another's.
 */
export function stepOfCode(secret: string, code: string): number | null {
  const totp = new TOTP({ secret: Secret.fromBase32(secret), period });
  const delta = totp.validate({ token: code, window: 1 });
  return delta === null ? null : Math.floor(Date.now() / 1000 / period) + delta;
}
