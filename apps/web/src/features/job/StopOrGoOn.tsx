import type { ReactNode } from 'react';
import type { ProposedAction, Repair } from '@grim-lantern/core';
import {
  listWords,
  lostByGuessing,
  minutes,
  NOTHING_WRONG,
  nothingReproduces,
  percent,
  priceOfBeingWrong,
  suspectName,
} from '@grim-lantern/core';
import type { Question } from './CustomerPanel';
import { useOpenJob, useWorkbench } from './openJob';
import { costOf, money } from '../../data/money';
import { useSettings } from '../../data/useSettings';
import { stopReason } from './stopReason';

/** Before trim comes off, something dear is fitted or a search goes on without end: what it costs, and what it would save. */
export function StopOrGoOn({ action }: { readonly action: ProposedAction }) {
  const { diagnosis } = useOpenJob();
  const { hourlyRate, askFrom } = useSettings();
  const { assessment, dossier, job } = diagnosis;
  const { repair } = dossier;
  const costs = {
    step: costOf(action.work, hourlyRate),
    repair: repair === null ? null : costOf(repair, hourlyRate),
    askFrom,
  };
  const reproduces = () => nothingReproduces(job, assessment, dossier.proof.wanted, action) === null;
  const reason = stopReason(action, costs, assessment.isolated !== null, reproduces);
  if (reason === 'endless') return <BeforeLongSearch {...{ action }} />;
  if (reason === null || repair === null) return null;
  return <BeforeWork {...{ action, reason, repair }} />;
}

interface BeforeWorkProps {
  readonly action: ProposedAction;
  readonly reason: 'trim' | 'repair';
  readonly repair: Repair;
}

/** How sure, what being wrong costs, what one more reading costs. */
function BeforeWork({ action, reason, repair }: BeforeWorkProps) {
  const { circuit, diagnosis } = useOpenJob();
  const { hourlyRate, currency } = useSettings();
  const leading = diagnosis.assessment.posterior.suspects[0];
  if (leading === undefined) return null;
  const { strips } = action.work;
  const names = strips.map((id) => circuit.strips.find((each) => each.id === id)?.name ?? '');
  const price = priceOfBeingWrong(circuit, leading.probability, repair, action);
  const inMoney = (value: number) => money(costOf({ minutes: value, money: 0 }, hourlyRate), currency);
  const question: Question =
    reason === 'trim'
      ? {
          text: `Take off ${listWords(names)} (${minutes(action.work.minutes)}) to go on`,
          amount: Math.ceil(costOf(action.work, hourlyRate)),
          places: circuit.places
            .filter(({ strip }) => strip !== undefined && strips.includes(strip))
            .map(({ id }) => id),
        }
      : {
          text: `Repair ${suspectName(circuit, leading.id)}`,
          amount: Math.ceil(costOf(repair, hourlyRate)),
          places: [],
        };
  const title = !action.worthIt
    ? 'What is left costs more than it saves: stop, or go on?'
    : reason === 'trim'
      ? 'Trim comes off: ask first?'
      : 'The repair costs: ask first?';
  return (
    <AskFirst {...{ title, question }}>
      {percent(price.sure)} sure that it is {suspectName(circuit, leading.id)}. Repairing it now loses{' '}
      <Sum>{inMoney(price.lossNow)}</Sum> on average by being wrong; the next reading costs{' '}
      <Sum>{inMoney(price.reading)}</Sum> beyond what comes off anyway, and leaves{' '}
      <Sum>{inMoney(price.lossAfter)}</Sum>.{' '}
      {price.advice === 'repair' ? 'Repairing now is the cheaper way.' : 'Read first.'}
    </AskFirst>
  );
}

/** Nothing within reach tells much more: what the rest of the search would take, against what it would save. */
function BeforeLongSearch({ action }: { readonly action: ProposedAction }) {
  const { circuit, diagnosis } = useOpenJob();
  const { hourlyRate } = useSettings();
  const { assessment, actions, job } = diagnosis;
  // The figure that its question tells, too; of one that was not played to the end, the least of the others.
  const toGo = action.minutesToGo ?? Math.min(...(actions ?? []).map((each) => each.minutesToGo ?? Infinity));
  const lost = lostByGuessing(circuit, assessment.posterior, job.site);
  const likeliest = assessment.posterior.suspects
    .filter(({ id }) => id !== NOTHING_WRONG)
    .slice(0, 3)
    .map(({ id }) => suspectName(circuit, id));
  const question: Question = {
    text: `Go on with the search, about ${minutes(toGo)} more`,
    amount: Math.ceil(costOf({ minutes: toGo, money: 0 }, hourlyRate)),
    places: [],
  };
  return (
    <AskFirst title="What is left tells little: stop, or go on?" question={question}>
      About {minutes(toGo)} more until one suspect stands alone, as far as can be foreseen; repairing one
      after another, the likeliest first, loses about {minutes(lost)} on average. Likeliest:{' '}
      {listWords(likeliest)}. See the complaint yourself first.
    </AskFirst>
  );
}

interface AskFirstProps {
  readonly title: string;
  readonly question: Question;
  readonly children: ReactNode;
}

/** What there is to weigh, what was spent and allowed so far, and the question to the customer. */
function AskFirst({ title, question, children }: AskFirstProps) {
  const { job } = useOpenJob().diagnosis;
  const { ask } = useWorkbench();
  const { hourlyRate, currency } = useSettings();
  const authorised = job.customer
    .filter(({ answer }) => answer?.agreed === true)
    .reduce((most, { answer }) => Math.max(most, answer?.amount ?? 0), 0);
  return (
    <section aria-label="Stop or go on" className="border-line my-3 border p-3">
      <h3 className="text-lg font-semibold">{title}</h3>
      <p className="my-1">{children}</p>
      <p className="text-dim mb-2 text-[15px]">
        Spent so far {money(costOf(job, hourlyRate), currency)}
        {authorised > 0 ? `, allowed up to ${money(authorised, currency)}.` : ', nothing agreed yet.'}
      </p>
      <button type="button" className="key border-line" onClick={() => ask(question)}>
        Ask the customer
      </button>
    </section>
  );
}

function Sum({ children }: { readonly children: string }) {
  return <b className="font-mono text-[15px] font-semibold">{children}</b>;
}
