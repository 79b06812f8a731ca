import type { Circuit } from '@grim-lantern/core';
import { fusesOf } from '@grim-lantern/core';
import { BoxMap } from '../boxes/BoxMap';
import { nothingSaid } from '../boxes/cavityContent';
import { cavityContent, fuseIn } from './fuseLayers';
import type { Fuses } from './useFuses';

/** The boxes that a circuit's fuses sit in, with what the layer says of each. */
export function FuseBoxes({ circuit, fuses }: { readonly circuit: Circuit; readonly fuses: Fuses }) {
  const { boxes, work, layer, selected, onSelect } = fuses;
  const shown = fusesOf(circuit).find(({ id }) => id === selected);
  return (
    <div className="flex h-full flex-col gap-4 overflow-auto p-3 lg:p-4">
      {boxes.map((box) => (
        <figure key={box.name}>
          <figcaption className="mb-1 flex flex-wrap items-baseline gap-x-3">
            <span className="text-lg font-semibold">{box.name}</span>
            <span className="text-dim text-[15px]">
              {box.place}
              {box.turned !== 0 && ` · turned ${box.turned}° as it is mounted`}
            </span>
          </figcaption>
          <BoxMap
            centre={box}
            content={(cavity) =>
              work === null || work === 'failed'
                ? nothingSaid
                : cavityContent(circuit, work, layer, box, cavity)
            }
            selected={shown !== undefined && shown.centre === box.name ? shown.cavity : null}
            onSelect={(number) => {
              const cavity = box.cavities.find((each) => each.number === number);
              const id = cavity === undefined ? undefined : fuseIn(circuit, box, cavity);
              if (id !== undefined) onSelect(id);
            }}
          />
        </figure>
      ))}
    </div>
  );
}
