import { problemSchema, routes } from '@grim-lantern/contract';
import type { Problem, Reply, RouteName } from '@grim-lantern/contract';

/** How a request ended. Being out of reach is an outcome that the page must show, not an error. */
export type Answer<T> =
  | { readonly status: 'done'; readonly reply: T }
  /** The server said no: what was sent does not fit, or does not exist. Sending it again changes nothing. */
  | { readonly status: 'refused'; readonly problem: Problem }
  /**
   * No answer, or none that could be worked on now. Sending it again may help. `failing`: the server was reached and failed on
   * just this.
   */
  | { readonly status: 'out-of-reach'; readonly why: string; readonly failing?: boolean };

export interface RequestParts {
  readonly params?: Readonly<Record<string, string>>;
  readonly query?: Readonly<Record<string, string | number>>;
  readonly body?: unknown;
}

const patienceMilliseconds = 10_000;
/** A document of thousands of events is checked one by one. */
const longPatience: Partial<Record<RouteName, number>> = { importJob: 120_000, addCircuit: 60_000 };

let onSignedOut: () => void = () => undefined;

/** Names what is called when the server no longer knows who asks. */
export function whenSignedOut(listener: () => void): void {
  onSignedOut = listener;
}

/** One request of the API, its reply checked against the contract. */
export async function request<R extends RouteName>(
  name: R,
  parts: RequestParts = {},
): Promise<Answer<Reply<R>>> {
  const { path } = routes[name];
  const filled = path.replace(/\{(\w+)\}/g, (_match, key: string) =>
    encodeURIComponent(parts.params?.[key] ?? ''),
  );
  const query = new URLSearchParams(
    Object.entries(parts.query ?? {}).map(([key, value]) => [key, String(value)]),
  );
  const address = query.size > 0 ? `${filled}?${query}` : filled;
  return answerOf(name, address, {
    signal: AbortSignal.timeout(longPatience[name] ?? patienceMilliseconds),
    ...(parts.body === undefined
      ? {}
      : { headers: { 'content-type': 'application/json' }, body: JSON.stringify(parts.body) }),
  });
}

/** Sends a request that is ready to go, whatever its body. */
export async function answerOf<R extends RouteName>(
  name: R,
  address: string,
  parts: Omit<RequestInit, 'method'>,
): Promise<Answer<Reply<R>>> {
  const { method, reply } = routes[name];
  try {
    const response = await fetch(address, { method: method.toUpperCase(), ...parts });
    const content: unknown = await response.json();
    if (response.ok) return { status: 'done', reply: reply.parse(content) as Reply<R> };
    const problem = problemSchema.safeParse(content);
    if (problem.success && problem.data.code === 'sign-in/needed') {
      onSignedOut();
      return { status: 'out-of-reach', why: problem.data.message };
    }
    if (!problem.success || response.status >= 500 || response.status === 429) {
      return {
        status: 'out-of-reach',
        why: problem.success ? problem.data.message : `The server answered ${response.status}.`,
        failing: response.status === 500,
      };
    }
    return { status: 'refused', problem: problem.data };
  } catch {
    return { status: 'out-of-reach', why: 'The server cannot be reached.' };
  }
}

/** The sentence of a request that did not succeed. */
export function whyNot(answer: Exclude<Answer<unknown>, { status: 'done' }>): string {
  return answer.status === 'refused' ? answer.problem.message : answer.why;
}
