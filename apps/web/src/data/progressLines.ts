import { linesType, progressLineSchema } from '@grim-lantern/contract';
import type { ProgressLine, Tell } from '@grim-lantern/contract';

/** What a reply holds, and whether it is what was asked for. */
export interface Content {
  readonly status: number;
  readonly content: unknown;
}

/**
 * A reply's content. Where it comes in lines, how far it is is told as they come.
 * @throws {Error} where it is no JSON, or was cut off in the middle
 */
export async function contentOf(response: Response, tell: Tell): Promise<Content> {
  const { status, headers, body } = response;
  if (body === null || !(headers.get('content-type') ?? '').startsWith(linesType)) {
    return { status, content: await response.json() };
  }
  let last: ProgressLine | null = null;
  for await (const line of linesOf(body)) {
    last = progressLineSchema.parse(JSON.parse(line));
    if ('done' in last) tell(last);
  }
  // Cut off in the middle it says nothing: neither that it was done nor that it was not.
  if (last === null || 'done' in last) throw new Error('cut off');
  return 'problem' in last ? { status: last.status, content: last.problem } : { status, content: last.reply };
}

async function* linesOf(body: ReadableStream<Uint8Array>): AsyncGenerator<string> {
  const reader = body
    .pipeThrough(new TextDecoderStream() as ReadableWritablePair<string, Uint8Array>)
    .getReader();
  let rest = '';
  for (;;) {
    const { done, value } = await reader.read();
    if (done) break;
    const parts = (rest + value).split('\n');
    rest = parts.pop() ?? '';
    yield* parts;
  }
  if (rest !== '') yield rest;
}
