/** How far something that takes long has come: a bar, and the count in words. */
export function ProgressLine({
  done,
  of,
  what,
}: {
  readonly done: number;
  readonly of: number;
  /** What is counted, in the plural. */
  readonly what: string;
}) {
  const count = (value: number) => value.toLocaleString('en');
  const words =
    done === 0 ? `Checked. Storing ${count(of)} ${what} …` : `${count(done)} of ${count(of)} ${what} stored`;
  return (
    <span role="status" className="flex flex-wrap items-center gap-3 text-[15px]">
      <progress
        aria-label={`Stored ${what}`}
        value={done}
        max={Math.max(1, of)}
        className="accent-agree h-3 w-40"
      />
      {words}
    </span>
  );
}
