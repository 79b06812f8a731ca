import fc from 'fast-check';
import type { DraftChange, DraftHistory } from '../../../src/features/circuits/draftHistory';
import { changedDraft, draftOf } from '../../../src/features/circuits/draftHistory';

const change: fc.Arbitrary<DraftChange> = fc.oneof(
  fc.record({ kind: fc.constant('typed' as const), text: fc.string(), at: fc.nat({ max: 100_000 }) }),
  fc.record({ kind: fc.constant('edited' as const), text: fc.string() }),
  fc.constant({ kind: 'undo' as const }),
  fc.constant({ kind: 'redo' as const }),
);
const again = (draft: DraftHistory, kind: 'undo' | 'redo') => {
  let at = draft;
  for (let next = changedDraft(at, { kind }); next !== at; next = changedDraft(at, { kind })) at = next;
  return at;
};

test('any sequence of edits, undone, is the start; redone, it is the end', () => {
  fc.assert(
    fc.property(fc.string(), fc.array(change, { maxLength: 30 }), (start, changes) => {
      const end = changes.reduce(changedDraft, draftOf(start));
      const first = again(end, 'undo');
      expect(first.text).toBe(start);
      const last = [...end.future].pop() ?? end.text;
      expect(again(first, 'redo').text).toBe(last);
    }),
    { seed: 4 },
  );
});

test('what is typed in one go is one step, what is tapped is one of its own', () => {
  const typed = ['a', 'ab', 'abc'].reduce(
    (draft, text, i) => changedDraft(draft, { kind: 'typed', text, at: 100 * i }),
    draftOf(''),
  );
  const tapped = changedDraft(typed, { kind: 'edited', text: 'abc\nfuse 1' });
  expect(changedDraft(tapped, { kind: 'undo' }).text).toBe('abc');
  expect(changedDraft(changedDraft(tapped, { kind: 'undo' }), { kind: 'undo' }).text).toBe('');
});
