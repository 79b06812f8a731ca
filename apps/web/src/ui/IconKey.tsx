import type { ComponentProps, ReactNode } from 'react';

/** A square key that shows an icon and says in words what it does; it opens what it is the trigger of. */
export function IconKey({
  label,
  icon,
  ...button
}: { readonly label: string; readonly icon: ReactNode } & ComponentProps<'button'>) {
  return (
    <button
      type="button"
      {...button}
      aria-label={label}
      title={label}
      className="key bg-ground border-line flex h-11 w-11 items-center justify-center px-0"
    >
      {icon}
    </button>
  );
}
