import { writeNotation } from '@grim-lantern/core';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { fetchCircuit } from '../../data/circuits';
import { saveDraft } from './keptDraft';
import { mergedText } from './mergedText';
import { drawingPath } from '../frame/jobViews';

/** Lays one's own change upon the revision that somebody saved in between, to be looked at and then saved after it. */
export function MergeNewer({
  vehicleId,
  before,
  newer,
  text,
  stored,
}: {
  readonly vehicleId: string;
  /** The revision that one's own change started from. */
  readonly before: string | null;
  readonly newer: string;
  readonly text: string;
  /** The text of that revision. */
  readonly stored: string;
}) {
  const navigate = useNavigate();
  const [problem, setProblem] = useState<string | null>(null);
  const merge = async () => {
    const answer = await fetchCircuit(newer);
    if (answer.status !== 'done') {
      return setProblem('The newer revision cannot be fetched now: what you have changed stays here.');
    }
    const { source, circuit } = answer.reply;
    const merged = mergedText(stored, text, source ?? writeNotation(circuit));
    if (!saveDraft(vehicleId, newer, merged.text)) {
      return setProblem('This browser keeps nothing: copy your text, then open the newer revision.');
    }
    saveDraft(vehicleId, before, null);
    await navigate(drawingPath(vehicleId, newer));
  };
  return (
    <>
      <button type="button" className="key key-chosen" onClick={() => void merge()}>
        Merge with the newer revision
      </button>
      {problem !== null && (
        <p role="alert" className="text-clash w-full text-[15px]">
          {problem}
        </p>
      )}
    </>
  );
}
