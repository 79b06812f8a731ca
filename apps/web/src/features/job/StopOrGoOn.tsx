import type { ProposedAction } from '@grim-lantern/core';
import {
  listWords,
  NOTHING_WRONG,
  lostByGuessing,
  minutes,
  nothingReproduces,
  percent,
  priceOfBeingWrong,
  suspectName,
} from '@grim-lantern/core';
import type { Question } from './CustomerPanel';
import { useOpenJob, useWorkbench } from './openJob';
import { costOf, money } from '../../data/money';
import { useSettings } from '../../data/useSettings';

/** Before trim comes off or something dear is fitted: how sure, what being wrong costs, what one more reading costs. */
export function StopOrGoOn({ action }: { readonly action: ProposedAction }) {
  const { circuit, diagnosis } = useOpenJob();
  const { ask } = useWorkbench();
  const { hourlyRate, askFrom, currency } = useSettings();
  const { assessment, dossier, job } = diagnosis;
  const leading = assessment.posterior.suspects[0];
  if (dossier.repair === null || leading === undefined) return null;
  const step = costOf(action.work, hourlyRate);
  const strips = action.work.strips.map((id) => circuit.strips.find((each) => each.id === id)?.name ?? '');
  const repair = costOf(dossier.repair, hourlyRate);
  const deep = strips.length > 0 && (!action.worthIt || step >= askFrom / 2);
  const dear = assessment.isolated !== null && repair >= askFrom;
  const hopeless = !action.worthIt && strips.length === 0;
  // Said already, and better, where nothing shows the fault.
  const said = nothingReproduces(job, assessment, dossier.proof.wanted, action) !== null;
  if (hopeless && !said) return <GoesOnForLong action={action} />;
  if (!deep && !dear) return null;
  const price = priceOfBeingWrong(circuit, leading.probability, dossier.repair, action);
  const inMoney = (value: number) => money((value * hourlyRate) / 60, currency);
  const authorised = job.customer
    .filter(({ answer }) => answer?.agreed === true)
    .reduce((most, { answer }) => Math.max(most, answer?.amount ?? 0), 0);
  const question: Question = deep
    ? {
        text: `Take off ${listWords(strips)} (${minutes(action.work.minutes)}) to go on`,
        amount: Math.ceil(step),
        places: circuit.places
          .filter(({ strip }) => strip !== undefined && action.work.strips.includes(strip))
          .map(({ id }) => id),
      }
    : { text: `Repair ${suspectName(circuit, leading.id)}`, amount: Math.ceil(repair), places: [] };
  return (
    <section aria-label="Stop or go on" className="border-line my-3 border p-3">
      <h3 className="text-lg font-semibold">
        {!action.worthIt
          ? 'What is left costs more than it saves: stop, or go on?'
          : deep
            ? 'Trim comes off: ask first?'
            : 'The repair costs: ask first?'}
      </h3>
      <p className="my-1">
        {percent(price.sure)} sure that it is {suspectName(circuit, leading.id)}. Repairing it now loses{' '}
        <Sum>{inMoney(price.lossNow)}</Sum> on average by being wrong; the next reading costs{' '}
        <Sum>{inMoney(price.reading)}</Sum> beyond what comes off anyway, and leaves{' '}
        <Sum>{inMoney(price.lossAfter)}</Sum>.{' '}
        {price.advice === 'repair' ? 'Repairing now is the cheaper way.' : 'Read first.'}
      </p>
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

/** A working day: nobody foresees more of a search than that. */
const mostMinutes = 480;

/** Nothing within reach tells much more: what the rest of the search would take, against what it would save. */
function GoesOnForLong({ action }: { readonly action: ProposedAction }) {
  const { circuit, diagnosis } = useOpenJob();
  const { ask } = useWorkbench();
  const { hourlyRate, currency } = useSettings();
  const { assessment, job } = diagnosis;
  const toGo = Math.min(mostMinutes, action.minutesToGo ?? mostMinutes);
  const lost = lostByGuessing(circuit, assessment.posterior, job.site);
  const likeliest = assessment.posterior.suspects
    .filter(({ id }) => id !== NOTHING_WRONG)
    .slice(0, 3)
    .map(({ id }) => suspectName(circuit, id));
  const long = `${toGo < mostMinutes ? 'About' : 'More than'} ${minutes(toGo)}`;
  return (
    <section aria-label="Stop or go on" className="border-line my-3 border p-3">
      <h3 className="text-lg font-semibold">What is left tells little: stop, or go on?</h3>
      <p className="my-1">
        {long} more until one suspect stands alone, as far as can be foreseen; repairing one after another,
        the likeliest first, loses about {minutes(lost)} on average. Likeliest: {listWords(likeliest)}. See
        the complaint yourself first.
      </p>
      <p className="text-dim mb-2 text-[15px]">Spent so far {money(costOf(job, hourlyRate), currency)}.</p>
      <button
        type="button"
        className="key border-line"
        onClick={() =>
          ask({
            text: `Go on with the search: ${long.toLowerCase()} more`,
            amount: Math.ceil((toGo * hourlyRate) / 60),
            places: [],
          })
        }
      >
        Ask the customer
      </button>
    </section>
  );
}

function Sum({ children }: { readonly children: string }) {
  return <b className="font-mono text-[15px] font-semibold">{children}</b>;
}
