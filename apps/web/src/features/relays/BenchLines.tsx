import type { BenchGrade, BenchVerdict } from '@grim-lantern/core';

const grades: Readonly<Record<BenchGrade, { readonly words: string; readonly tone: string }>> = {
  good: { words: '✓ good', tone: 'text-agree' },
  doubtful: { words: '? doubtful', tone: 'text-ink' },
  bad: { words: '✕ bad', tone: 'text-clash' },
};

/** What each measurement of a relay says, and what they come to. */
export function BenchLines({ verdict: { lines, grade, why } }: { readonly verdict: BenchVerdict }) {
  return (
    <section aria-label="Verdict on the relay" className="mt-3">
      {grade !== null && (
        <p className="mb-1 text-xl font-semibold">
          <span className={grades[grade].tone}>{grades[grade].words}</span>
          {grade !== 'good' && <span className="text-dim text-[16px] font-normal"> – {why}</span>}
        </p>
      )}
      <ul>
        {lines.map((each) => (
          <li key={`${each.what} ${each.words}`} className="border-line flex gap-3 border-b py-1 text-[15px]">
            <span className="min-w-0 grow">
              <span className="text-dim">{each.what}:</span> {each.words}
            </span>
            <span className={`shrink-0 ${each.grade === null ? 'text-dim' : grades[each.grade].tone}`}>
              {each.grade === null ? 'tells nothing' : grades[each.grade].words}
            </span>
          </li>
        ))}
      </ul>
    </section>
  );
}
