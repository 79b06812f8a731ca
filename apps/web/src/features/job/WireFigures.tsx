import type { Section, WireFigure } from '@grim-lantern/core';
import {
  notationAfter,
  readLength,
  readNotation,
  readSize,
  sectionById,
  sectionWithFigures,
  writeNotation,
} from '@grim-lantern/core';
import type { SyntheticEvent } from 'react';
import { useState } from 'react';
import { fetchCircuit, storeDrawing } from '../../data/circuits';
import { newId } from '../../data/newId';
import { whyNot } from '../../data/request';
import { useAppDispatch, useAppSelector } from '../../data/store';
import { useSettings } from '../../data/useSettings';
import { loadWorkshop } from '../../data/workshop';
import { TextField } from '../../ui/TextField';
import { useRecording } from '../entry/recording';
import { useOpenJob } from './openJob';

type Figures = Partial<Pick<Section, WireFigure>>;

/** Asks for the length and the size of a wire that the drawing only assumes, now that they decide where to look along it. */
export function WireFigures({
  section,
  asks,
}: {
  readonly section: string;
  readonly asks: readonly WireFigure[];
}) {
  const { circuit } = useOpenJob();
  const { name } = sectionById(circuit, section);
  const { lengths, sizes } = useSettings();
  const [typed, setTyped] = useState({ length: '', size: '' });
  const [problem, setProblem] = useState<string | null>(null);
  const tell = useToldFigures(section, setProblem);
  const [asksLength, asksSize] = [asks.includes('lengthMetres'), asks.includes('areaMm2')];
  const submit = (event: SyntheticEvent) => {
    event.preventDefault();
    const lengthMetres = asksLength ? readLength(typed.length, lengths) : undefined;
    const areaMm2 = asksSize ? readSize(typed.size, sizes) : undefined;
    if (lengthMetres === null) return setProblem(`Length: expected a number in ${lengths}, such as 2.5.`);
    if (areaMm2 === null)
      return setProblem(`Size: expected a number in ${sizes}, as printed on the diagram.`);
    tell?.({
      ...(lengthMetres === undefined ? {} : { lengthMetres }),
      ...(areaMm2 === undefined ? {} : { areaMm2 }),
    });
  };
  return (
    <form onSubmit={submit} className="mt-2 flex flex-wrap items-end gap-2" aria-label="Length and size">
      <p className="w-full">
        {asksLength ? `How long is ${name}, roughly?` : `What size is ${name}?`} It decides where along it to
        look.
      </p>
      {asksLength && (
        <div className="w-28">
          <TextField
            label={`Length, ${lengths}`}
            figure
            text={typed.length}
            onType={(length) => setTyped({ ...typed, length })}
          />
        </div>
      )}
      {asksSize && (
        <div className="w-28">
          <TextField
            label={`Size, ${sizes}`}
            figure
            text={typed.size}
            onType={(size) => setTyped({ ...typed, size })}
          />
        </div>
      )}
      <button type="submit" className="key key-chosen" disabled={tell === null}>
        Put it in the drawing
      </button>
      {problem !== null && (
        <p role="alert" className="text-clash w-full">
          {problem}
        </p>
      )}
    </form>
  );
}

/** Saves a revision of the job's drawing with a wire's figures in it, and goes on with that; null while nothing can be entered. */
function useToldFigures(
  section: string,
  onProblem: (problem: string | null) => void,
): ((figures: Figures) => void) | null {
  const { circuit, summary } = useOpenJob();
  const record = useRecording();
  const dispatch = useAppDispatch();
  const author = useAppSelector(({ session }) => session.technicianId);
  const [busy, setBusy] = useState(false);
  if (record === null || author === null || busy) return null;
  const save = async (figures: Figures) => {
    const known = await fetchCircuit(summary.circuitId);
    if (known.status !== 'done') return onProblem(whyNot(known));
    const before = known.reply.source ?? writeNotation(circuit);
    const source = notationAfter(
      before,
      readNotation(before).flaws,
      sectionWithFigures(circuit, section, figures),
    );
    const id = newId();
    const why = `${sectionById(circuit, section).name}: its length and size were told in a job`;
    const answer = await storeDrawing({
      id,
      vehicleId: summary.vehicle.id,
      circuit: readNotation(source).circuit,
      source,
      author,
      why,
      follows: summary.circuitId,
    });
    if (answer.status !== 'done') return onProblem(whyNot(answer));
    await dispatch(loadWorkshop());
    record({ type: 'circuit-followed', circuit: id });
  };
  return (figures) => {
    onProblem(null);
    // Pressed twice it is stored once.
    setBusy(true);
    void save(figures).finally(() => setBusy(false));
  };
}
