import type { InstrumentId } from '@grim-lantern/core';
import { articleOf } from '@grim-lantern/core';
import { CircleHelp } from 'lucide-react';
import { useState } from 'react';
import { Sheet } from '../../ui/Sheet';
import { Article } from './Article';

/** The handbook's page of an instrument, one tap from where it is asked for. */
export function HowTo({ instrument }: { readonly instrument: InstrumentId }) {
  const [open, setOpen] = useState(false);
  const article = articleOf(instrument);
  return (
    <>
      <button
        type="button"
        aria-label={`How to: ${article.title}`}
        title="How to measure this"
        className="text-dim hover:text-ink flex min-h-11 min-w-11 shrink-0 items-center justify-center"
        onClick={() => setOpen(true)}
      >
        <CircleHelp size={22} aria-hidden />
      </button>
      {open && (
        <Sheet
          title={article.title}
          description="The maker’s procedures and local law come first."
          width="max-w-[640px]"
          onClose={() => setOpen(false)}
        >
          <Article article={article} />
        </Sheet>
      )}
    </>
  );
}
