import { formatQuantity, listWords } from '@grim-lantern/core';
import { Segments } from '../../ui/Segments';
import { BenchLayer } from './BenchLayer';
import { CommandLayer } from './CommandLayer';
import { ProveLayer } from './ProveLayer';
import { relayLayers } from './relayLayers';
import type { RelayPanelProps } from './relayPanelProps';
import { SocketLayer } from './SocketLayer';

/** One relay at a time: its socket pin by pin, moves that prove, the way of its command, and the relay by itself. */
export function RelayPanel(props: RelayPanelProps) {
  const { all, relay, onRelay, layer, onLayer, work } = props;
  if (relay === undefined) return <p className="text-dim py-6 text-lg">No relay is on this circuit.</p>;
  return (
    <section aria-label="Relay" className="py-4">
      {all.length > 1 && (
        <div className="mb-3 overflow-x-auto">
          <Segments
            label=""
            name="Which relay"
            chosen={relay.id}
            positions={all.map(({ id, name }) => ({ id, name }))}
            disabled={false}
            onChoose={onRelay}
          />
        </div>
      )}
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
    </section>
  );
}
