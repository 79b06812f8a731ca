import { Link } from 'react-router';
import { Segments } from '../../ui/Segments';
import { CheckLayer } from './CheckLayer';
import type { FusePanelProps } from './fusePanelProps';
import { fuseLayers } from './fuseLayers';
import { LimiterLayer } from './LimiterLayer';
import { LoadLayer } from './LoadLayer';
import { SurveyLayer } from './SurveyLayer';

/** The work at the fuses: currents at rest, legs, loads, and what a limiter would show. */
export function FusePanel(props: FusePanelProps) {
  const { work, layer, onLayer, vehicle } = props;
  return (
    <section aria-label="Fuses" className="py-4">
      <div className="mb-3 flex flex-wrap items-center justify-between gap-2">
        <Segments
          label=""
          name="What of the fuses"
          chosen={layer}
          positions={fuseLayers}
          disabled={false}
          onChoose={(id) => onLayer(fuseLayers.find((each) => each.id === id)?.id ?? 'survey')}
        />
        {vehicle !== undefined && (
          <Link className="text-dim flex min-h-11 items-center underline" to={`/vehicles/${vehicle.id}`}>
            The boxes of this vehicle
          </Link>
        )}
      </div>
      {work === null && <p className="text-dim py-4 text-lg">Working out what the fuses carry …</p>}
      {work === 'failed' && (
        <p role="alert" className="text-clash py-4">
          What the fuses carry could not be worked out. What was read is kept.
        </p>
      )}
      {work !== null && work !== 'failed' && (
        <>
          {layer === 'survey' && <SurveyLayer {...props} work={work} />}
          {layer === 'check' && <CheckLayer {...props} work={work} />}
          {layer === 'loads' && <LoadLayer {...props} work={work} />}
          {layer === 'limiter' && <LimiterLayer {...props} />}
        </>
      )}
    </section>
  );
}
