import type { BoxCavity, FuseBox } from '@grim-lantern/core';
import { withCavityAt } from '@grim-lantern/core';
import type { FuseBoxRecord } from '@grim-lantern/contract';
import { useState } from 'react';
import { download, fileName } from '../../ui/download';
import { Segments } from '../../ui/Segments';
import { saveFuseBox, removeFuseBox } from '../../data/fuseBoxes';
import { useAppDispatch } from '../../data/store';
import { BoxMap } from './BoxMap';
import { nothingSaid } from './cavityContent';
import { CavityForm } from './CavityForm';
import { fuseBoxCsv } from './fuseBoxFiles';
import { fittedContent } from './fittedContent';

const turns = [0, 90, 180, 270] as const;

/** One box of a vehicle: as mounted, changed on the spot, taken away as a file, printed as a card. */
export function FuseBoxSection({
  record,
  vehicle,
}: {
  readonly record: FuseBoxRecord;
  readonly vehicle: string;
}) {
  const dispatch = useAppDispatch();
  const { centre } = record;
  const [selected, setSelected] = useState<string | null>(null);
  const [problem, setProblem] = useState<string | null>(null);
  const [before, setBefore] = useState<FuseBox | null>(null);
  const keep = async (next: FuseBox): Promise<boolean> => {
    const result = await dispatch(
      saveFuseBox({ id: record.id, vehicleId: record.vehicleId, centre: next, version: record.version }),
    );
    const kept = saveFuseBox.fulfilled.match(result);
    setProblem(kept ? null : String(result.payload));
    if (kept) setBefore(centre);
    return kept;
  };
  const cavity = centre.cavities.find(({ number }) => number === selected);
  return (
    <section aria-label={centre.name} className="mb-8 break-inside-avoid">
      <div className="mb-2 flex flex-wrap items-center justify-between gap-2">
        <h3 className="text-xl font-semibold">
          {centre.name} <span className="text-dim text-[15px] font-normal">{centre.place}</span>
          <span className="hidden text-[15px] font-normal print:inline"> · {vehicle}</span>
        </h3>
        <div className="flex flex-wrap gap-2 print:hidden">
          <Segments
            label="Mounted"
            chosen={String(centre.turned)}
            positions={turns.map((turned) => ({ id: String(turned), name: `${turned}°` }))}
            disabled={false}
            onChoose={(id) => {
              const turned = turns.find((each) => String(each) === id);
              if (turned !== undefined) void keep({ ...centre, turned });
            }}
          />
        </div>
      </div>
      <BoxMap
        centre={centre}
        content={(each) => fittedContent(each) ?? nothingSaid}
        selected={selected}
        onSelect={(number) => setSelected(number === selected ? null : number)}
        onAdd={(column, row) => {
          const number = freeNumber(centre);
          const added = {
            kind: 'fuse',
            number,
            label: '',
            column,
            row,
            labelled: null,
            fitted: null,
          } as const;
          void keep({ ...centre, cavities: [...centre.cavities, added] }).then(
            (kept) => kept && setSelected(number),
          );
        }}
        onDrop={(number, column, row) => void keep(withCavityAt(centre, number, column, row))}
      />
      {problem !== null && (
        <p role="alert" className="text-clash mt-2">
          {problem}
        </p>
      )}
      {cavity !== undefined && (
        <CavityForm
          key={cavity.number}
          cavity={cavity}
          onKeep={async (next) => {
            const { cavities } = withCavityAt(centre, cavity.number, next.column, next.row);
            const kept = await keep({
              ...centre,
              cavities: cavities.map((each) => (each.number === cavity.number ? next : each)),
            });
            // Down the column: the next cavity is typed at once.
            if (kept) setSelected(after(centre, cavity)?.number ?? null);
          }}
          onRemove={() => {
            setSelected(null);
            void keep({
              ...centre,
              cavities: centre.cavities.filter(({ number }) => number !== cavity.number),
            });
          }}
        />
      )}
      <div className="mt-2 flex flex-wrap gap-2 print:hidden">
        <TakeAway centre={centre} />
        {before !== null && (
          <button type="button" className="key border-line" onClick={() => void keep(before)}>
            Undo
          </button>
        )}
        <Removal record={record} onProblem={setProblem} />
      </div>
    </section>
  );
}

/** The box on paper, and as a file. */
function TakeAway({ centre }: { centre: FuseBox }) {
  return (
    <>
      <button type="button" className="key border-line" onClick={() => window.print()}>
        Print the card
      </button>
      <button
        type="button"
        className="key border-line"
        onClick={() =>
          download(fileName(centre.name, 'csv'), new Blob([fuseBoxCsv(centre)], { type: 'text/csv' }))
        }
      >
        CSV
      </button>
      <button
        type="button"
        className="key border-line"
        onClick={() =>
          download(
            fileName(centre.name, 'json'),
            new Blob([JSON.stringify(centre, null, 2)], { type: 'application/json' }),
          )
        }
      >
        JSON
      </button>
    </>
  );
}

/** The least whole number that no cavity has. */
function freeNumber({ cavities }: FuseBox): string {
  for (let n = 1; ; n++) if (!cavities.some(({ number }) => number === String(n))) return String(n);
}

/** The cavity after one, down the column and then in the next. */
function after({ cavities }: FuseBox, { column, row }: BoxCavity): BoxCavity | undefined {
  return [...cavities]
    .sort((one, other) => one.column - other.column || one.row - other.row)
    .find((each) => each.column > column || (each.column === column && each.row > row));
}

/** Takes a box away, on the second press. */
function Removal({
  record,
  onProblem,
}: {
  record: FuseBoxRecord;
  onProblem: (words: string | null) => void;
}) {
  const dispatch = useAppDispatch();
  const [sure, setSure] = useState(false);
  return (
    <button
      type="button"
      className={`key border-line ${sure ? 'text-clash' : ''}`}
      onBlur={() => setSure(false)}
      onClick={() => {
        if (!sure) return setSure(true);
        void dispatch(removeFuseBox(record.id)).then((result) => {
          if (!removeFuseBox.fulfilled.match(result)) onProblem(String(result.payload));
        });
      }}
    >
      {sure ? 'Remove it: once more' : 'Remove'}
    </button>
  );
}
