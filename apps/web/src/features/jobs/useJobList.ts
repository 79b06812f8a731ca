import type { JobFilter, JobOrder, JobSummary, Reply } from '@grim-lantern/contract';
import { useCallback, useEffect, useRef, useState } from 'react';
import { copyCircuits, copyOpenJobs } from '../../data/jobCopies';
import { request, whyNot } from '../../data/request';
import { useAppSelector } from '../../data/store';
import { currentCircuits } from '../../data/workshop';

/** What a list of jobs is asked for. */
export interface JobListQuery {
  readonly show: JobFilter;
  readonly order: JobOrder;
  readonly search: string;
  readonly mine: boolean;
}

export interface JobList {
  /** Null before the first answer. */
  readonly jobs: readonly JobSummary[] | null;
  readonly why: string | null;
  /** Fetches the next page; null on the last. */
  readonly more: (() => void) | null;
  readonly reload: () => void;
}

type Page = Reply<'jobs'>;

/** So long after the last answer jobs are copied for a time without a network: nobody waits for that. */
const idleMilliseconds = 3000;

/** So long it is waited before asking again where a job stands that has news. */
const againMilliseconds = 1500;
/** A word that is being typed is not searched for letter by letter. */
const typingMilliseconds = 250;

/** The jobs that a query finds, page by page. Asked again while the server works out where some of them stand. */
export function useJobList({ show, order, search, mine }: JobListQuery): JobList {
  const [pages, setPages] = useState<readonly Page[] | null>(null);
  const [why, setWhy] = useState<string | null>(null);
  const fetchPage = useCallback(
    async (cursor: string): Promise<Page | null> => {
      const query = { show, order, search, mine: mine ? '1' : '0', cursor };
      const answer = await request('jobs', { query });
      setWhy(answer.status === 'done' ? null : whyNot(answer));
      return answer.status === 'done' ? answer.reply : null;
    },
    [show, order, search, mine],
  );
  const fetchAll = useCallback(
    async (count: number, current: () => boolean) => {
      const found: Page[] = [];
      for (let cursor: string | null = ''; cursor !== null && found.length < count;) {
        const page: Page | null = await fetchPage(cursor);
        if (page === null) return;
        found.push(page);
        cursor = page.next;
      }
      if (current()) setPages(found);
    },
    [fetchPage],
  );
  useEffect(() => {
    let current = true;
    const timer = setTimeout(() => void fetchAll(1, () => current), search === '' ? 0 : typingMilliseconds);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [fetchAll, search]);
  useCopies(pages, fetchAll);
  const jobs = pages?.flatMap((page) => page.jobs) ?? null;
  const stale = jobs?.some(({ fresh }) => !fresh) ?? false;
  const count = pages?.length ?? 1;
  useEffect(() => {
    if (!stale) return;
    let current = true;
    const timer = setTimeout(() => void fetchAll(count, () => current), againMilliseconds);
    return () => {
      current = false;
      clearTimeout(timer);
    };
  }, [stale, count, fetchAll, pages]);
  const next = pages?.at(-1)?.next ?? null;
  const loadNext = async (cursor: string) => {
    const page = await fetchPage(cursor);
    if (page !== null) setPages((known) => [...(known ?? []), page]);
  };
  return {
    jobs,
    why,
    more: next === null ? null : () => void loadNext(next),
    reload: () => void fetchAll(count, () => true),
  };
}

/** What a time without a network wants: jobs copied beforehand, and the list read anew once the server is back. */
function useCopies(
  pages: readonly Page[] | null,
  fetchAll: (count: number, current: () => boolean) => Promise<void>,
): void {
  const copied = useAppSelector(({ link }) => link.copiedAt !== null);
  const workshop = useAppSelector((state) => state.workshop);
  const wasCopied = useRef(copied);
  useEffect(() => {
    // The server is back: the list is read anew.
    if (wasCopied.current && !copied) void fetchAll(1, () => true);
    wasCopied.current = copied;
  }, [copied, fetchAll]);
  useEffect(() => {
    if (copied || pages === null) return;
    const copyAll = async () => {
      await copyOpenJobs(pages.flatMap((page) => page.jobs));
      if (workshop.status === 'ready')
        await copyCircuits(currentCircuits(workshop.workshop).map(({ id }) => id));
    };
    const timer = setTimeout(() => void copyAll(), idleMilliseconds);
    return () => clearTimeout(timer);
  }, [copied, pages, workshop]);
}
