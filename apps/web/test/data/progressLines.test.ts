import { linesType } from '@grim-lantern/contract';
import type { Progress } from '@grim-lantern/contract';
import { contentOf } from '../../src/data/progressLines';

/** A reply in lines that comes in pieces of so many bytes. */
function inPieces(text: string, size: number): Response {
  const bytes = new TextEncoder().encode(text);
  const body = new ReadableStream<Uint8Array>({
    start(controller) {
      for (let at = 0; at < bytes.length; at += size) controller.enqueue(bytes.slice(at, at + size));
      controller.close();
    },
  });
  return new Response(body, { headers: { 'content-type': linesType } });
}

const steps = [
  { done: 0, of: 3 },
  { done: 2, of: 3 },
];
const written = (lines: readonly object[]) => lines.map((line) => `${JSON.stringify(line)}\n`).join('');

test('lines are read however they are cut, letters of several bytes too', async () => {
  const lines = [...steps, { reply: { title: 'Größe → Ω' } }];
  for (let size = 1; size < 40; size++) {
    const told: Progress[] = [];
    const found = await contentOf(inPieces(written(lines), size), (step) => told.push(step));
    expect(found).toEqual({ status: 200, content: { title: 'Größe → Ω' } });
    expect(told).toEqual(steps);
  }
});

test('a failure under way has its own status; a reply cut off in the middle is no answer', async () => {
  const problem = { code: 'event/id-taken', message: 'x' };
  const failed = await contentOf(inPieces(written([...steps, { status: 409, problem }]), 7), () => undefined);
  expect(failed).toEqual({ status: 409, content: problem });
  await expect(contentOf(inPieces(written(steps), 7), () => undefined)).rejects.toThrow('cut off');
});

test('a plain reply is read as it was', async () => {
  const plain = Response.json({ code: 'x' }, { status: 404 });
  expect(await contentOf(plain, () => undefined)).toEqual({ status: 404, content: { code: 'x' } });
});
