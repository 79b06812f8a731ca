import type { ReactNode } from 'react';

/** A field with the keys that belong to it beside it, or below it where there is no room. */
export function FieldRow({ field, children }: { readonly field: ReactNode; readonly children: ReactNode }) {
  return (
    <div className="flex flex-wrap items-end gap-3">
      <div className="min-w-60 grow">{field}</div>
      {children}
    </div>
  );
}
