import type { ReactNode } from 'react';

/** A field under its label. */
export function Labelled({
  id,
  label,
  children,
}: {
  readonly id: string;
  readonly label: string;
  readonly children: ReactNode;
}) {
  return (
    <div className="min-w-0">
      <label htmlFor={id} className="text-dim text-[15px]">
        {label}
      </label>
      {children}
    </div>
  );
}
