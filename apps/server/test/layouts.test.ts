import type { KeptLayout } from '@grim-lantern/contract';
import type { Circuit } from '@grim-lantern/core';
import { layoutFrom } from '@grim-lantern/drawing';
import { setTimeout as sleep } from 'node:timers/promises';
import type { Work } from '../src/work/work';
import { workHere } from '../src/work/work';
import type { TestServer } from './testServer';
import { demo, testServer } from './testServer';

const id = demo.circuits[0]!.id;
const other = demo.circuits[1]!;
let server: TestServer | null = null;
afterEach(() => server?.close());

const read = async (circuitId: string) => {
  const answer = await server!.http.get(`/api/circuits/${circuitId}`).expect(200);
  return answer.body as { circuit: Circuit; layout?: KeptLayout };
};
/** As it is read once it has been laid out. */
const drawn = async (circuitId: string) => {
  for (let tries = 0; tries < 200; tries++, await sleep(50)) {
    const { circuit, layout } = await read(circuitId);
    if (layout !== undefined) return { circuit, layout };
  }
  throw new Error('It was never laid out.');
};

test('a circuit comes with its layout once that is worked out, of itself and no other', async () => {
  server = await testServer(workHere, workHere);
  expect((await read(id)).layout).toBeUndefined();
  const { circuit, layout } = await drawn(id);
  const laid = layoutFrom(circuit, layout)!;
  for (const section of circuit.sections) expect(laid.wires.get(section.id)!.length).toBeGreaterThan(1);
  for (const { x, y } of laid.figures) {
    expect(x).toBeGreaterThanOrEqual(0);
    expect(y).toBeLessThan(laid.height);
  }
  expect((await drawn(other.id)).layout.mark).not.toBe(layout.mark);
});

test('one of an older way to lay out is not handed on: it is worked out again', async () => {
  server = await testServer(workHere, workHere);
  const older = { mark: 'older', width: 0, height: 0, figures: {}, wires: {}, terminals: {} };
  await server.database.sequelize.query(
    `INSERT INTO circuit_layouts (workshop_id, circuit_id, layout) VALUES ($workshop, $id, $older)`,
    { bind: { workshop: demo.id, id, older: JSON.stringify(older) } },
  );
  expect((await read(id)).layout).toBeUndefined();
  const { circuit, layout } = await drawn(id);
  expect(layoutFrom(circuit, layout)).not.toBeNull();
});

test('where it cannot be worked out the circuit is told all the same, and it is tried once', async () => {
  let tries = 0;
  const broken: Work = {
    ...workHere,
    run: () => {
      tries += 1;
      return Promise.reject(new Error('no room'));
    },
  };
  server = await testServer(workHere, broken);
  expect((await read(id)).circuit.sections.length).toBeGreaterThan(0);
  expect((await read(id)).layout).toBeUndefined();
  expect(tries).toBe(1);
});
