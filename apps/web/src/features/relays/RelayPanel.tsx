import type { RelayPart } from '@grim-lantern/core';
import { formatQuantity, listWords } from '@grim-lantern/core';
import { Segments } from '../../ui/Segments';
import { BenchLayer } from './BenchLayer';
import { CommandLayer } from './CommandLayer';
import { LooseRelay } from './LooseRelay';
import { ProveLayer } from './ProveLayer';
import { relayLayers } from './relayLayers';
import type { RelayPanelProps } from './relayPanelProps';
import { SocketLayer } from './SocketLayer';
import { notDrawn } from './useRelays';

/** One relay at a time: its socket pin by pin, moves that prove, the way of its command, and the relay by itself. */
export function RelayPanel(props: RelayPanelProps) {
  const { all, relay, onRelay, vehicleId, circuit } = props;
  return (
    <section aria-label="Relay" className="py-4">
      {all.length > 0 && (
        <div className="mb-3 overflow-x-auto">
          <Segments
            label=""
            name="Which relay"
            chosen={relay?.id ?? notDrawn}
            positions={[
              ...all.map(({ id, name }) => ({ id, name })),
              { id: notDrawn, name: 'One that is not drawn' },
            ]}
            disabled={false}
            onChoose={onRelay}
          />
        </div>
      )}
      {relay === undefined ? (
        <LooseRelay {...{ vehicleId }} nominalVolts={circuit.nominalVolts} />
      ) : (
        <DrawnRelay {...props} relay={relay} />
      )}
    </section>
  );
}

function DrawnRelay(props: RelayPanelProps & { readonly relay: RelayPart }) {
  const { relay, layer, onLayer, work } = props;
  return (
    <>
      <div className="mb-3 overflow-x-auto">
        <Segments
          label=""
          name="What of the relay"
          chosen={layer}
          positions={relayLayers}
          disabled={false}
          onChoose={(id) => onLayer(relayLayers.find((each) => each.id === id)?.id ?? 'socket')}
        />
      </div>
      {work === null && <p className="text-dim py-4 text-lg">Working out what each pin should show …</p>}
      {work === 'failed' && (
        <p role="alert" className="text-clash py-4">
          What the socket should show could not be worked out. What was read is kept.
        </p>
      )}
      {work !== null && work !== 'failed' && (
        <>
          <p className="text-dim mb-3 text-[15px]">
            {relay.name}, {relay.centre} {relay.cavity}
            {work.loads.length > 0 && `: feeds ${listWords(work.loads.map(({ name }) => name))}`}
            {work.amps !== null && `, ${formatQuantity(work.amps, 'A')} when all is well`}.
          </p>
          {layer === 'socket' && <SocketLayer key={relay.id} {...props} {...{ work, relay }} />}
          {layer === 'prove' && <ProveLayer {...props} {...{ work, relay }} />}
          {layer === 'command' && <CommandLayer {...props} {...{ work, relay }} />}
          {layer === 'bench' && <BenchLayer key={relay.id} {...props} {...{ work, relay }} />}
        </>
      )}
    </>
  );
}
