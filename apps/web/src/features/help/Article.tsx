import type { HandbookArticle } from '@grim-lantern/core';

/** How one measurement is taken, what it means, and what may hurt. */
export function Article({ article }: { readonly article: HandbookArticle }) {
  const { steps, means, caution } = article;
  return (
    <div className="flex max-w-[68ch] flex-col gap-3 text-[17px]">
      <p className="border-clash border-l-4 pl-3">{caution}</p>
      <ol className="flex flex-col gap-1.5">
        {steps.map((step, index) => (
          <li key={step} className="flex gap-2">
            <span className="text-dim font-mono text-[14px] leading-[1.7]">{index + 1}</span>
            {step}
          </li>
        ))}
      </ol>
      <p>
        <span className="text-dim">What it means. </span>
        {means}
      </p>
    </div>
  );
}
