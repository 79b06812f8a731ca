import { linesType, problemSchema, routes } from '@grim-lantern/contract';
import type { Problem, Reply, RouteName, Tell } from '@grim-lantern/contract';
import { copies, isCopied } from './copies';
import { contentOf } from './progressLines';

/** How a request ended. Being out of reach is an outcome that the page must show, not an error. */
export type Answer<T> =
  | { readonly status: 'done'; readonly reply: T }
  /** The server said no: what was sent does not fit, or does not exist. Sending it again changes nothing. */
  | { readonly status: 'refused'; readonly problem: Problem }
  /**
   * No answer, or none that could be worked on now. Sending it again may help. `failing`: the server was reached and failed on
   * just this. `signedOut`: it does not know who asks.
   */
  | {
      readonly status: 'out-of-reach';
      readonly why: string;
      readonly failing?: boolean;
      readonly signedOut?: boolean;
    };

export interface RequestParts {
  readonly params?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string | number>>;
  readonly body?: unknown;
  /** Told how far the server is, where that takes long. */
  readonly tell?: Tell;
}

const patienceMilliseconds = 10_000;
/** A document of thousands of events is checked one by one. */
const longPatience: Partial<Record<RouteName, number>> = { importJob: 120_000, addCircuit: 60_000 };

/** Where there is a copy to show meanwhile, nobody waits longer for a network that does not answer. */
const patienceWithCopy = 4_000;

let onSignedOut: () => void = () => undefined;
let onLink: (copiedAt: string | null) => void = () => undefined;

/** Names what is told whether the server answers, or a copy does, and of when. */
export function whenLinkChanges(listener: (copiedAt: string | null) => void): void {
  onLink = listener;
}

/** Names what is called when the server no longer knows who asks. */
export function whenSignedOut(listener: () => void): void {
  onSignedOut = listener;
}

/**
 * One request of the API, its reply checked against the contract. What is read is kept as a copy on this device, which answers
 * while the server is out of reach.
 */
export async function request<R extends RouteName>(
  name: R,
  parts: RequestParts = {},
): Promise<Answer<Reply<R>>> {
  const { method, reply } = routes[name];
  const address = addressOf(name, parts);
  const isRead = method === 'get' && isCopied(name, address);
  const usual = isRead && (await copies.has(address)) ? patienceWithCopy : patienceMilliseconds;
  const answer = await answerOf(name, address, {
    signal: AbortSignal.timeout(longPatience[name] ?? usual),
    ...(parts.body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(parts.body) }),
    ...(parts.tell === undefined ? {} : { tell: parts.tell }),
  });
  if (answer.status !== 'out-of-reach') onLink(null);
  if (!isRead) return answer;
  if (answer.status === 'done') void copies.keep(address, answer.reply);
  if (!isUnreachable(answer)) return answer;
  const copy = await copies.of(address);
  const known = reply.safeParse(copy?.content);
  if (copy === undefined || !known.success) return answer;
  onLink(copy.at);
  return { status: 'done', reply: known.data as Reply<R> };
}

/** Where a request goes. */
export function addressOf(name: RouteName, { params = {}, query = {} }: RequestParts = {}): string {
  const filled = routes[name].path.replace(/\{(\w+)\}/g, (_match, key: string) =>
    encodeURIComponent(params[key] ?? ''),
  );
  const asked = new URLSearchParams(Object.entries(query).map(([key, value]) => [key, String(value)]));
  return asked.size > 0 ? `${filled}?${asked}` : filled;
}

/** Sends a request that is ready to go, whatever its body. */
export async function answerOf<R extends RouteName>(
  name: R,
  address: string,
  {
    tell,
    ...parts
  }: Omit<RequestInit, 'method' | 'headers'> &
    Pick<RequestParts, 'tell'> & { readonly headers?: Readonly<Record<string, string>> },
): Promise<Answer<Reply<R>>> {
  const { method, reply } = routes[name];
  const lines = tell === undefined ? {} : { accept: `${linesType}, application/json` };
  try {
    const response = await fetch(address, {
      ...parts,
      method: method.toUpperCase(),
      headers: { ...lines, ...parts.headers },
    });
    const { status, content } = await contentOf(response, tell ?? (() => undefined));
    if (status < 300) return { status: 'done', reply: reply.parse(content) as Reply<R> };
    const problem = problemSchema.safeParse(content);
    if (problem.success && problem.data.code === 'sign-in/needed') {
      onSignedOut();
      return { status: 'out-of-reach', why: problem.data.message, signedOut: true };
    }
    if (!problem.success || status >= 500 || status === 429) {
      return {
        status: 'out-of-reach',
        why: problem.success ? problem.data.message : `The server answered ${status}.`,
        failing: status === 500,
      };
    }
    return { status: 'refused', problem: problem.data };
  } catch {
    return { status: 'out-of-reach', why: 'The server cannot be reached.' };
  }
}

/**
 * Whether the server gave no answer at all, so that what this device has stands in for it; not where it failed on just this, or
 * does not know who asks.
 */
export function isUnreachable(
  answer: Answer<unknown>,
): answer is Extract<Answer<unknown>, { status: 'out-of-reach' }> {
  return answer.status === 'out-of-reach' && answer.failing !== true && answer.signedOut !== true;
}

/** The sentence of a request that did not succeed. */
export function whyNot(answer: Exclude<Answer<unknown>, { status: 'done' }>): string {
  return answer.status === 'refused' ? answer.problem.message : answer.why;
}
