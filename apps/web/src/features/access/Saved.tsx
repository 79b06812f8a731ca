/** What became of a form: why it was not stored, or that it was. */
export function Saved({ why, done }: { readonly why: string | null; readonly done: string | null }) {
  if (why !== null) {
    return (
      <p role="alert" className="text-clash">
        {why}
      </p>
    );
  }
  return (
    <p role="status" className="text-agree min-h-6">
      {done}
    </p>
  );
}
