import type { JobEvent, JobFact } from '@grim-lantern/core';
import { useCallback, useEffect, useMemo } from 'react';
import type { JobFacts } from './jobs';
import { loadJob, takeBack } from './jobs';
import { entryOf, outboxSlice } from './outbox';
import type { RootState } from './store';
import { useAppDispatch, useAppSelector } from './store';
import { newId } from './newId';

const loading: JobFacts = { status: 'loading' };

/** A job's facts, fetched when they are not there. */
export function useJobFacts(jobId: string): JobFacts {
  const dispatch = useAppDispatch();
  useEffect(() => {
    void dispatch(loadJob(jobId)).then(() => dispatch(takeBack(jobId)));
  }, [dispatch, jobId]);
  return useAppSelector((state) => state.jobs[jobId] ?? loading);
}

/** What is stored, followed by what is still on its way. */
function eventsOf({ jobs, outbox }: RootState, jobId: string): readonly JobEvent[] {
  const facts = jobs[jobId];
  const log = facts?.status === 'ready' ? facts.log : [];
  const stored = new Set(log.map(({ id }) => id));
  const own = outbox.waiting.filter((each) => each.jobId === jobId && !stored.has(each.event.id));
  return [...log, ...own.map(({ event }) => event)];
}

/** An event never changes: the same ids in the same order are the same events, stored or not. */
function sameEvents(one: readonly JobEvent[], other: readonly JobEvent[]): boolean {
  return one.length === other.length && one.every(({ id }, index) => id === other[index]?.id);
}

/** The events of a job; the same array for as long as they are the same, so that nothing is worked out twice. */
export function useJobEvents(jobId: string): readonly JobEvent[] {
  return useAppSelector((state) => eventsOf(state, jobId), {
    equalityFn: sameEvents,
    devModeChecks: { stabilityCheck: 'never' },
  });
}

/** The ids of a job's events that are not known to be stored. */
export function useUnsent(jobId: string): ReadonlySet<string> {
  const waiting = useAppSelector((state) => state.outbox.waiting);
  return useMemo(
    () => new Set(waiting.flatMap((each) => (each.jobId === jobId ? [each.event.id] : []))),
    [waiting, jobId],
  );
}

/** Records something that happened on a job; null while nobody has said who they are. */
export function useRecord(jobId: string): ((fact: JobFact) => string) | null {
  const dispatch = useAppDispatch();
  const author = useAppSelector((state) => state.session.technicianId);
  const workshopId = useAppSelector((state) => state.session.workshopId) ?? undefined;
  const record = useCallback(
    (fact: JobFact) => {
      const id = newId();
      const event: JobEvent = { ...fact, id, author: author ?? '', at: new Date().toISOString() };
      dispatch(outboxSlice.actions.eventMade(entryOf({ workshopId, jobId }, event)));
      return id;
    },
    [dispatch, jobId, author, workshopId],
  );
  return author === null ? null : record;
}
