import type { Circuit } from '@grim-lantern/core';
import { restingState, spiceNetlist, stateSolver, wireListLosses, wireListRows } from '@grim-lantern/core';
import Papa from 'papaparse';
import { useRef, useState } from 'react';
import { useNavigate } from 'react-router';
import { useGrowingLayout } from '../harness/useHarnessLayout';
import { HarnessDrawing } from '../harness/HarnessDrawing';
import { download, fileName } from '../../ui/download';
import { svgForPaper } from '../harness/svgForPaper';
import { useAppSelector } from '../../data/store';
import { saveDraft, keptDraft } from './keptDraft';

const nothing: ReadonlyMap<string, number> = new Map();

/** The circuit as a file of each kind, and as a copy for another vehicle. */
export function ExportPanel({
  vehicleId,
  circuit,
  text,
}: {
  readonly vehicleId: string;
  readonly circuit: Circuit;
  readonly text: string;
}) {
  const drawing = useRef<SVGSVGElement>(null);
  const drawn = useGrowingLayout(circuit);
  const [told, setTold] = useState<string | null>(null);
  const save = (ending: string, type: string, content: string) =>
    download(fileName(circuit.name, ending), new Blob([content], { type }));
  const wireList = () => {
    const rows = wireListRows(circuit).map((row) => [...row]);
    save('csv', 'text/csv', Papa.unparse(rows, { escapeFormulae: true, newline: '\r\n' }));
    setTold(`The wire list does not carry: ${wireListLosses(circuit).join(', ')}.`);
  };
  const netlist = () => {
    try {
      const { network, solve } = stateSolver(circuit, restingState(circuit));
      const { joined, floating } = solve(null);
      save('cir', 'text/plain', spiceNetlist(network, joined, floating));
    } catch {
      setTold('Half a drawing has no netlist: see what the checks say first.');
    }
  };
  return (
    <div className="h-full overflow-auto px-4 py-3 lg:px-5">
      <h2 className="mb-2 text-lg font-semibold">Save as a file</h2>
      <div className="flex flex-wrap gap-2">
        <Key label="Text" onPress={() => save('circuit', 'text/plain', text)} />
        <Key
          label="JSON"
          onPress={() => save('json', 'application/json', JSON.stringify(circuit, null, 2))}
        />
        <Key label="Wire list" onPress={wireList} />
        <Key label="SPICE netlist" onPress={netlist} />
        <Key
          label="Picture"
          onPress={() => {
            if (drawing.current === null) return;
            save('svg', 'image/svg+xml', svgForPaper(drawing.current, 'sans-serif'));
          }}
        />
      </div>
      {told !== null && <p className="mt-2 text-[15px]">{told}</p>}
      <CopyTo {...{ vehicleId, text }} />
      {drawn !== null && (
        <div className="mt-3">
          <HarnessDrawing
            ref={drawing}
            circuit={drawn.circuit}
            layout={drawn.layout}
            glow={nothing}
            readings={[]}
          />
        </div>
      )}
    </div>
  );
}

function Key({ label, onPress }: { readonly label: string; readonly onPress: () => void }) {
  return (
    <button type="button" className="key border-line" onClick={onPress}>
      {label}
    </button>
  );
}

/** Takes the circuit along to another vehicle, where it is a new one to be looked over and saved. */
function CopyTo({ vehicleId, text }: { readonly vehicleId: string; readonly text: string }) {
  const navigate = useNavigate();
  const vehicles = useAppSelector(({ workshop }) =>
    workshop.status === 'ready' ? workshop.workshop.vehicles : none,
  );
  const [problem, setProblem] = useState<string | null>(null);
  const others = vehicles.filter(({ id }) => id !== vehicleId);
  if (others.length === 0) return null;
  return (
    <label className="mt-3 block">
      <span className="text-dim text-[15px]">Copy to another vehicle</span>
      <select
        className="field"
        value=""
        onChange={({ target }) => {
          if (keptDraft(target.value, null) !== null) {
            setProblem('That vehicle has a new circuit that is not saved yet: save it first.');
          } else if (saveDraft(target.value, null, text))
            void navigate(`/vehicles/${target.value}/circuits/new`);
          else
            setProblem('This browser keeps nothing to carry it in: save it as a file, and import it there.');
        }}
      >
        <option value="" disabled>
          Choose a vehicle
        </option>
        {others.map(({ id, name, service }) => (
          <option key={id} value={id}>
            {name}, {service}
          </option>
        ))}
      </select>
      {problem !== null && (
        <p role="alert" className="text-clash text-[15px]">
          {problem}
        </p>
      )}
    </label>
  );
}

const none: readonly [] = [];
