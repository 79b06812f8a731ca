import type { HandbookArticle } from '@grim-lantern/core';
import { handbook } from '@grim-lantern/core';
import { ChevronDown } from 'lucide-react';
import { useEffect, useState } from 'react';
import { useLocation } from 'react-router';
import { TextField } from '../../ui/TextField';
import { TopBar } from '../frame/TopBar';
import { Article } from './Article';
import { Calculators } from './Calculators';

/** The handbook, by task, and what is reckoned at the vehicle. Usable without a job. */
export default function HelpPage() {
  const [search, setSearch] = useState('');
  const { hash } = useLocation();
  useEffect(() => document.getElementById(hash.slice(1))?.scrollIntoView(), [hash]);
  const found = handbook.filter((article) => holds(article, search));
  return (
    <div className="flex min-h-full flex-col">
      <TopBar />
      <main className="mx-auto flex w-full max-w-[980px] flex-col gap-8 px-4 py-6 lg:px-5">
        <section aria-labelledby="handbook">
          <h1 id="handbook" className="text-3xl font-semibold">
            Handbook
          </h1>
          <p className="text-dim mt-1 mb-3">
            How each measurement is taken. The maker’s procedures, local law and licensed trades come first.
          </p>
          <TextField label="Search the handbook" text={search} maxLength={60} onType={setSearch} />
          <ul className="border-line mt-3 border-t">
            {found.map((article) => (
              <li key={article.id} className="border-line border-b">
                <details
                  id={article.id}
                  className="group"
                  open={(search !== '' && found.length <= 2) || hash === `#${article.id}`}
                >
                  <summary className="hover:bg-raised flex min-h-12 cursor-pointer items-center gap-3 text-lg font-semibold">
                    <span className="grow">{article.title}</span>
                    <ChevronDown size={20} aria-hidden className="text-dim group-open:rotate-180" />
                  </summary>
                  <div className="pt-1 pb-4">
                    <Article article={article} />
                  </div>
                </details>
              </li>
            ))}
          </ul>
          {found.length === 0 && <p className="mt-3">Nothing in the handbook holds these words.</p>}
        </section>
        <section aria-labelledby="calculators">
          <h2 id="calculators" className="mb-3 text-2xl font-semibold">
            Calculators
          </h2>
          <Calculators />
        </section>
      </main>
    </div>
  );
}

/** Whether an article holds every word that is searched for, in any order and any case. */
function holds({ title, steps, means, caution }: HandbookArticle, search: string): boolean {
  const text = [title, ...steps, means, caution].join(' ').toLowerCase();
  return search
    .toLowerCase()
    .split(/\s+/)
    .every((word) => text.includes(word));
}
